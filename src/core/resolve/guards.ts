// Guards that have lost their partner.
import { guardLine } from '../formula/marks.ts'
import type { Line } from '../gcode/line.ts'

/** Guard lines without a partner: a `when` that has no end, an `otherwise` or `end` that has no `when`. */
export function halfGuards(lines: readonly Line[]): ReadonlySet<number> {
  const half = new Set<number>()
  const open: number[] = []
  for (const line of lines) {
    const guard = line.kind === 'mark' ? guardLine(line.raw) : null
    if (guard?.kind === 'when') open.push(line.number)
    else if (guard && open.length === 0) half.add(line.number)
    else if (guard?.kind === 'end') open.pop()
  }
  for (const line of open) half.add(line)
  return half
}
