// Adapts edits to a host's config: lines of a template must be indented.
import type { Edit } from '../../model/script.ts'

const blank = /^[ \t]+/

/** The indentation of the template lines around an offset; empty outside a template. */
function indentAbout(text: string, at: number): string {
  const lineFrom = text.lastIndexOf('\n', at - 1) + 1
  const here = blank.exec(text.slice(lineFrom, lineFrom + 80))?.[0]
  if (here !== undefined) return here
  const before = text
    .slice(0, lineFrom)
    .split('\n')
    .slice(-40)
    .reverse()
    .find(line => line.trim() !== '')
  return (before && blank.exec(before)?.[0]) ?? ''
}

/** Indents inserted lines like the lines around them. */
export const asTemplate = (text: string, edits: readonly Edit[]): Edit[] =>
  edits.map(edit => {
    const indent = indentAbout(text, edit.from)
    // Whole sections stay unindented.
    if (indent === '' || edit.insert.split('\n').some(line => line.startsWith('['))) return edit
    const startsLine = edit.from === 0 || text[edit.from - 1] === '\n'
    const lines = edit.insert.split('\n')
    const insert = lines
      .map((line, i) => (line !== '' && !blank.test(line) && (i > 0 || startsLine) ? indent + line : line))
      .join('\n')
    return { ...edit, insert }
  })
