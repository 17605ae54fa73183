// The sentence for a line that sets a mode: the new mode, or that it was set already.
import { lowerFirst } from './table-words.ts'

export const already = (same: boolean, text: string): string =>
  same ? `Does nothing: ${lowerFirst(text)}, already.` : `${text}.`
