// Mends what a bad paste did to a whole script: lines run together, odd signs, decimal commas.
import type { Line, Piece, Word } from '../../gcode/line.ts'
import { placeOf } from '../../gcode/line.ts'
import { readLine, startsCommand } from '../../gcode/read.ts'
import { applyEdits, type Edit } from '../../model/script.ts'
import { partComment } from './comment-commands.ts'
import { blanksBefore } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

/** Signs that word processors and web pages put in place of plain ones. */
const plainChars: [RegExp, string][] = [
  [/[\u2010-\u2015\u2212]/g, '-'],
  [/[\u2018\u2019]/g, "'"],
  [/[\u201c-\u201e]/g, '"'],
  [/[\u00a0\u1680\u2000-\u200a\u202f\u205f\u3000]/g, ' '],
  [/[\u200b\ufeff]/g, ''],
]

/** Text in plain signs; comments keep theirs, so this is only for what a machine reads. */
export const straighten = (text: string): string =>
  plainChars.reduce((mended, [char, plain]) => mended.replace(char, plain), text)

/** `\\n` spelled out, as settings files keep line ends, before what may begin a line. */
const spelledEnd = /(?:\\r)?\\n(?=[ \t]*(?:[GMTN]-?\d|[A-Z][A-Z0-9]*_[A-Z0-9_]+|[;\\]|$))/g

/** Where a line has line ends spelled out as signs, real ones in their place. */
export const spelledEnds = ({ raw, from }: Line, ending: string): Edit[] =>
  [...raw.matchAll(spelledEnd)].map(({ index, 0: { length } }) => ({
    from: from + index,
    to: from + index + length,
    insert: ending,
  }))

/** Where a line's comment begins; its end where it has none. */
const codeEnd = ({ raw, pieces }: Line): number => {
  const comment = pieces.find(({ kind, text }) => kind === 'comment' && text.startsWith(';'))
  return comment ? raw.length - comment.text.length : raw.length
}

/** Signs as wide as those of East Asian scripts, in the width that machines read. */
const narrow = (text: string): string =>
  text.replace(/[\uff01-\uff5e]/g, char => String.fromCharCode(char.charCodeAt(0) - 0xfee0))

/** A number or dot of a list in front of a command, as web pages and books have it. */
const listed = /^(\s*)(?:\d{1,3}[.):]|[•·*>–-])[ \t]{1,8}(?=[GMT]\d)/i

/** What a machine reads of a line, in narrow signs and straight quotes, without the number that a list gave it. */
function plainCode(line: Line): string {
  const end = codeEnd(line)
  const code = narrow(line.raw.slice(0, end)).replace(/[\u201c-\u201e]/g, '"')
  return code.replace(listed, '$1') + line.raw.slice(end)
}

/** A comma in a speed may part thousands as well as decimals: nobody but the person can tell. */
export const mayBeThousands = ({ letter, text }: Word): boolean => letter === 'F' && /^.\d{1,3},\d{3}$/.test(text)

function mendedPiece(piece: Piece): string | null {
  if (piece.kind === 'stray' && (piece.flaw === 'odd-space' || piece.flaw === 'odd-character'))
    return straighten(piece.text)
  if (piece.kind !== 'word') return null
  if (piece.flaw === 'odd-character') return straighten(piece.text)
  return piece.flaw === 'decimal-comma' && !mayBeThousands(piece) ? piece.text.replace(',', '.') : null
}

/** Where commands have been run on to a line, line ends that part them; spaces before the later ones go. */
export function partCommands(line: Line, ending: string): Edit[] {
  if (!line.command) return []
  return line.pieces.filter(startsCommand).map(piece => {
    const { from } = placeOf(line, piece)
    const gap = blanksBefore(line, from)
    return { from: from - gap, to: from, insert: ending }
  })
}

const byteOrderMark = (line: Line, piece: Piece): boolean =>
  line.number === 1 && line.pieces[0] === piece && piece.text === '\ufeff'

/** Enough for any paste seen; a line that still changed then would be changed for ever. */
const maxPasses = 8

/** Each line is mended until nothing is left to mend: what is parted from it may show more that the paste did. */
export function repair({ lines }: Rehearsed): Plan {
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  const edits = lines.flatMap(({ raw, number, from }): Edit[] => {
    let mended = raw
    for (let pass = 0, before = ''; mended !== before && pass < maxPasses; pass++) {
      before = mended
      mended = mendedOnce(before, number, ending)
    }
    return mended === raw ? [] : [{ from, to: from + raw.length, insert: mended }]
  })
  return edits.length ? { ok: true, title: 'Repair what the paste did', edits } : refuse('There is nothing to repair.')
}

/** What was one line, its line ends made real and each of its lines mended; `number` is that of the first. */
function mendedOnce(text: string, number: number, ending: string): string {
  const lines = text.split(ending).map(each => {
    const line = readLine(each, number)
    return applyEdits(each, spelledEnds({ ...line, from: 0 }, ending))
  })
  return lines
    .flatMap(each => each.split(ending))
    .map(each => mendedLine(readLine(plainCode(readLine(each, number)), number), ending))
    .join(ending)
}

/** One line with plain signs, each of its commands on a line: a mended sign may show two where there seemed to be one word. */
function mendedLine(line: Line, ending: string): string {
  const chars = line.pieces.flatMap((piece): Edit[] => {
    const mended = byteOrderMark(line, piece) ? null : mendedPiece(piece)
    return mended === null ? [] : [{ ...placeOf(line, piece), insert: mended }]
  })
  const mended = applyEdits(line.raw, chars)
  const uncovered = applyEdits(mended, partComment(readLine(mended), ending))
  return uncovered
    .split(ending)
    .map(each => applyEdits(each, partCommands(readLine(each), ending)))
    .join(ending)
}
