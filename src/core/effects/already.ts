// The sentence for a mode that a line sets: what it is from here on, or that it was so already.
import { lowerFirst } from './table-words.ts'

export const already = (same: boolean, text: string): string =>
  same ? `Does nothing: ${lowerFirst(text)}, already.` : `${text}.`
