// Makes the departure from the print before a tool change: retract, lift slightly, and move beside the print.
import { crosses } from '../../machine/beyond.ts'
import { areaOn, towerOf } from '../../model/job.ts'
import { retractionOf } from '../../model/printer.ts'
import { asBefore, liftWords, notWithin, placesAgain } from './between.ts'
import { choice, type Made, type Maker, number, numberIn, type Surroundings, type Values } from './maker.ts'

const sides = ['back', 'right', 'left', 'front'] as const
type Side = (typeof sides)[number]

/** A position beside the print, limited by the reach. */
const asideWords = (side: Side, mm: number): { x?: string; y?: string } =>
  side === 'back'
    ? { y: `@(min(print_back + ${mm}, reach_back))` }
    : side === 'front'
      ? { y: `@(max(print_front - ${mm}, reach_front))` }
      : side === 'right'
        ? { x: `@(min(print_right + ${mm}, reach_right))` }
        : { x: `@(max(print_left - ${mm}, reach_left))` }

/** Whether the prime tower is between the print and that side. */
function towerInTheWay({ stage }: Surroundings, side: Side, mm: number): boolean {
  const { job, printer } = stage
  const tower = towerOf(job)
  if (!tower) return false
  const { left, right, front, back } = areaOn(job, printer)
  const beyond = {
    back: { left, right, front: back, back: back + mm },
    front: { left, right, front: front - mm, back: front },
    right: { left: right, right: right + mm, front, back },
    left: { left: left - mm, right: left, front, back },
  }[side]
  return (
    crosses(tower, {
      from: { x: beyond.left, y: (beyond.front + beyond.back) / 2, z: 0 },
      to: { x: beyond.right, y: (beyond.front + beyond.back) / 2, z: 0 },
    }) ||
    crosses(tower, {
      from: { x: (beyond.left + beyond.right) / 2, y: beyond.front, z: 0 },
      to: { x: (beyond.left + beyond.right) / 2, y: beyond.back, z: 0 },
    })
  )
}

function make(values: Values, surroundings: Surroundings): Made {
  const { stage } = surroundings
  const why = notWithin(surroundings)
  if (why) return { ok: false, why }
  const { phrases } = stage.firmware
  const side = String(values.side) as Side
  const [back, lift, beside] = [numberIn(values, 'back'), numberIn(values, 'lift'), numberIn(values, 'beside')]
  const commands = [
    phrases.countFilament('relative'),
    ...(back > 0 ? [phrases.move({ e: -back, f: 1800 })] : []),
    phrases.positioning('relative'),
    ...(lift > 0 ? [phrases.move({ z: liftWords(lift), f: 600 })] : []),
    ...placesAgain(phrases),
    phrases.move({ ...asideWords(side, beside), f: 9000 }),
    ...asBefore(surroundings),
  ]
  const note = towerInTheWay(surroundings, side, beside)
    ? `The prime tower of “${stage.job.name}” stands that way. Choose another side.`
    : undefined
  return { ok: true, lines: commands, ...(note !== undefined && { note }) }
}

export const leavePrint: Maker = {
  name: 'leave-print',
  title: 'Leave the print',
  purpose: 'retracts and moves off the print before a change, so that no string is left on it',
  aliases: 'park retract hop lift wipe tool change',
  parameters: ({ stage, modes }) => [
    choice('side', 'To the', ...sides),
    number('beside', 'Beside it', 'mm', 1, [1, 200], 5),
    number('back', 'Retraction', 'mm', 0.1, [0, 50], retractionOf(stage.printer, modes.tool)),
    number('lift', 'Lift', 'mm', 0.2, [0, 50], 1),
  ],
  make,
}
