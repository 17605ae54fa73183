// Turns a made passage into ordinary text: removes its markers and keeps its lines.
import type { Line } from '../../gcode/line.ts'
import type { Edit } from '../../model/script.ts'
import type { MadePassage } from '../makers/maker.ts'
import { rangeOf } from './plan.ts'

/** Removes the two markers, so that the lines between them are ordinary text. */
export const ordinaryText = (lines: readonly Line[], { firstLine, lastLine }: MadePassage): Edit[] =>
  [firstLine, lastLine].map(line => ({ ...rangeOf(lines, line, line), insert: '' }))
