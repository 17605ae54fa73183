// Stores drafts (unsaved text) in this browser. Each draft has a key (what it is a draft of) and an owner (the tab that wrote it). A
// tab writes and deletes only its own drafts, and takes over a different tab's draft only when that tab is closed. Before a page
// overwrites a stored draft that it has not opened, it gives that draft to nobody, so that any tab may take it over.
//
// A short text is written whole to local storage at every keystroke. A long text would not fit there: it has a snapshot in
// IndexedDB, and local storage holds the steps (single edits) since. If local storage is full, only the snapshot is written. Steps
// are numbered, so that snapshot and steps fit together whichever was written last.
import { del, get, keys, set } from 'idb-keyval'
import { create } from 'zustand'
import { applyEdits, type Edit } from '../../core/model/script.ts'
import { isOpenTab, nobody, tabId, whileClosed } from './tab.ts'

/** A draft without its text. `about` is what its kind of draft needs besides. */
export type DraftHead<A = unknown> = { id: string; key: string; tab: string; changedAt: string; about: A }
export type Draft<A = unknown> = DraftHead<A> & { text: string }

/** `upTo` is the number of the last step that `text` includes. */
type Whole = { key: string; tab: string; changedAt: string; about: unknown; upTo: number; text: string }
/** The steps `first`, `first + 1`, … since the snapshot. */
type Stepwise = Omit<Whole, 'text' | 'upTo'> & { text: null; first: number; steps: Edit[] }
type Stored = Whole | Stepwise

const prefix = 'warm-prelude unsaved '
const idOf = (tab: string, key: string): string => `${tab} ${key}`

/** The id of this tab's draft for a key. */
export const draftId = (key: string): string => idOf(tabId(), key)

/** Longer texts, in characters, are written as a snapshot and steps. */
const shortText = 200_000
/** More steps, or more characters in them, and a new snapshot is taken. */
const maxSteps = 400
const maxStepChars = 50_000

/** Drafts whose head is in IndexedDB alone, because local storage was full, by id. */
const spilled = new Map<string, Whole>()

type Storage = {
  /** Counts up whenever a draft may have changed, in this tab or another. */
  version: number
  /** Keys of this tab's drafts that could not be written, and of those that are still being written. */
  failed: ReadonlySet<string>
  pending: ReadonlySet<string>
}

export const useDraftStorage = create<Storage>(() => ({ version: 0, failed: new Set(), pending: new Set() }))
const { setState } = useDraftStorage

const changed = () => setState(({ version }) => ({ version: version + 1 }))

function mark(which: 'failed' | 'pending', key: string, is: boolean): void {
  const now = useDraftStorage.getState()[which]
  if (now.has(key) === is) return
  const next = new Set(now)
  if (is) next.add(key)
  else next.delete(key)
  setState({ [which]: next })
}

/** The one replacement that makes `after` out of `before`; null when they are the same. */
export function singleEdit(before: string, after: string): Edit | null {
  if (before === after) return null
  const shorter = Math.min(before.length, after.length)
  let from = 0
  while (from < shorter && before.charCodeAt(from) === after.charCodeAt(from)) from++
  let end = 0
  while (
    end < shorter - from &&
    before.charCodeAt(before.length - 1 - end) === after.charCodeAt(after.length - 1 - end)
  )
    end++
  return { from, to: before.length - end, insert: after.slice(from, after.length - end) }
}

function parsed(json: string | null): Stored | null {
  if (json === null) return null
  try {
    const stored: Stored = JSON.parse(json)
    return typeof stored?.key === 'string' && typeof stored.tab === 'string' ? stored : null
  } catch {
    return null
  }
}

const inLocalStorage = (id: string): Stored | null => parsed(localStorage.getItem(prefix + id))

/** Whether there was room in local storage. */
function writeLocally(id: string, stored: Stored): boolean {
  try {
    localStorage.setItem(prefix + id, JSON.stringify(stored))
    return true
  } catch {
    return false
  }
}

