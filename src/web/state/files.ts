// Texts that leave the browser: to the clipboard, or as a file.
import type { Open } from './desk.ts'

/** What came of an action, to be shown to the person. */
export type Said = { text: string; bad: boolean }

export async function copyText(text: string): Promise<Said> {
  try {
    await navigator.clipboard.writeText(text)
    return { text: 'Copied', bad: false }
  } catch {
    return { text: 'The browser does not allow copying here. Select the text and copy it by hand.', bad: true }
  }
}

/** A file's name without its ending, with no sign that a file system minds. */
export const nameOf = ({ saved, suggestedName }: Pick<Open, 'saved' | 'suggestedName'>): string =>
  (saved?.name ?? (suggestedName || 'script')).replace(/[\\/:*?"<>|]/g, '-')

export function saveFile(text: string, name: string): Said {
  const url = URL.createObjectURL(new Blob([text], { type: 'text/plain' }))
  const link = document.createElement('a')
  link.href = url
  link.download = `${name}.gcode`
  link.click()
  URL.revokeObjectURL(url)
  return { text: `Saved to your downloads as ${link.download}`, bad: false }
}
