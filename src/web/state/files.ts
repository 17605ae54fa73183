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
export const fileName = (name: string): string => name.replace(/[\\/:*?"<>|]/g, '-')

export const nameOf = ({ saved, suggestedName }: Pick<Open, 'saved' | 'suggestedName'>): string =>
  fileName(saved?.name ?? (suggestedName || 'script'))

function save(blob: Blob, name: string): Said {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
  return { text: `Saved to your downloads as ${name}`, bad: false }
}

/** A macro file and a config keep their own endings. */
const withEnding = (name: string): string => (/\.(?:g|cfg|json|txt)$/.test(name) ? name : `${name}.gcode`)

export const saveFile = (text: string, name: string): Said =>
  save(new Blob([text], { type: 'text/plain' }), withEnding(name))

/** Several texts in one .zip; names that come twice are numbered. */
export async function saveZip(files: readonly { name: string; text: string }[], name: string): Promise<Said> {
  const packer = await import('fflate').catch(() => null)
  if (!packer) return { text: 'The server is gone, so nothing can be packed into a .zip. Start it again.', bad: true }
  const { strToU8, zipSync } = packer
  const entries: Record<string, Uint8Array> = {}
  for (const { name: wanted, text } of files) {
    let free = withEnding(wanted)
    for (let i = 2; free in entries; i++) free = withEnding(`${wanted} ${i}`)
    entries[free] = strToU8(text)
  }
  return save(new Blob([zipSync(entries) as BlobPart], { type: 'application/zip' }), `${name}.zip`)
}
