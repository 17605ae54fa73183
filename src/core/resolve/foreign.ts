// Another program's words and branches in a line: where they stand, and whether they are the firmware's own.
import type { Line } from '../gcode/line.ts'
import { formulasIn } from '../gcode/pieces.ts'
import type { Stage } from '../machine/state.ts'
import type { Foreign } from '../vocabulary/foreign.ts'
import { branchIn, insideOf } from '../vocabulary/tags.ts'

/** What can't be told counts as so, that its lines are at least looked at. */
export const isSo = (value: Foreign): boolean =>
  value === null ? true : typeof value === 'string' ? value !== '' : Boolean(value)

/** Names that a macro-file board's expressions know: functions, constants and groups of values. */
const ownNames: ReadonlySet<string> = new Set(
  `abs acos asin atan atan2 ceil cos datetime degrees drop exists exp find floor fileexists fileread input isnan iterations line
  log max min mod null pi pow radians random result sin sqrt square take tan true false vector and or not var param global move
  heat tools state sensors fans job network boards inputs limits spindles volumes directories`.split(/\s+/),
)

/** The start of a board's expression: an operator, number, text, list or name. Examples: `-var.x`, `#move.axes`, `{1,2}`. */
const ownStart = /^\s*(?:[-+!#({\d"']|([A-Za-z_]\w*))/

const isOwnStart = (inside: string): boolean => {
  const start = ownStart.exec(inside)
  return start !== null && (start[1] === undefined || ownNames.has(start[1]))
}

/** Words by themselves that no board knows: `first_bed_temp` in `{max(first_bed_temp, 60)}` is another program's. */
const hasForeignWord = (inside: string): boolean =>
  [...inside.replace(/"[^"]*"|'[^']*'/g, '').matchAll(/(?<![\w.\]])[A-Za-z_]\w*(?![\w.])/g)].some(
    ([word]) => !ownNames.has(word),
  )

/** Without one of these, nothing is in another program's signs. */
const anySign = /[{[%<$#]/

/** Whether a value in brackets is another program's: neither ours nor the firmware's own. */
export function isForeignFormula(formula: string, { firmware }: Pick<Stage, 'firmware'>): boolean {
  if (!/^[{[%<$#]/.test(formula)) return false
  return !(firmware.flow && formula.startsWith('{') && isOwnStart(formula.slice(1)) && !hasForeignWord(formula))
}

/** Whether a line begins, continues or ends a branch of another program. */
export const hasBranch = ({ raw, pieces }: Line): boolean =>
  pieces.some(({ kind }) => kind === 'formula') ||
  [...formulasIn(raw)].some(({ formula, text }) => formula && branchIn(insideOf(text)) !== null)

/** All words in another program's signs. */
export const wordsIn = (lines: readonly Line[]): string[] =>
  lines.flatMap(({ raw }) =>
    /[{[%<$#]/.test(raw)
      ? [...formulasIn(raw)].flatMap(({ formula, text }) => (formula ? (text.match(/[A-Za-z_]\w*/g) ?? []) : []))
      : [],
  )

/** A message in its parts, each another program's words or not: brackets right behind a name are a place in a list of the board's. */
export function* foreignIn(
  text: string,
  stage: Pick<Stage, 'firmware'>,
): Generator<{ foreign: boolean; text: string }> {
  let before = ''
  for (const part of formulasIn(text)) {
    const item = stage.firmware.flow && part.text.startsWith('[') && /[\w\])}]$/.test(before)
    yield { foreign: part.formula && !item && isForeignFormula(part.text, stage), text: part.text }
    before = part.text
  }
}

/** Whether a message has another program's words in it. */
const hasForeign = (text: string, stage: Pick<Stage, 'firmware'>): boolean =>
  anySign.test(text) && [...foreignIn(text, stage)].some(({ foreign }) => foreign)

/** Whether a line has another program's placeholders in what the machine reads. */
export const isForeign = ({ pieces, raw }: Line, stage: Pick<Stage, 'firmware'>): boolean =>
  anySign.test(raw) &&
  pieces.some(
    piece =>
      piece.kind === 'formula' ||
      (piece.kind === 'word' && piece.formula !== null && isForeignFormula(piece.formula, stage)) ||
      (piece.kind === 'key' && isForeignFormula(piece.value, stage)) ||
      (piece.kind === 'message' && hasForeign(piece.text, stage)) ||
      (piece.kind === 'name' && /^[Tt][{[%<$#]/.test(piece.text) && isForeignFormula(piece.text.slice(1), stage)),
  )
