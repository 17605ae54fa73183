// Reads the scripts to run. A script with an unsaved change is run twice: as it is saved, and as it is on the Desk.
import type { Printer } from '../../../core/model/printer.ts'
import { unsavedChangeOf } from '../../drafts/scripts.ts'
import { api, type Things } from '../../state/api.ts'
import { taughtFor } from '../../state/rehearsal-input.ts'
import type { ScriptToRun } from '../../state/runs.ts'
import { fromEditor } from '../../state/separator.ts'

/** Returns the scripts of `printer` with these ids. After each script comes its unsaved change, if it has one. */
export async function scriptsToRun(ids: number[], printer: Printer, things: Things): Promise<ScriptToRun[]> {
  const taught = taughtFor(things, printer)
  const scripts = await Promise.all(
    (await api.scripts(ids)).map(async (script): Promise<ScriptToRun[]> => {
      const { id, name, text, moment } = script
      const saved = { id, name, changed: false, script: { text, printer, moment, ...taught } }
      const draft = await unsavedChangeOf(script)
      const now = draft && fromEditor(draft.text, draft.about.separator)
      if (!draft || now === null || now === text) return [saved]
      const onDesk = { text: now, printer, moment: draft.about.moment, ...taught }
      return [saved, { id, name: `${name}, changed`, changed: true, script: onDesk }]
    }),
  )
  return scripts.flat()
}
