// Copies texts to the clipboard and saves them as files. Each function returns a sentence to show, or throws an error
// whose message is shown.
import type { Open } from './desk.ts'

export async function copyText(text: string): Promise<string> {
  await navigator.clipboard.writeText(text).catch(() => {
    throw new Error('The browser does not allow copying here. Select the text and copy it by hand.')
  })
  return 'Copied'
}

/** A name without the characters that file systems do not allow. */
export const fileName = (name: string): string => name.replace(/[\\/:*?"<>|]/g, '-')

export const nameOf = ({ saved, suggestedName }: Pick<Open, 'saved' | 'suggestedName'>): string =>
  fileName(saved?.name ?? (suggestedName || 'script'))

function save(blob: Blob, name: string): string {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
  return `Saved to your downloads as ${name}`
}

/** Adds `.gcode` unless the name has the extension of a macro file, config or text. */
const withEnding = (name: string): string => (/\.(?:g|cfg|json|txt)$/.test(name) ? name : `${name}.gcode`)

export const saveFile = (text: string, name: string): string =>
  save(new Blob([text], { type: 'text/plain' }), withEnding(name))

/** Saves several texts in one .zip; repeated names are numbered. */
export async function saveZip(files: readonly { name: string; text: string }[], name: string): Promise<string> {
  const { strToU8, zipSync } = await import('fflate').catch(() => {
    throw new Error('The server does not answer, so nothing can be packed into a .zip. Start it again.')
  })
  const entries: Record<string, Uint8Array> = {}
  for (const { name: wanted, text } of files) {
    let free = withEnding(wanted)
    for (let i = 2; free in entries; i++) free = withEnding(`${wanted} ${i}`)
    entries[free] = strToU8(text)
  }
  return save(new Blob([zipSync(entries) as BlobPart], { type: 'application/zip' }), `${name}.zip`)
}
