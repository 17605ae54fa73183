// The round times below the ribbon. A time that the playhead's label would cover is left out.
import { clock, plain } from '../../../../core/format.ts'
import { timeTicks } from '../../../lib/round-ticks.ts'

/** The times, s. One at the very end would be cut off. */
export const timeMarks = (totalS: number): number[] => timeTicks(totalS, 6).filter(at => at < totalS * 0.965)

/** The approximate width of a letter, px. */
const letterPx = 5.2
/** Space on both sides of the playhead's label together, px. */
const besidesPx = 14

/**
 * The start and end of the label beside the playhead at `x`, px: to its right, or to its left near the end of the
 * ribbon.
 */
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
      <span key={at} aria-hidden className="absolute bottom-px text-small leading-[17px] text-soft" style={{ left }}>
        {words}
      </span>
    )
  })
}
