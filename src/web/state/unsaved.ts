// Makes a text the unsaved change of a script, from a page other than the Desk.
import { draftsOf, draftToOpen, leaveForAnyTab, savedDraftKey } from '../drafts/scripts.ts'
import { draftWritten, writeDraft } from '../drafts/store.ts'
import { api } from './api.ts'
import { fromEditor, toEditor } from './separator.ts'

/**
 * Makes `text` the unsaved change of a script, as if it had been typed on the Desk. An earlier change stays as a
 * separate draft, unless `madeFrom` (the text that `text` was made from, such as a file's) is that change.
 */
export async function asUnsavedChange(scriptId: number, text: string, madeFrom: string): Promise<void> {
  const script = await api.script(String(scriptId))
  const { printerId, moment, name, identity, revision: base, changedAt: baseAt } = script
  const key = savedDraftKey(script)
  const before = await draftToOpen(draftsOf(script).filter(draft => draft.key === key))
  if (before && fromEditor(before.text, before.about.separator) !== madeFrom) await leaveForAnyTab(before)
  const { text: edited, separator } = toEditor(text)
  const fresh = { printerId, moment, name, materialName: '', jobName: '', base, baseAt, identity, pasted: null }
  writeDraft(key, { ...(before?.about ?? fresh), separator }, edited)
  await draftWritten(key)
}
