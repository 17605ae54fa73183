// The text of the open script, taken out of the browser.
import { fileText, useDesk } from '../../../state/desk.ts'
import { copyText, nameOf, type Said, saveFile } from '../../../state/files.ts'
import { exportAside } from '../../../state/rehearser.ts'
import { settingOf } from '../../../state/setting.ts'

export async function copySource(): Promise<Said> {
  const { open } = useDesk.getState()
  return copyText(open ? fileText(open) : '')
}

/** The text in plain numbers for the job that is shown. */
export async function copyPlain(): Promise<Said> {
  const { open, things } = useDesk.getState()
  const setting = open && settingOf(things, open.chosen)
  if (!open || !setting) return { text: 'There is no script open.', bad: true }
  try {
    const wish = { form: { kind: 'plain' }, comments: true, ending: 'as-it-is' } as const
    const [file] = await exportAside(fileText(open), [setting], wish)
    const [odd] = file?.otherwise ?? []
    if (!file || odd)
      return {
        text: `In plain numbers it would do otherwise${odd?.line ? ` at line ${odd.line}` : ''}. Copy the source.`,
        bad: true,
      }
    const copied = await copyText(file.text)
    return copied.bad ? copied : { ...copied, text: `${copied.text} for “${setting.job.name}”` }
  } catch (error) {
    return { text: (error as Error).message, bad: true }
  }
}

export async function download(): Promise<Said> {
  const { open } = useDesk.getState()
  return open ? saveFile(fileText(open), nameOf(open)) : { text: 'There is no script open.', bad: true }
}
