// Drafts of scripts: the unsaved change of a saved script, or a script that was never saved.

import type { Moment } from '../../core/model/moment.ts'
import type { SavedScript } from '../../core/model/stored.ts'
import { toEditor } from '../state/separator.ts'
import {
  adoptDraft,
  allDrafts,
  type Draft,
  type DraftHead,
  discardDraft,
  draftsFor,
  draftWritten,
  isFree,
  readDraft,
  writeDraft,
  writeForNobody,
} from './store.ts'
import { refreshTabs, tabId } from './tab.ts'

/** What is stored of a script besides its text. */
export type AboutScript = {
  /** How the file ends its lines; the draft's text has `\n`. */
  separator: string
  name: string
  printerId: number
  moment: Moment
  /** Empty where nothing was chosen on the Desk. */
  materialName: string
  jobName: string
  /** The revision that was changed, and when it was saved; 0 and empty for a new script. */
  base: number
  baseAt: string
  /** Of the saved script; empty for a new one. */
  identity: string
  /** Of a new script, the text as it was pasted, with its own line ends; null where it was not pasted or is very long. */
  pasted: string | null
}
export type ScriptDraft = Draft<AboutScript>
export type ScriptDraftHead = DraftHead<AboutScript>

/** Longer pastes, in characters, are not stored a second time as they came. */
const longestPasted = 200_000

/** The text as pasted, where it is short enough to be stored beside the draft. */
export const asPasted = (text: string): string | null => (text.length <= longestPasted ? text : null)

const newPrefix = 'new '
export const newDraftKey = (id: string): string => `${newPrefix}${id}`
/** A draft belongs to the variant that it is a change of. */
export const savedDraftKey = ({ id, variantId }: { id: number; variantId: number }): string =>
  `script ${id} variant ${variantId}`

/** Of the draft's key: the id of a new script in its address, or the number of a saved one; null for a draft of something else. */
export function scriptOfKey(key: string): { newId: string } | { scriptId: number; variantId: number } | null {
  if (key.startsWith(newPrefix)) return { newId: key.slice(newPrefix.length) }
  const [, scriptId, variantId] = /^script (\d+) variant (\d+)$/.exec(key) ?? []
  return scriptId ? { scriptId: Number(scriptId), variantId: Number(variantId) } : null
}

export const isScriptDraft = (draft: DraftHead): draft is ScriptDraftHead => scriptOfKey(draft.key) !== null

/** Whether a draft is a change of this script. Ids may be given anew when a shelf is imported; the identity is not. */
export const belongsTo = ({ about }: ScriptDraftHead, { identity }: Pick<SavedScript, 'identity'>): boolean =>
  about.identity === identity

/** The drafts of a saved script, of any of its variants and any tab, the newest first. */
export const draftsOf = (saved: Pick<SavedScript, 'id' | 'identity'>): ScriptDraftHead[] =>
  allDrafts().filter((draft): draft is ScriptDraftHead => {
    const of = scriptOfKey(draft.key)
    return of !== null && 'scriptId' in of && of.scriptId === saved.id && belongsTo(draft as ScriptDraftHead, saved)
  })

/**
 * Whether a draft of a script is laid over it when it opens: this tab's own always, that of a closed tab when it is a change of
 * the newest revision. The Desk offers the others.
 */
export const opensOver = (draft: ScriptDraftHead, saved: SavedScript): boolean =>
  draft.key === savedDraftKey(saved) &&
  (draft.tab === tabId() || (draft.about.base === saved.revision && draft.about.baseAt === saved.changedAt))

/** Reads the first draft that can be read. */
async function firstReadable(heads: readonly ScriptDraftHead[]): Promise<ScriptDraft | null> {
  for (const head of heads) {
    const draft = await readDraft(head)
    if (draft) return draft
  }
  return null
}

const ownFirst = (heads: readonly ScriptDraftHead[]): ScriptDraftHead[] => {
  const own = heads.filter(({ tab }) => tab === tabId())
  return [...own, ...heads.filter(({ tab }) => tab !== tabId())]
}

/**
 * The draft that opens on this tab's Desk: its own, else the newest of a closed tab, which becomes this tab's. Drafts of
 * tabs that are open stay theirs.
 */
export async function draftToOpen(heads: readonly ScriptDraftHead[]): Promise<ScriptDraft | null> {
  await refreshTabs()
  const draft = await firstReadable(ownFirst(heads).filter(isFree))
  if (draft) await adoptDraft(draft)
  return draft
}

/** The change of a saved script that is not saved yet, for pages that only read it: this tab's, else the newest. */
export const unsavedChangeOf = (
  script: Pick<SavedScript, 'id' | 'variantId' | 'identity'>,
): Promise<ScriptDraft | null> =>
  firstReadable(ownFirst(draftsOf(script).filter(({ key }) => key === savedDraftKey(script))))

/** The drafts of a new script, of any tab. */
export const draftsOfNew = (id: string): ScriptDraftHead[] => draftsFor(newDraftKey(id)) as ScriptDraftHead[]

/** The new script's draft: this tab's or a closed tab's, else, to be copied, that of a tab that is open. */
export const newScriptToOpen = async (id: string): Promise<ScriptDraft | null> =>
  (await draftToOpen(draftsOfNew(id))) ?? firstReadable(draftsOfNew(id))

/** The drafts that the Desk offers beside the one that it shows: of the same script, of other tabs or other variants. */
export const otherDrafts = (key: string, saved: Pick<SavedScript, 'id' | 'identity'> | null): ScriptDraftHead[] => {
  const of = scriptOfKey(key)
  const all = saved ? draftsOf(saved) : of && 'newId' in of ? draftsOfNew(of.newId) : []
  return all.filter(draft => draft.key !== key || draft.tab !== tabId())
}

/** A copy of a draft that belongs to no tab: its script's Desk offers it. */
export const leaveForAnyTab = ({ key, about, text }: Pick<ScriptDraft, 'key' | 'about' | 'text'>): Promise<void> =>
  writeForNobody(key, about, text)

/** Makes a new script that was never saved one of this printer. */
export async function setDraftPrinter(id: string, printerId: number): Promise<void> {
  const draft = await newScriptToOpen(id)
  if (draft) writeDraft(draft.key, { ...draft.about, printerId }, draft.text)
}

const newId = (): string => crypto.randomUUID().slice(0, 8)

/** Starts a new script with this text, at a moment that is guessed from it where none is given; returns the address of its Desk. */
export async function beginDraft(text: string, name: string, printerId: number, moment?: Moment): Promise<string> {
  // The guess needs the firmware's tables, which the Shelf loads only now.
  const { guessMoment } = await import('../../core/script/guess.ts')
  const id = newId()
  const { text: edited, separator } = toEditor(text)
  const about: AboutScript = {
    separator,
    name,
    printerId,
    moment: moment ?? guessMoment(text),
    materialName: '',
    jobName: '',
    base: 0,
    baseAt: '',
    identity: '',
    pasted: asPasted(text),
  }
  writeDraft(newDraftKey(id), about, edited)
  await draftWritten(newDraftKey(id))
  return `/desk/new/${id}`
}

/** Makes a new script of a draft whose script is gone; returns the address of its Desk, or null when the draft is gone too. */
export async function beginFromDraft(head: ScriptDraftHead): Promise<string | null> {
  const draft = await readDraft(head)
  if (!draft) return null
  const id = newId()
  writeDraft(newDraftKey(id), { ...draft.about, base: 0, baseAt: '', identity: '', pasted: null }, draft.text)
  await draftWritten(newDraftKey(id))
  await discardDraft(draft)
  return `/desk/new/${id}`
}
