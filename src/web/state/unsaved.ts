// A text made the unsaved change of a script, from a page that is not the Desk.
import { api } from './api.ts'
import { findDraft, keepDraft, savedDraftKey } from './drafts.ts'
import { toEditor } from './separator.ts'

/** Makes a text the unsaved change of a script, as if it had been written on the Desk. */
export async function asUnsavedChange(scriptId: number, text: string): Promise<void> {
  const script = await api.script(String(scriptId))
  const { printerId, moment, name, revision: base } = script
  const draft = await findDraft(savedDraftKey(script))
  await keepDraft(savedDraftKey(script), {
    materialName: '',
    jobName: '',
    printerId,
    moment,
    name,
    base,
    baseAt: script.changedAt,
    ...draft,
    ...toEditor(text),
    changedAt: new Date().toISOString(),
  })
}
