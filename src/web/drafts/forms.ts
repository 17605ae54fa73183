// Drafts of forms: changes that were typed into a form and are not saved yet.
import {
  allDrafts,
  type Draft,
  type DraftHead,
  draftsFor,
  dropDraft,
  isFree,
  shortTextOf,
  writeDraft,
} from './store.ts'
import { tabId } from './tab.ts'

/**
 * `of` is the name of the thing that the form changes, empty for a new thing; `from` is what was saved of it when the change
 * began, as JSON. The draft's text is what the form holds, as JSON.
 */
type AboutForm = { of: string; from: string }

const prefix = 'form '
const keyOf = (form: string): string => `${prefix}${form}`

/** A draft that fits a form. */
export type FormDraft = {
  draft: Draft
  value: unknown
  /** Whether the saved thing was changed elsewhere after the draft was begun. */
  stale: boolean
  /** The name of the thing that it is a change of. Ids may be given anew, so it may be a different one than the form's. */
  of: string
}

const isFormDraft = (head: DraftHead): head is DraftHead<AboutForm> => head.key.startsWith(prefix)

function parsed(json: string | null): unknown {
  try {
    return JSON.parse(json ?? 'null')
  } catch {
    return null
  }
}

/** The drafts of all tabs for a form, this tab's first; `saved` is what is saved of it now. */
export function formDrafts(form: string, saved: unknown): FormDraft[] {
  const heads = draftsFor(keyOf(form)).filter(isFormDraft)
  const own = heads.filter(({ tab }) => tab === tabId())
  return [...own, ...heads.filter(head => !own.includes(head))].flatMap(head => {
    const { about } = head
    const text = shortTextOf(head)
    const value = parsed(text)
    // A draft of an older version of the program may lack fields that the form has now.
    const fits = Object.keys(saved ?? {}).every(field => field in Object(value))
    return text !== null && value !== null && fits
      ? [{ draft: { ...head, text }, value, stale: about.from !== JSON.stringify(saved), of: about.of }]
      : []
  })
}

/** The draft that a form for the thing of this name opens with: this tab's, else the newest of a closed tab. */
export const formDraftToOpen = (form: string, saved: unknown, name: string): FormDraft | null =>
  formDrafts(form, saved).find(({ draft, of }) => isFree(draft) && of === name) ?? null

/** Stores this tab's draft of a form: its value, and what is saved of the thing of this name, both as JSON. */
export const writeFormDraft = (form: string, of: string, value: string, from: string): void =>
  writeDraft(keyOf(form), { of, from }, value)

export const dropFormDraft = (form: string): void => void dropDraft(keyOf(form))

/** A form's draft as lines that a person can read, such as “nozzle: 0.4”. */
export function readableForm(json: string): string {
  const lines = (value: unknown, name: string): string[] =>
    typeof value === 'object' && value !== null
      ? Object.entries(value).flatMap(([key, inner]) => lines(inner, name === '' ? key : `${name} ${key}`))
      : [String(value).includes('\n') ? `${name}:\n${value}` : `${name}: ${value}`]
  return lines(parsed(json), '').join('\n')
}

/** The drafts of all forms, of all tabs, with the form's key. */
export const allFormDrafts = (): { form: string; head: DraftHead }[] =>
  allDrafts()
    .filter(isFormDraft)
    .map(head => ({ form: head.key.slice(prefix.length), head }))

/** The name that was typed into a form, where it has one. */
function nameTyped(head: DraftHead): string {
  const { name }: { name?: unknown } = Object(parsed(shortTextOf(head)))
  return typeof name === 'string' ? name.trim() : ''
}

/**
 * What to call a form, and the address of its page; `printers` are those of the shelf. A form's key may hold its address, as
 * “Placeholders of a slicer at /desk/4”. A thing with a name is called by the name that was typed.
 */
export function placeOfForm(
  form: string,
  head: DraftHead,
  printers: readonly { id: number; printer: { name: string } }[],
): { name: string; to: string } {
  const typed = nameTyped(head)
  const called = (kind: string) => (typed === '' ? kind : `${kind} “${typed}”`)
  const at = form.indexOf(' at /')
  if (at >= 0) return { name: form.slice(0, at), to: form.slice(at + ' at '.length) }
  const last = form.slice(form.lastIndexOf(' ') + 1)
  const id = /^\d+$/.test(last) ? last : ''
  const kind = id ? form.slice(0, -id.length - 1) : form
  const printer = printers.find(each => String(each.id) === id)?.printer.name ?? 'a printer'
  if (kind === 'printer') return { name: printer, to: `/printers/${id}` }
  if (kind === 'files to learn from') return { name: 'Files to learn a printer from', to: '/printers/learn' }
  if (kind === 'new printer') return { name: called('A new printer'), to: '/printers/new' }
  if (kind === 'config' || kind === 'macro files')
    return { name: `The macros of ${printer}`, to: `/macros?printer=${encodeURIComponent(printer)}` }
  if (kind === 'refrain') return { name: called('A refrain'), to: `/refrains?refrain=${id}` }
  if (kind.startsWith('command')) return { name: called('A command that is taught'), to: '/commands' }
  if (kind.startsWith('trial')) return { name: 'What you saw, a trial', to: `/history/${id}` }
  if (kind.startsWith('vocabulary')) return { name: called('A vocabulary'), to: '/vocabularies' }
  return { name: called(kind.endsWith('material') ? 'A material' : 'A job'), to: '/jobs' }
}
