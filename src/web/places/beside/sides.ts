// What can stand on either side: a script, a revision, a text that was pasted, or what is open on the Desk; named in the address.

import type { Moment } from '../../../core/model/moment.ts'
import { api, type ShelfPrinter } from '../../state/api.ts'
import { findDraft, savedDraftKey } from '../../state/drafts.ts'
import { fromEditor } from '../../state/separator.ts'

export type Side = {
  /** As the address has it: `script-3`, `revision-12`, `desk-3`, `text`. */
  key: string
  name: string
  about: string
  text: string
  printerId: number
  moment: Moment
  /** Of a config or macro file, its name; null for a script. */
  file: string | null
  /** The script whose unsaved change a passage taken across becomes; null where it can't become one. */
  scriptId: number | null
}

/** Reads a side; `pasted` is the text of `text`. Throws with a sentence when it is gone. */
export async function sideFor(key: string, pasted: string, other: Side | null): Promise<Side> {
  const [sort, id = ''] = key.split('-')
  if (sort === 'text')
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
  if (sort === 'revision') {
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
  const script = await api.script(id)
  const { name, variant, variants, printerId, moment } = script
  const draft = sort === 'desk' ? await findDraft(savedDraftKey(script)) : null
  return {
    key,
    name: draft ? `${name}, as changed` : name,
    about: draft ? 'not saved yet' : variants > 1 ? `${variant}, in use` : 'in use',
    text: draft ? fromEditor(draft.text, draft.separator) : script.text,
    printerId: draft?.printerId ?? printerId,
    moment: draft?.moment ?? moment,
    file: script.file,
    scriptId: script.id,
  }
}

/** The scripts that can be chosen, with their printers. */
export const choicesFrom = (printers: readonly ShelfPrinter[]) =>
  printers.flatMap(({ printer, scripts, files }) =>
    [...scripts, ...files].map(({ id, name }) => ({ value: `script-${id}`, label: name, about: printer.name })),
  )
