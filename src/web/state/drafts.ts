// What has been written and not yet saved, kept in this browser so that a reload or a killed server loses nothing.
import { del, entries, get, set } from 'idb-keyval'
import type { SavedScript } from '../../core/model/kept.ts'
import type { Moment } from '../../core/model/moment.ts'
import { nameKey } from '../../core/model/script.ts'
import { toEditor } from './separator.ts'

export type Draft = {
  text: string
  /** How the file ended its lines; the text here has `\n`. */
  separator: string
  name: string
  printerId: number
  moment: Moment
  materialName: string
  jobName: string
  /** The revision it was begun from; 0 for a new script. */
  base: number
  /** When that revision was saved; empty for a new script. */
  baseAt?: string
  changedAt: string
}

const prefix = 'warm-prelude draft '

/** Local storage is written at once, so that nothing is lost even between a keystroke and a reload; it holds a few MB. */
const smallEnough = 500_000

export const newDraftKey = (id: string): string => `new ${id}`
/** A change belongs to the variant that it was made of. */
export const savedDraftKey = ({ id, variantId }: { id: number; variantId: number }): string =>
  `script ${id} variant ${variantId}`

export async function keepDraft(key: string, draft: Draft): Promise<void> {
  if (draft.text.length <= smallEnough) {
    try {
      localStorage.setItem(prefix + key, JSON.stringify(draft))
      return
    } catch {
      // Full: the larger store takes it.
    }
  }
  localStorage.removeItem(prefix + key)
  await set(prefix + key, draft)
}

/** Makes a new script that waits one of this printer. */
export async function setDraftPrinter(key: string, printerId: number): Promise<void> {
  const draft = await findDraft(key)
  if (draft) await keepDraft(key, { ...draft, printerId })
}

/** Begins a new script with this text, at a moment that is guessed from it where none is said; gives the address of its Desk. */
export async function beginDraft(text: string, name: string, printerId: number, moment?: Moment): Promise<string> {
  // It asks the firmware’s tables, which the shelf has no other need of.
  const { guessMoment } = await import('../../core/script/guess.ts')
  const id = crypto.randomUUID().slice(0, 8)
  await keepDraft(newDraftKey(id), {
    ...toEditor(text),
    name,
    printerId,
    moment: moment ?? guessMoment(text),
    materialName: '',
    jobName: '',
    base: 0,
    changedAt: new Date().toISOString(),
  })
  return `/desk/new/${id}`
}

/**
 * Whether a draft is a change of this script. A shelf that was brought in anew or restored gives numbers anew, so the number
 * alone does not tell; the time of the revision does, or, where that has been saved over meanwhile, the name.
 */
export const belongsTo = (draft: Draft, saved: Pick<SavedScript, 'name' | 'revision' | 'changedAt'>): boolean =>
  draft.base === saved.revision
    ? (draft.baseAt ?? saved.changedAt) === saved.changedAt
    : draft.base < saved.revision && nameKey(draft.name) === nameKey(saved.name)

/** A draft whose script is no longer there waits as one of its own, so that nothing written is lost. */
export async function letBeItsOwn(key: string, draft: Draft): Promise<void> {
  await keepDraft(newDraftKey(crypto.randomUUID().slice(0, 8)), { ...draft, base: 0 })
  await dropDraft(key)
}

export async function findDraft(key: string): Promise<Draft | null> {
  const small = localStorage.getItem(prefix + key)
  return small ? (JSON.parse(small) as Draft) : ((await get<Draft>(prefix + key)) ?? null)
}

export async function dropDraft(key: string): Promise<void> {
  localStorage.removeItem(prefix + key)
  await del(prefix + key)
}

/** Drafts of scripts that have never been saved, newest first. */
export async function unsavedDrafts(): Promise<{ id: string; draft: Draft }[]> {
  const start = prefix + newDraftKey('')
  const small = Object.keys(localStorage).map((key): [string, Draft] | null =>
    key.startsWith(start) ? [key, JSON.parse(localStorage.getItem(key) ?? 'null') as Draft] : null,
  )
  const large = (await entries<string, Draft>()).filter(([key]) => String(key).startsWith(start))
  return [...small, ...large]
    .filter((entry): entry is [string, Draft] => entry?.[1] != null)
    .map(([key, draft]) => ({ id: key.slice(start.length), draft }))
    .sort((a, b) => b.draft.changedAt.localeCompare(a.draft.changedAt))
}
