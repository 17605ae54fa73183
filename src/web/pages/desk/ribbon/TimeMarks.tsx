// The round times along the ribbon's foot. One that the playhead's words would cover is left out, not cut.
import { clock, plain } from '../../../../core/format.ts'
import { timeTicks } from '../../../lib/round-ticks.ts'

/** Where they stand, s. One at the very end would be cut off. */
export const timeMarks = (totalS: number): number[] => timeTicks(totalS, 6).filter(at => at < totalS * 0.965)

/** How wide a letter of these words is, about, px. */
const letterPx = 5.2
/** Room on both sides of the playhead's words together, px. */
const besidesPx = 14

/** From where to where words beside the playhead at `x` reach, px: to its right, or to its left where the ribbon ends. */
export function reachOf(words: string, x: number, width: number): [from: number, to: number] {
  const long = words.length * letterPx + besidesPx
  return x + long > width ? [x - long, x] : [x, x + long]
}

type Props = { totalS: number; width: number; covered: readonly [from: number, to: number] }

export function TimeMarks({ totalS, width, covered: [from, to] }: Props) {
  return timeMarks(totalS).map(at => {
    const words = totalS < 7 ? `${plain(at, 1)} s` : clock(at)
    const left = (at / totalS) * width
    if (left < to && left + words.length * letterPx > from) return null
    return (
      <span key={at} aria-hidden className="absolute bottom-px text-[13px] leading-[17px] text-soft" style={{ left }}>
        {words}
      </span>
    )
  })
}