/** What this tab has typed for one key, and how much of it is stored. */
class Writer {
  private readonly id: string
  private about: unknown = null
  private changedAt = ''
  private text: string | null = null
  private steps: Edit[] = []
  /**
   * The number of the last step taken, and of the last that the snapshot includes; −1 without a snapshot. Numbers begin at the
   * time in ms, so that those of a reloaded page are higher than those before.
   */
  private last = Date.now()
  private snapshot = -1
  /** Whether a snapshot is being written, and whether another is wanted after it. */
  private writing = false
  private again = false
  private dropped = false
  /** Resolves when the overwritten draft, which the page had not opened, is stored as nobody's. */
  private handedOver: Promise<void> = Promise.resolve()
  /** Whether local storage has the whole text as it is now. */
  private shortStored = false

  constructor(
    private readonly key: string,
    private readonly tab: string,
  ) {
    this.id = idOf(tab, key)
  }

  now(): Draft | null {
    const { id, key, tab, changedAt, about, text } = this
    return text === null ? null : { id, key, tab, changedAt, about, text }
  }

  /** Continues a stored draft that this tab wrote before it was reloaded. */
  goOnFrom({ about, changedAt }: DraftHead, { last, snapshot, steps, text }: Read): void {
    Object.assign(this, { about, changedAt, text, last, snapshot, steps, shortStored: snapshot < 0 })
  }

  /** Stores this text, as whole or in steps; does nothing when it is stored already. */
  write(about: unknown, text: string): void {
    const isNew = this.text === null
    const step = this.text === null ? null : singleEdit(this.text, text)
    if (!isNew && !step && JSON.stringify(about) === JSON.stringify(this.about)) return
    if (isNew && !this.dropped) this.handOver()
    this.dropped = false
    this.about = about
    this.text = text
    this.changedAt = new Date().toISOString()
    this.put(step)
    // Lists of drafts show only that it exists. Reading all drafts at every key would be slow.
    if (isNew) changed()
  }

  /** Tries again to store the draft after a failure. */
  retry(): void {
    if (this.text !== null) this.put(null)
  }

  private put(step: Edit | null): void {
    const text = this.text ?? ''
    this.last++
    this.shortStored = text.length <= shortText && writeLocally(this.id, this.whole(text))
    if (this.shortStored) {
      this.steps = []
      mark('failed', this.key, false)
      // A snapshot of when the text was longer; what is stored now is newer, so a failure does no harm.
      if (this.snapshot >= 0 && !this.writing) void del(prefix + this.id).catch(() => {})
      this.snapshot = -1
      spilled.delete(this.id)
    } else this.writeLong(step)
  }

  /** Stores the draft that is about to be overwritten as nobody's, unless this page has opened it. */
  private handOver(): void {
    const stored = inLocalStorage(this.id) ?? spilled.get(this.id)
    if (!stored) return
    const hand = (text: string) => writeForNobody(stored.key, stored.about, text)
    const handed = stored.text === null ? read(this.id).then(found => found && hand(found.text)) : hand(stored.text)
    this.handedOver = handed.then(() => {}).catch(() => mark('failed', this.key, true))
  }

  private writeLong(step: Edit | null): void {
    this.steps.push(step ?? { from: 0, to: 0, insert: '' })
    const chars = this.steps.reduce((sum, { insert }) => sum + insert.length, 0)
    const stored = this.snapshot >= 0 && this.writeSteps()
    if (stored) mark('failed', this.key, false)
    if (!stored || this.steps.length > maxSteps || chars > maxStepChars) void this.takeSnapshot()
  }

  /** Resolves when no write is running. */
  async written(): Promise<void> {
    while (this.writing) await new Promise(resolve => setTimeout(resolve, 5))
  }

  /** Deletes the draft everywhere, unless this page has neither written nor opened it. */
  async drop(): Promise<void> {
    if (this.text === null) return
    this.dropped = true
    this.text = null
    this.steps = []
    this.snapshot = -1
    localStorage.removeItem(prefix + this.id)
    spilled.delete(this.id)
    mark('failed', this.key, false)
    changed()
    await this.written()
    if (!this.dropped) return
    await del(prefix + this.id).catch(() => {})
  }

