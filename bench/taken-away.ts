// When a shared machine's processors were given to others, as Linux counts it; elsewhere nothing is known of it.
import { readFileSync } from 'node:fs'

const everyMs = 10
/** The eighth number of the first line of `/proc/stat`: hundredths of a second in which a processor that had work was not given to us. */
const place = 8

function ticksTaken(): number | null {
  try {
    const ticks = readFileSync('/proc/stat', 'utf8').split('\n', 1)[0]?.split(/\s+/)[place]
    return ticks === undefined ? null : Number(ticks)
  } catch {
    return null
  }
}

/** Now, in microseconds of the clock that Chromium's traces go by. */
const nowUs = () => Number(process.hrtime.bigint() / 1000n)

/** Looks until it is ended; then says of a stretch, in microseconds, whether all processors were ours in it. Null where nobody counts. */
export function watchProcessors(): { end: () => ((fromUs: number, toUs: number) => boolean) | null } {
  const looks: { at: number; ticks: number }[] = []
  const look = () => {
    const ticks = ticksTaken()
    if (ticks !== null) looks.push({ at: nowUs(), ticks })
  }
  look()
  const timer = setInterval(look, everyMs)
  return {
    end: () => {
      clearInterval(timer)
      look()
      if (looks.length === 0) return null
      return (fromUs, toUs) => {
        const before = looks.findLast(({ at }) => at <= fromUs)
        const after = looks.find(({ at }) => at >= toUs)
        return before !== undefined && after !== undefined && before.ticks === after.ticks
      }
    },
  }
}
