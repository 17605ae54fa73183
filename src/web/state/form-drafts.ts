// What was changed in a form and not saved: it waits in this browser, like an unsaved script does.

const prefix = 'warm-prelude form '

/** Both as JSON: what stands in the form, and what was saved when the change began. */
type Waiting = { value: string; from: string; at: string }

export type FormDraft = {
  value: unknown
  /** When it was changed last, as ISO text. */
  at: string
  /** Whether what it was made of has been changed elsewhere meanwhile. */
  stale: boolean
}

/** What waits for this form, and what it was changed from; null where that is nothing, or can’t be read. */
function waitingFor(key: string): { value: unknown; from: string; at: string } | null {
  const text = localStorage.getItem(prefix + key)
  if (text === null) return null
  try {
    const waiting: Waiting = JSON.parse(text)
    return { ...waiting, value: JSON.parse(waiting.value) }
  } catch {
    return null
  }
}

/** The change that waits for this form; `saved` is what is kept of it now. */
export function formDraft(key: string, saved: unknown): FormDraft | null {
  const waiting = waitingFor(key)
  if (!waiting) return null
  const { value, from, at } = waiting
  // One of an older version of the program may lack what the form has by now.
  if (!Object.keys(saved ?? {}).every(part => part in Object(value))) return null
  return { value, at, stale: from !== JSON.stringify(saved) }
}

/** Keeps a change, as JSON like what it was made of; gives whether there was room for it. */
export function keepFormDraft(key: string, value: string, from: string): boolean {
  const waiting: Waiting = { value, from, at: new Date().toISOString() }
  try {
    localStorage.setItem(prefix + key, JSON.stringify(waiting))
    return true
  } catch {
    return false
  }
}

export const dropFormDraft = (key: string): void => localStorage.removeItem(prefix + key)

/** The name that stands in a form that waits, where it has one. */
function nameWritten(key: string): string {
  const { name }: { name?: unknown } = Object(waitingFor(key)?.value)
  return typeof name === 'string' ? name.trim() : ''
}

/**
 * Where a form is, by its key, and what to call it; `printers` are those of the shelf. A key “… at /desk/4” says both, and what
 * has a name of its own is called by the name that was written.
 */
export function placeOfForm(
  key: string,
  printers: readonly { id: number; printer: { name: string } }[],
): { name: string; to: string } {
  const written = nameWritten(key)
  const called = (sort: string) => (written === '' ? sort : `${sort} “${written}”`)
  const at = key.indexOf(' at /')
  if (at >= 0) return { name: key.slice(0, at), to: key.slice(at + ' at '.length) }
  const last = key.slice(key.lastIndexOf(' ') + 1)
  const id = /^\d+$/.test(last) ? last : ''
  const what = id ? key.slice(0, -id.length - 1) : key
  const printer = printers.find(each => String(each.id) === id)?.printer.name ?? 'a printer'
  if (what === 'printer') return { name: printer, to: `/printers/${id}` }
  if (what === 'new printer') return { name: called('A new printer'), to: '/printers/new' }
  if (what === 'config' || what === 'macro files')
    return { name: `The macros of ${printer}`, to: `/macros?printer=${encodeURIComponent(printer)}` }
  if (what === 'refrain') return { name: called('A refrain'), to: `/refrains?refrain=${id}` }
  if (what.startsWith('command')) return { name: called('A command that is taught'), to: '/commands' }
  if (what.startsWith('trial')) return { name: 'What you saw, a trial', to: `/history/${id}` }
  if (what.startsWith('vocabulary')) return { name: called('A vocabulary'), to: '/vocabularies' }
  return { name: called(what.endsWith('material') ? 'A material' : 'A job'), to: '/jobs' }
}

/** The forms that a change waits for, by their keys. */
export const waitingForms = (): string[] =>
  Object.keys(localStorage)
    .filter(key => key.startsWith(prefix))
    .map(key => key.slice(prefix.length))
