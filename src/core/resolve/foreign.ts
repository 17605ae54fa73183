// Finds a slicer's placeholders and branches in a line, and distinguishes them from the firmware's own expressions.
import type { Line } from '../gcode/line.ts'
import { formulasIn } from '../gcode/pieces.ts'
import type { Stage } from '../machine/state.ts'
import type { Foreign } from '../vocabulary/foreign.ts'
import { branchIn, insideOf } from '../vocabulary/tags.ts'

/** An unknown condition counts as true, so that its lines are checked. */
export const isSo = (value: Foreign): boolean =>
  value === null ? true : typeof value === 'string' ? value !== '' : Boolean(value)

/** Names in the expressions of macro-file firmware: functions, constants and groups of values. */
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

/**
 * Whether an expression has a word that no board knows: `first_bed_temp` in `{max(first_bed_temp, 60)}` is a slicer's.
 */
const hasForeignWord = (inside: string): boolean =>
  [...inside.replace(/"[^"]*"|'[^']*'/g, '').matchAll(/(?<![\w.\]])[A-Za-z_]\w*(?![\w.])/g)].some(
    ([word]) => !ownNames.has(word),
  )

/** Without one of these characters a text has no placeholders. */
const anySign = /[{[%<$#]/

/** Whether a value in brackets is a slicer's: neither ours nor the firmware's. */
export function isForeignFormula(formula: string, { firmware }: Pick<Stage, 'firmware'>): boolean {
  if (!/^[{[%<$#]/.test(formula)) return false
  return !(firmware.flow && formula.startsWith('{') && isOwnStart(formula.slice(1)) && !hasForeignWord(formula))
}

/** Whether a line starts, continues or ends a slicer's branch. */
export const hasBranch = ({ raw, pieces }: Line): boolean =>
  pieces.some(({ kind }) => kind === 'formula') ||
  [...formulasIn(raw)].some(({ formula, text }) => formula && branchIn(insideOf(text)) !== null)

/** All words in placeholders. */
export const wordsIn = (lines: readonly Line[]): string[] =>
  lines.flatMap(({ raw }) =>
    /[{[%<$#]/.test(raw)
      ? [...formulasIn(raw)].flatMap(({ formula, text }) => (formula ? (text.match(/[A-Za-z_]\w*/g) ?? []) : []))
      : [],
  )

/** Splits a message into placeholders and other text. Brackets right after a name are an index of the firmware's. */
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

/** Whether a message contains placeholders. */
const hasForeign = (text: string, stage: Pick<Stage, 'firmware'>): boolean =>
  anySign.test(text) && [...foreignIn(text, stage)].some(({ foreign }) => foreign)

/** Whether a line contains placeholders in the part that the machine reads. */
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