  private whole(text: string): Whole {
    const { key, tab, changedAt, about } = this
    return { key, tab, changedAt, about, upTo: this.last, text }
  }

  private writeSteps(): boolean {
    const { id, key, tab, changedAt, about, steps, last } = this
    return writeLocally(id, { key, tab, changedAt, about, text: null, first: last - steps.length + 1, steps })
  }

  private async takeSnapshot(): Promise<void> {
    this.again = true
    if (this.writing) return
    this.writing = true
    mark('pending', this.key, true)
    try {
      await this.handedOver
      while (this.again && this.text !== null) {
        this.again = false
        const whole = this.whole(this.text)
        await set(prefix + this.id, whole)
        // It was deleted, or written whole, while the snapshot was on its way.
        if (this.dropped || this.shortStored) {
          await del(prefix + this.id)
          continue
        }
        this.snapshot = whole.upTo
        this.steps = this.steps.slice(this.steps.length - (this.last - whole.upTo))
        if (this.writeSteps()) spilled.delete(this.id)
        else {
          // Local storage has no room for even that: what is there is older, and the snapshot is the draft.
          localStorage.removeItem(prefix + this.id)
          spilled.set(this.id, whole)
          this.again ||= this.last > whole.upTo
        }
      }
      mark('failed', this.key, false)
    } catch {
      mark('failed', this.key, this.text !== null)
    } finally {
      this.writing = false
      mark('pending', this.key, false)
      changed()
    }
  }
}

/** This tab's writers, by key. */
const writers = new Map<string, Writer>()

function writerFor(key: string): Writer {
  const writer = writers.get(key) ?? new Writer(key, tabId())
  writers.set(key, writer)
  return writer
}

/** Stores this tab's draft for a key, in place of its earlier one. Failures and pending writes are in `useDraftStorage`. */
export const writeDraft = (key: string, about: unknown, text: string): void => writerFor(key).write(about, text)

/** Resolves when this tab's draft is stored, or when that has failed. */
export const draftWritten = (key: string): Promise<void> => writerFor(key).written()

/** Tries again to store the drafts that could not be. */
export function retryFailedDrafts(): void {
  for (const key of useDraftStorage.getState().failed) writers.get(key)?.retry()
}

/** This tab's drafts that could not be stored, with what was typed. */
export const failedDrafts = (): Draft[] =>
  [...useDraftStorage.getState().failed].flatMap(key => writers.get(key)?.now() ?? [])

/** Deletes the draft that this page wrote or opened for a key. Other drafts for that key stay. */
export const dropDraft = (key: string): Promise<void> => writerFor(key).drop()

/** Stores a draft that belongs to no tab, so that any tab may take it over. Throws where there is no room for it. */
export async function writeForNobody(key: string, about: unknown, text: string): Promise<void> {
  const owner = nobody()
  const writer = new Writer(key, owner)
  writer.write(about, text)
  await writer.written()
  if (!(await read(idOf(owner, key)))) throw new Error('This browser’s storage is full.')
}

type Read = { text: string; last: number; snapshot: number; steps: Edit[] }

const readWhole = ({ text, upTo }: Whole): Read => ({ text, last: upTo, snapshot: -1, steps: [] })

/** Reads what is stored under an id; null when its text is gone. */
async function read(id: string): Promise<Read | null> {
  const local = inLocalStorage(id)
  const whole: Whole | null = (await get<Whole>(prefix + id).catch(() => null)) ?? null
  if (local && local.text !== null && local.upTo >= (whole?.upTo ?? 0)) return readWhole(local)
  if (!whole) return null
  if (!local || local.text !== null) return { text: whole.text, last: whole.upTo, snapshot: whole.upTo, steps: [] }
  const steps = local.steps.slice(Math.max(0, whole.upTo - local.first + 1))
  // The offsets of each step refer to the text after the previous step.
  const text = steps.reduce((done, step) => applyEdits(done, [step]), whole.text)
  return { text, last: whole.upTo + steps.length, snapshot: whole.upTo, steps }
}

