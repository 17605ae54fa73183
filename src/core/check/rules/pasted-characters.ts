// Characters from a web page or a word processor, or from a file that is not text.

import { type Line, type Piece, placeOf } from '../../gcode/line.ts'
import type { Stage } from '../../machine/state.ts'
import type { Edit } from '../../model/script.ts'
import { isForeign } from '../../resolve/foreign.ts'
import { spelledEnds, straighten } from '../../script/edits/repair.ts'
import type { Checked, Found, Rule } from '../finding.ts'

const isByteOrderMark = (line: Line, piece: Piece) =>
  line.number === 1 && piece === line.pieces[0] && piece.text === '\ufeff'

function check({ lines, stage }: Checked): Found[] {
  const odd = lines.filter(({ pieces }) => pieces.some(piece => 'flaw' in piece && piece.flaw !== null))
  return odd.flatMap((line): Found[] => {
    // Slicer placeholders and literal line breaks have their own rules.
    if (isForeign(line, stage) || spelledEnds(line, '').length > 0) return []
    const found: Found[] = []
    if (line.kind === 'command' || line.kind === 'blank') {
      const odd = line.pieces.filter(piece => 'flaw' in piece && !isByteOrderMark(line, piece))
      const spaces = odd.filter(piece => 'flaw' in piece && piece.flaw === 'odd-space')
      const chars = odd.filter(piece => 'flaw' in piece && piece.flaw === 'odd-character')
      const edits: Edit[] = [
        ...spaces.map(piece => ({ ...placeOf(line, piece), insert: ' ' })),
        ...chars.map(piece => ({ ...placeOf(line, piece), insert: straighten(piece.text) })),
      ]
      if (chars[0])
        found.push(
          problem(
            line,
            `“${chars[0].text}” has a character that no keyboard types into G-code, such as a long dash or a curly quote; the machine can’t read it.`,
            edits,
          ),
        )
      else if (spaces.length)
        found.push(
          problem(
            line,
            'There is a special space here (the non-breaking space of web pages). Boards can’t read it.',
            edits,
          ),
        )
      const control = odd.find(piece => 'flaw' in piece && piece.flaw === 'control-character')
      if (control)
        found.push({
          line: line.number,
          message: 'There are invisible control characters in this line. They may come from a file that is not text.',
        })
      const stray = odd.find(piece => piece.kind === 'stray' && piece.flaw === 'stray-text')
      if (stray && !takesAnyText(line, stage))
        found.push({
          line: line.number,
          message: `“${stray.text}” is neither a letter with a number nor a comment; the machine ignores it or stops. Is a “;” missing before it?`,
          severity: 'warning',
        })
    }
    const open = line.pieces.find(piece => piece.kind === 'comment' && piece.flaw === 'unclosed-comment')
    if (open)
      found.push({
        line: line.number,
        severity: 'warning',
        message: 'This comment opens with “(” and never closes; everything up to the end of the line is a comment.',
        fixes: [
          { title: 'Close it', edits: [{ from: placeOf(line, open).to, to: placeOf(line, open).to, insert: ')' }] },
        ],
      })
    return found
  })
}

/** Whether a line calls a macro that reads its whole text. */
const takesAnyText = ({ command }: Line, { macros }: Stage): boolean =>
  command !== null && /\brawparams\b/.test(macros?.get(command.name)?.gcode ?? '')

const problem = (line: Line, message: string, edits: Edit[]): Found => ({
  line: line.number,
  message,
  fixes: [{ title: 'Replace them by plain characters', edits }],
})

export const pastedCharacters = {
  name: 'pasted-characters',
  group: 'firmware',
  severity: 'error',
  title: 'Characters that a machine can’t read',
  why: 'Text copied from a web page or a message often has curly quotes, long dashes and odd spaces that look right but are different characters.',
  silentWhen: 'Silent in comments and messages, where any character is fine.',
  example: { text: 'G28\nM420 S1\nG1 X10 Y–5 F3000' },
  check,
} as const satisfies Rule
