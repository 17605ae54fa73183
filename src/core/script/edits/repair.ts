// Repairs the results of a bad paste in a whole script: joined lines, typographic characters, decimal commas.
import type { Line, Piece, Word } from '../../gcode/line.ts'
import { placeOf } from '../../gcode/line.ts'
import { readLine, startsCommand } from '../../gcode/read.ts'
import { applyEdits, type Edit } from '../../model/script.ts'
import { partComment } from './comment-commands.ts'
import { blanksBefore } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

/** Characters that word processors and web pages use instead of plain ones. */
const plainChars: [RegExp, string][] = [
  [/[\u2010-\u2015\u2212]/g, '-'],
  [/[\u2018\u2019]/g, "'"],
  [/[\u201c-\u201e]/g, '"'],
  [/[\u00a0\u1680\u2000-\u200a\u202f\u205f\u3000]/g, ' '],
  [/[\u200b\ufeff]/g, ''],
]

/** Replaces typographic characters by plain ones. Only for text that machines read; comments keep theirs. */
export const straighten = (text: string): string =>
  plainChars.reduce((mended, [char, plain]) => mended.replace(char, plain), text)

/**
 * A literal `\
 * `, as settings files write line breaks, before something that may start a line.
 */
const spelledEnd = /(?:\\r)?\\n(?=[ \t]*(?:[GMTN]-?\d|[A-Z][A-Z0-9]*_[A-Z0-9_]+|[;\\]|$))/g

/** Replaces literal line breaks in a line by real ones. */
export const spelledEnds = ({ raw, from }: Line, ending: string): Edit[] =>
  [...raw.matchAll(spelledEnd)].map(({ index, 0: { length } }) => ({
    from: from + index,
    to: from + index + length,
    insert: ending,
  }))

/** Where a line's comment starts; its end if it has none. */
const codeEnd = ({ raw, pieces }: Line): number => {
  const comment = pieces.find(({ kind, text }) => kind === 'comment' && text.startsWith(';'))
  return comment ? raw.length - comment.text.length : raw.length
}

/** Converts full-width characters to the width that machines read. */
const narrow = (text: string): string =>
  text.replace(/[\uff01-\uff5e]/g, char => String.fromCharCode(char.charCodeAt(0) - 0xfee0))

/** A list's number or bullet before a command, as on web pages and in books. */
const listed = /^(\s*)(?:\d{1,3}[.):]|[•·*>–-])[ \t]{1,8}(?=[GMT]\d)/i

/** The code of a line in half-width characters and straight quotes, without a list's number. */
function plainCode(line: Line): string {
  const end = codeEnd(line)
  const code = narrow(line.raw.slice(0, end)).replace(/[\u201c-\u201e]/g, '"')
  return code.replace(listed, '$1') + line.raw.slice(end)
}

/** A comma in a feed rate may be a decimal or a thousands separator: only the person can tell. */
export const mayBeThousands = ({ letter, text }: Word): boolean => letter === 'F' && /^.\d{1,3},\d{3}$/.test(text)

function mendedPiece(piece: Piece): string | null {
  if (piece.kind === 'stray' && (piece.flaw === 'odd-space' || piece.flaw === 'odd-character'))
    return straighten(piece.text)
  if (piece.kind !== 'word') return null
  if (piece.flaw === 'odd-character') return straighten(piece.text)
  return piece.flaw === 'decimal-comma' && !mayBeThousands(piece) ? piece.text.replace(',', '.') : null
}

/** Inserts line breaks between commands that were joined on a line; spaces before them are removed. */
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

/** Limit of repair passes for one line. */
const maxPasses = 8

/** Repairs each line until nothing changes: splitting a line may reveal further faults. */
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

/** A line with its literal line breaks made real and each resulting line repaired; `number` is that of the first. */
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

/**
 * One line with plain characters and each command on its own line: a repaired character may reveal two commands in one
 * word.
 */
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
