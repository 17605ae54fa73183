// A made passage becomes ordinary text: its markers go, its lines stay.
import type { Line } from '../../gcode/line.ts'
import type { Edit } from '../../model/script.ts'
import type { MadePassage } from '../makers/maker.ts'
import { rangeOf } from './plan.ts'

/** Takes the two markers away, so that the lines between them are a person's own. */
export const ordinaryText = (lines: readonly Line[], { firstLine, lastLine }: MadePassage): Edit[] =>
  [firstLine, lastLine].map(line => ({ ...rangeOf(lines, line, line), insert: '' }))
