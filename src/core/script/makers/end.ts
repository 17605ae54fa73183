// Makes the end of a print: retract, lift (limited by the reach), park, cool down, motors off.
import type { Heater } from '../../firmware/effect.ts'
import { addressOf } from '../../firmware/tools.ts'
import { materialOf, type Stage } from '../../machine/state.ts'
import { toolsUsed, topOn } from '../../model/job.ts'
import { beyondReach, type Made, type Maker, number, numberIn, type Surroundings, type Values } from './maker.ts'

/** Smaller lifts are left out, mm. */
const leastLiftMm = 0.01

function make(values: Values, { stage, modes, headZ }: Surroundings): Made {
  const { printer, job, firmware } = stage
  const { phrases } = firmware
  const [x, y] = [numberIn(values, 'x'), numberIn(values, 'y')]
  const why = beyondReach(stage, [
    ['x', x],
    ['y', y],
  ])
  if (why) return { ok: false, why }
  // The head is on top of the print at the end, or higher if an earlier line has lifted it.
  const fromZ = Math.max(topOn(job, printer), Number.isNaN(headZ) ? 0 : headZ)
  const lift = Math.min(numberIn(values, 'lift'), Math.max(0, printer.reach.z[1] - fromZ))
  const back = numberIn(values, 'back')
  const off = heatersUsed(stage).map(({ heater, tool }) => phrases.heat(heater, 0, tool))
  const motors =
    values.motors === 'all-but-Z'
      ? phrases.motorsOff(['x', 'y', 'e'])
      : values.motors === 'all'
        ? phrases.motorsOff(null)
        : null
  const commands = [
    phrases.waitForMoves(),
    modes.units === 'inch' ? phrases.units('mm') : null,
    phrases.positioning('relative'),
    phrases.countFilament('relative'),
    back > 0 ? phrases.move({ e: -back, f: 1800 }) : null,
    lift > leastLiftMm ? phrases.move({ z: lift, f: 600 }) : null,
    phrases.positioning('absolute'),
    phrases.move({ x, y, f: 6000 }),
    ...off,
    phrases.fan(0),
    motors,
  ]
  return { ok: true, lines: commands.flatMap(line => line?.split('\n') ?? []) }
}

/** Every heater that the job uses: each tool's, the bed's, and the chamber's if the material needs one. */
function heatersUsed(stage: Stage): { heater: Heater; tool: number | null }[] {
  const { printer, firmware, job } = stage
  const used = toolsUsed(job)
  const several = printer.tools.length > 1
  const named = several || firmware.toolNumbers === 'by-carriage'
  const warm = printer.heaters.chamber?.heated && used.some(tool => materialOf(stage, tool).chamberC > 0)
  return [
    ...(named ? used : used.slice(0, 1)).map(tool => ({
      heater: 'nozzle' as const,
      tool: named ? addressOf(firmware, printer, tool) : null,
    })),
    { heater: 'bed', tool: null },
    ...(warm ? [{ heater: 'chamber' as const, tool: null }] : []),
  ]
}

export const endOfPrint: Maker = {
  name: 'end-of-print',
  title: 'End of print',
  purpose: 'retracts, raises the head, parks, cools down and turns the motors off',
  aliases: 'park finish finished cool down motors off present',
  parameters: ({ stage }) => {
    const { reach, bed } = stage.printer
    return [
      number('back', 'Retraction', 'mm', 0.5, [0, 50], 2),
      number('lift', 'Lift, at most', 'mm', 1, [0, 200], 10),
      number('x', 'Park at X', 'mm', 5, [-500, 2000], Math.max(reach.x[0], bed.x[0])),
      number('y', 'and Y', 'mm', 5, [-500, 2000], Math.min(reach.y[1], bed.y[1])),
      {
        name: 'motors',
        label: 'Motors off',
        kind: 'choice',
        options: ['all-but-Z', 'all', 'none'],
        standard: 'all-but-Z',
      },
    ]
  },
  make,
}