/** Reads a draft with its text; null when it is gone. */
export async function readDraft<A>(head: DraftHead<A>): Promise<Draft<A> | null> {
  const own = head.tab === tabId() ? writers.get(head.key)?.now() : null
  if (own) return own as Draft<A>
  const found = await read(head.id)
  return found && { ...head, text: found.text }
}

/** The text of a draft that can be read without waiting; null for one that is stored as a snapshot. */
export function shortTextOf({ id, tab, key }: DraftHead): string | null {
  const own = tab === tabId() ? writers.get(key)?.now() : null
  return own?.text ?? inLocalStorage(id)?.text ?? spilled.get(id)?.text ?? null
}

const headOf = ({ key, tab, changedAt, about }: Stored): DraftHead => ({
  id: idOf(tab, key),
  key,
  tab,
  changedAt,
  about,
})

/** The drafts of all tabs of this browser, newest first. */
export const allDrafts = (): DraftHead[] => draftsWhere(() => true)

export const draftsFor = (key: string): DraftHead[] => draftsWhere(each => each === key)

/** The drafts whose key fits, newest first. Reads only these, because a draft may be long. */
function draftsWhere(fits: (key: string) => boolean): DraftHead[] {
  const heads = new Map<string, DraftHead>()
  const fitting = (id: string) => fits(id.slice(id.indexOf(' ') + 1))
  for (const [id, whole] of spilled) if (fitting(id)) heads.set(id, headOf(whole))
  for (const name of Object.keys(localStorage)) {
    const id = name.slice(prefix.length)
    const stored = name.startsWith(prefix) && fitting(id) ? inLocalStorage(id) : null
    if (stored) heads.set(id, headOf(stored))
  }
  for (const writer of writers.values()) {
    const own = writer.now()
    if (own && fits(own.key)) heads.set(own.id, own)
  }
  return [...heads.values()].sort((a, b) => b.changedAt.localeCompare(a.changedAt))
}

/** Whether this tab may write over a draft or delete it: it is this tab's, or its tab is closed. */
export const isFree = ({ tab }: DraftHead): boolean => tab === tabId() || !isOpenTab(tab)

/** Deletes a draft of this tab or of a closed one; returns false, and deletes nothing, when its tab is open. */
export async function discardDraft({ id, key, tab }: DraftHead): Promise<boolean> {
  const remove = async () => {
    await del(prefix + id)
    localStorage.removeItem(prefix + id)
    spilled.delete(id)
    changed()
  }
  if (tab !== tabId()) return whileClosed(tab, remove)
  await (writers.get(key)?.now() ? dropDraft(key) : remove())
  return true
}

/** Continues a draft of this tab; or stores a closed tab's draft as this tab's, and then deletes the closed tab's. */
export async function adoptDraft<A>(draft: Draft<A>): Promise<void> {
  if (draft.tab === tabId()) {
    const writer = writerFor(draft.key)
    if (writer.now()) return
    const local = inLocalStorage(draft.id)
    // Read synchronously if possible, because a form writes its draft at once.
    const found = local && local.text !== null ? readWhole(local) : await read(draft.id)
    if (found) writer.goOnFrom(draft, found)
    return
  }
  writeDraft(draft.key, draft.about, draft.text)
  await draftWritten(draft.key)
  if (!useDraftStorage.getState().failed.has(draft.key)) await discardDraft(draft)
}

async function findSpilled(): Promise<void> {
  const names = (await keys()).map(String).filter(name => name.startsWith(prefix))
  for (const name of names) {
    const id = name.slice(prefix.length)
    if (inLocalStorage(id) || spilled.has(id)) continue
    const whole = await get<Whole>(name)
    if (whole && !inLocalStorage(id)) spilled.set(id, whole)
  }
}

/** Call once at start-up, after `joinTabs`: finds the drafts that local storage has no head of, and watches the other tabs. */
export async function openDraftStorage(): Promise<void> {
  // A browser that refuses IndexedDB still has local storage.
  await findSpilled().catch(() => {})
  window.addEventListener('storage', ({ key }) => (key === null || key.startsWith(prefix)) && changed())
  addEventListener('beforeunload', event => {
    const { failed, pending } = useDraftStorage.getState()
    if (failed.size + pending.size > 0) event.preventDefault()
  })
}
