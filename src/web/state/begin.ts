// Opens a new script from pasted text, or from dropped or opened files, for the person's own printer.
import { decodeScript } from '../../core/gcode/decode.ts'
import { beginDraft } from '../drafts/scripts.ts'
import { myPrinter } from './my-printer.ts'
import { fetchShelf } from './queries.ts'

/** The address of its Desk, or the reason why it can't be opened. */
export type Begun = { address: string; why: null } | { address: null; why: string }

/** Limit of a file's size, bytes: nobody edits larger scripts. */
const largestFile = 64 * 1024 * 1024

/** The person's own printer, otherwise the first on the shelf. Waits until the shelf has loaded. */
async function printerForNew(): Promise<number> {
  const { printers } = await fetchShelf().catch(() => ({ printers: [] }))
  const mine = myPrinter()
  return printers.find(({ id }) => id === mine)?.id ?? printers[0]?.id ?? 0
}

export const beginScript = async (text: string, name: string): Promise<Begun> => ({
  address: await beginDraft(text, name, await printerForNew()),
  why: null,
})

export async function beginFromFile(file: File): Promise<Begun> {
  if (file.size > largestFile)
    return { address: null, why: `“${file.name}” is larger than 64 MB, which is more than this takes.` }
  const decoded = decodeScript(new Uint8Array(await file.arrayBuffer()))
  if (!decoded.ok) return { address: null, why: `“${file.name}”: ${decoded.why}` }
  // Files that describe a machine are not scripts: a printer is learned from them.
  const { describesMachine } = await import('../../core/learn/file-kind.ts')
  if (describesMachine({ name: file.name, text: decoded.text })) {
    const { giveFiles } = await import('./files-to-learn.ts')
    await giveFiles([file])
    return { address: '/printers/learn', why: null }
  }
  return beginScript(decoded.text, file.name.replace(/\.(gcode|gco|g|nc|txt)$/i, ''))
}

/** Several files together describe a machine; a single file may be a script. */
export async function beginFromFiles(files: readonly File[]): Promise<Begun> {
  const [first] = files
  if (first && files.length === 1) return beginFromFile(first)
  const { giveFiles } = await import('./files-to-learn.ts')
  await giveFiles(files)
  return { address: '/printers/learn', why: null }
}
