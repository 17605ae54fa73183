// Draws the estimated ooze on the bed: a drop where the nozzle rests or touches, a string where it travels.
import { plain } from '../../../../core/format.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { keysOf } from '../../../lib/keys.ts'

const max = 400
/** Drop sizes, pixels: limits, and the width per square root of the volume in mm³. */
const dropPx = { least: 2.6, max: 6, perRoot: 2.6 }

/** `pixel` is the width of a screen pixel in mm. Ooze after the playhead is drawn pale. */
export function BedOoze({ round, pixel, playheadS }: { round: DeskRound; pixel: number; playheadS: number }) {
  const marks = round.ooze.marks.slice(0, max)
  if (marks.length === 0) return null
  const keys = keysOf(marks, ({ kind, line }) => `${kind} ${line}`)
  return (
    <g data-ooze={marks.length} stroke="var(--warn)" fill="none">
      {marks.map(({ kind, line, atS, from, to, mm3 }, i) => {
        const opacity = atS <= playheadS ? 1 : 0.35
        const description = `${kind === 'drop' ? 'Oozes' : 'Draws a string of'} about ${plain(mm3, 1)} mm³, line ${line}`
        const key = keys[i]
        if (kind === 'string')
          return (
            <path
              key={key}
              d={wavy(from, to, 3 * pixel)}
              opacity={opacity}
              strokeWidth={1.2}
              vectorEffect="non-scaling-stroke"
            >
              <title>{description}</title>
            </path>
          )
        const r = Math.min(dropPx.max, Math.max(dropPx.least, dropPx.perRoot * Math.sqrt(mm3))) * pixel
        return (
          <path
            key={key}
            transform={`translate(${to[0]} ${to[1]})`}
            d={`M0 ${2 * r}C${r * 0.4} ${r} ${r} ${r * 0.5} ${r} ${-r * 0.2}A${r} ${r} 0 0 0 ${-r} ${-r * 0.2}C${-r} ${r * 0.5} ${-r * 0.4} ${r} 0 ${2 * r}Z`}
            opacity={opacity}
            fill="var(--raised)"
            strokeWidth={1.6}
            vectorEffect="non-scaling-stroke"
          >
            <title>{description}</title>
          </path>
        )
      })}
    </g>
  )
}

/** A wavy path with the amplitude `sway`, so that strings and travel differ in shape. */
function wavy([ax, ay]: [number, number], [bx, by]: [number, number], sway: number): string {
  const length = Math.hypot(bx - ax, by - ay)
  const waves = Math.max(2, Math.min(60, Math.round(length / (sway * 5))))
  const [nx, ny] = [(-(by - ay) / length) * sway, ((bx - ax) / length) * sway]
  let way = `M${ax} ${ay}`
  for (let i = 0; i < waves; i++) {
    const [middle, end] = [(i + 0.5) / waves, (i + 1) / waves]
    const side = i % 2 ? -1 : 1
    way += `Q${ax + (bx - ax) * middle + nx * side * 2} ${ay + (by - ay) * middle + ny * side * 2} ${ax + (bx - ax) * end} ${ay + (by - ay) * end}`
  }
  return way
}
