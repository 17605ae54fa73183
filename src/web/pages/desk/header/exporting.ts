// Copies or downloads the open script. Each function returns a sentence to show, or throws an error whose message is
// shown.
import { fileText, type Open, useDesk } from '../../../state/desk.ts'
import { copyText, nameOf, saveFile } from '../../../state/files.ts'
import { settingOf } from '../../../state/rehearsal-input.ts'
import { inWorker } from '../../../state/rehearser.ts'

function openNow(): Open {
  const { open } = useDesk.getState()
  if (!open) throw new Error('There is no script open.')
  return open
}

export const copySource = async (): Promise<string> => copyText(fileText(openNow()))

/** Copies the text in plain numbers, for the chosen job. */
export async function copyPlain(): Promise<string> {
  const open = openNow()
  const setting = settingOf(useDesk.getState().things, open.chosen)
  if (!setting) throw new Error('There is no script open.')
  const wish = { form: { kind: 'plain' }, comments: true, ending: 'as-it-is' } as const
  const [file] = await inWorker(tasks => tasks.exportScript(fileText(open), [setting], wish))
  const [odd] = file?.otherwise ?? []
  if (!file || odd)
    throw new Error(
      `In plain numbers it would do something different${odd?.line ? ` at line ${odd.line}` : ''}. Copy the source.`,
    )
  return `${await copyText(file.text)} for “${setting.job.name}”`
}

export async function download(): Promise<string> {
  const open = openNow()
  return saveFile(fileText(open), nameOf(open))
}
