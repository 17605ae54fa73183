// The head goes through the place of the prime tower: a start script purges there, or a later one runs into it.
import { mm } from '../../format.ts'
import { printHeight } from '../../machine/beginning.ts'
import { crosses } from '../../machine/beyond.ts'
import type { Step } from '../../machine/trace.ts'
import { outsideMm, towerOf } from '../../model/job.ts'
import { momentFacts, withinPrint } from '../../model/moment.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { acrossMm, lineOf } from '../queries.ts'

/** Depth up to which the nozzle only drags on the tower, mm; deeper moves run into it. */
const dragsMm = 0.1
const crashMm = 0.3

function check(script: Checked): Found[] {
  const { stage, steps, strokes } = script
  const tower = towerOf(stage.job)
  if (!tower) return []
  if (momentFacts[stage.moment].runs === 'before') {
    const stroke = strokes.find(({ path }) =>
      path.some((to, i) => {
        const from = path[i - 1] ?? to
        return crosses(tower, { from: { x: from[0], y: from[1], z: 0 }, to: { x: to[0], y: to[1], z: 0 } })
      }),
    )
    if (!stroke) return []
    const message = `Extrudes filament where the prime tower of “${stage.job.name}” will be. The tower’s first layer is printed on it and does not stick.`
    return [{ line: stroke.line, message }]
  }
  const top = printHeight(stage)
  const within = ({ x, y }: Step['to']) => outsideMm(tower, x, y) === 0
  for (const [i, step] of steps.entries()) {
    const lowest = Math.min(step.from.z, step.to.z)
    if (!(lowest < top + dragsMm) || !crosses(tower, step)) continue
    // A nozzle that primes on the tower arrives and leaves at its height, or stays for the slicer to continue.
    const primes =
      (within(step.to) && visits(steps.slice(i + 1), within, true)) ||
      (within(step.from) && visits(steps.slice(0, i).reverse(), within, false))
    const line = lineOf(script, step)
    if (lowest < top - crashMm)
      return [
        {
          line,
          severity: 'error',
          message: `Takes the nozzle down to ${mm(lowest, 1)} where the prime tower stands (${mm(top, 1)} high). It runs into the tower.`,
        },
      ]
    if (!primes && acrossMm(step) > 1) {
      const message = `Drags the nozzle over the prime tower without lifting it. A tower is thin and comes off the bed. Lift first, or go around it.`
      return [{ line, message }]
    }
  }
  return []
}

/**
 * Whether a nozzle in the tower extrudes there before it leaves (looking back: since it arrived), or stays until the
 * script's end (or was there from its start).
 */
function visits(steps: readonly Step[], within: (place: Step['to']) => boolean, onwards: boolean): boolean {
  for (const step of steps) {
    if (step.filamentMm > 0 && within(step.to) && within(step.from)) return true
    if (!within(onwards ? step.to : step.from)) return false
  }
  return true
}

export const throughTower = {
  name: 'through-tower',
  group: 'motion',
  severity: 'warning',
  title: 'Moves through the prime tower',
  why: 'A prime tower is tall and thin. Anything under it keeps it from sticking, and a nozzle that runs into it knocks it over.',
  silentWhen:
    'The tower is treated as a box as high as the print. Silent where the nozzle extrudes on the tower or stays there, and for jobs without one.',
  example: {
    text: 'G91\nG1 E-2 F1800\nG90\nG1 X200 Y110 F6000\nM104 S0\nM140 S0\nM107\nM84',
    moment: 'end',
    job: { tower: { x: 160, y: 110, widthMm: 20, depthMm: 20 } },
  },
  moments: ['start', 'end', ...withinPrint],
  check,
} as const satisfies Rule
