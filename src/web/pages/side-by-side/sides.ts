// The possible sides: a script, a revision, a pasted text, a draft, or the Desk; named in the address.

import type { Moment } from '../../../core/model/moment.ts'
import { isScriptDraft, scriptOfKey, unsavedChangeOf } from '../../drafts/scripts.ts'
import { allDrafts, readDraft } from '../../drafts/store.ts'
import { howLongAgo } from '../../lib/words.ts'
import { ApiError, api, type ShelfPrinter } from '../../state/api.ts'
import { fromEditor } from '../../state/separator.ts'

export type Side = {
  /** As in the address: `script-3`, `revision-12`, `desk-3` (the unsaved change), `draft-ID` (any unsaved text), `text`. */
  key: string
  name: string
  about: string
  text: string
  printerId: number
  moment: Moment
  /** The name of a config or macro file; null for a script. */
  file: string | null
  /** The script that gets a passage taken across as its unsaved change; null if that is impossible. */
  scriptId: number | null
}

/** Loads a side; `pasted` is the text for `text`. Throws an error with a sentence if it is gone. */
export async function sideFor(key: string, pasted: string, other: Side | null): Promise<Side> {
  const kind = key.split('-', 1)[0]
  const id = key.slice(`${kind}-`.length)
  if (kind === 'text')
    return {
      key,
      name: 'A pasted text',
      about: '',
      text: pasted,
      printerId: other?.printerId ?? 1,
      moment: other?.moment ?? 'start',
      file: other?.file ?? null,
      scriptId: null,
    }
  if (kind === 'revision') {
    const revision = await api.revision(id)
    const { script, variant, number, text, printerId, note } = revision
    return {
      key,
      name: `${script}, revision ${number}`,
      about: [variant, note].filter(Boolean).join(': '),
      text,
      printerId,
      moment: revision.moment as Moment,
      file: revision.file,
      scriptId: null,
    }
  }
  if (kind === 'draft') return draftSide(key, id)
  const script = await api.script(id)
  const { name, variant, variants, printerId, moment } = script
  const draft = kind === 'desk' ? await unsavedChangeOf(script) : null
  return {
    key,
    name: draft ? `${name}, as changed` : name,
    about: draft ? 'not saved yet' : variants > 1 ? `${variant}, in use` : 'in use',
    text: draft ? fromEditor(draft.text, draft.about.separator) : script.text,
    printerId: draft?.about.printerId ?? printerId,
    moment: draft?.about.moment ?? moment,
    file: script.file,
    scriptId: script.id,
  }
}

/** The script, or null if it is gone. */
const scriptIfThere = (id: number) =>
  api.script(String(id)).catch((error: unknown) => {
    if (error instanceof ApiError && error.status === 404) return null
    throw error
  })

async function draftSide(key: string, id: string): Promise<Side> {
  const head = allDrafts()
    .filter(isScriptDraft)
    .find(each => each.id === id)
  const draft = head && (await readDraft(head))
  if (!draft) throw new Error('This unsaved text is no longer in this browser.')
  const { name, printerId, moment, separator } = draft.about
  const of = scriptOfKey(draft.key)
  const saved = of && 'scriptId' in of ? await scriptIfThere(of.scriptId) : null
  return {
    key,
    name: `${name || 'A new script'}, as changed`,
    about: `not saved yet, ${howLongAgo(draft.changedAt, new Date())}`,
    text: fromEditor(draft.text, separator),
    printerId,
    moment,
    file: saved?.file ?? null,
    scriptId: null,
  }
}

/** The scripts that can be chosen, with their printers. */
export const choicesFrom = (printers: readonly ShelfPrinter[]) =>
  printers.flatMap(({ printer, scripts, files }) =>
    [...scripts, ...files].map(({ id, name }) => ({ value: `script-${id}`, label: name, about: printer.name })),
  )
