// Edits of a host's config keep to its form: a line of a template stands to the right, or it would be none.
import type { Edit } from '../../model/script.ts'

const blank = /^[ \t]+/

/** The blanks that lines of the template about this place begin with; none where the place is in no template. */
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

/** Lines that edits bring in are put as far to the right as those about them. */
export const asTemplate = (text: string, edits: readonly Edit[]): Edit[] =>
  edits.map(edit => {
    const indent = indentAbout(text, edit.from)
    // Whole sections stand at the left, as they came.
    if (indent === '' || edit.insert.split('\n').some(line => line.startsWith('['))) return edit
    const startsLine = edit.from === 0 || text[edit.from - 1] === '\n'
    const lines = edit.insert.split('\n')
    const insert = lines
      .map((line, i) => (line !== '' && !blank.test(line) && (i > 0 || startsLine) ? indent + line : line))
      .join('\n')
    return { ...edit, insert }
  })
