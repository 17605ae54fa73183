// Rewrites limits, accelerations, pressure advance and retraction for the target.
import type { EffectOf } from '../firmware/effect.ts'
import { hasLetter, numberOf } from '../gcode/line.ts'
import { hasNone, writtenForTarget } from './rewriters.ts'
import { changed, leftOut, type Ran, type Rewritten, refused, same, sayOr } from './rewritten.ts'
import { toolThere } from './sides.ts'
import { formulaOf } from './temperatures.ts'
import { takenAsItIs } from './unchanged.ts'

export function carryLimits(ran: Ran<EffectOf<'limits'>>): Rewritten {
  const { command, effect, to, from, own } = ran
  const limits = effect.of === 'speed' ? to.printer.highestSpeedMmS : to.printer.highestAccelerationMmS2
  const wanted = (['x', 'y', 'z', 'e'] as const).flatMap(axis => {
    const value = numberOf(command, axis.toUpperCase())
    return value === null || value <= 0 ? [] : [[axis, value * effect.perSecond] as const]
  })
  if (wanted.length === 0) return takenAsItIs(own, from, to) ? same : leftOut('It sets no limit.')
  const over = wanted.some(([axis, value]) => value > limits[axis])
  if (!over && takenAsItIs(own, from, to)) return same
  const capped = Object.fromEntries(
    wanted.map(([axis, value]) => [axis, Number(Math.min(value, limits[axis]).toFixed(3))]),
  )
  const { speedLimits, accelerationLimits } = to.family.phrases
  const say = effect.of === 'speed' ? speedLimits : accelerationLimits
  const text = say(capped)
  // Axes without a limit in the target firmware are left out.
  const held = text !== say(Object.fromEntries(wanted))
  return sayOr(
    text,
    held ? `${to.printer.name} takes no more.` : writtenForTarget(ran),
    hasNone(ran, 'limit for these axes'),
  )
}

export function carryAcceleration(ran: Ran<EffectOf<'move-acceleration' | 'overall-limits'>>): Rewritten {
  const { after, before, to, own, from } = ran
  const max = Math.min(to.printer.highestAccelerationMmS2.x, to.printer.highestAccelerationMmS2.y)
  const maxSpeed = Math.min(to.printer.highestSpeedMmS.x, to.printer.highestSpeedMmS.y)
  const wanted = (['print', 'travel', 'retract'] as const).filter(
    each => after.acceleration[each] !== before.acceleration[each] || namesAcceleration(ran, each),
  )
  const of = Object.fromEntries(
    wanted.map(each => [
      each,
      Math.min(after.acceleration[each], each === 'retract' ? to.printer.highestAccelerationMmS2.e : max),
    ]),
  )
  const speed = ran.effect.does === 'overall-limits' ? numberOf(ran.command, ran.effect.speed) : null
  const over = wanted.some(each => of[each] !== after.acceleration[each]) || (speed ?? 0) > maxSpeed
  if (!over && takenAsItIs(own, from, to)) return same
  const { speedLimits, acceleration } = to.family.phrases
  const limit = speed === null ? null : Math.min(speed, maxSpeed)
  const lines = [
    limit === null ? null : speedLimits({ x: limit, y: limit }),
    wanted.length ? acceleration(of) : null,
  ].filter(each => each !== null)
  if (lines.length === 0) return leftOut(hasNone(ran, 'such limit'))
  return changed(lines, over ? `${to.printer.name} takes no more.` : writtenForTarget(ran))
}

/** Whether a line sets an acceleration, even to its present value. */
function namesAcceleration(
  { command, effect }: Ran<EffectOf<'move-acceleration' | 'overall-limits'>>,
  of: 'print' | 'travel' | 'retract',
): boolean {
  if (effect.does === 'overall-limits') return of !== 'retract' && hasLetter(command, effect.acceleration)
  const letters = { print: ['P', 'S'], travel: ['T', 'S'], retract: ['R'] }[of]
  return letters.some(letter => hasLetter(command, letter))
}

export function carryPressure(ran: Ran<EffectOf<'pressure-advance'>>): Rewritten {
  const { effect, command, own, from, to } = ran
  const value = formulaOf(own, effect.factor) ?? numberOf(command, effect.factor)
  if (value === null) return takenAsItIs(own, from, to) ? same : leftOut('It sets no factor.')
  if (typeof value === 'number' && value > 2)
    return takenAsItIs(own, from, to)
      ? same
      : refused(`${value} counts otherwise than in seconds: tune pressure advance on ${to.printer.name}.`)
  if (takenAsItIs(own, from, to)) return same
  const number = effect.of === null ? null : numberOf(command, effect.of)
  const tool = number === null ? null : toolThere(to, number)
  const named = tool !== null && to.printer.tools.length > 1 ? tool : null
  return sayOr(
    to.family.phrases.pressureAdvance(value, named),
    `${writtenForTarget(ran)} The factor was tuned on ${from.printer.name}: try it.`,
    hasNone(ran, 'pressure advance'),
  )
}

export function carryRetraction(ran: Ran<EffectOf<'retraction-settings'>>): Rewritten {
  const { effect, after, to, from, before, own } = ran
  const tool = Math.max(0, before.tool)
  const there = to.printer.tools[toolThere(to, tool) ?? 0]
  const here = from.printer.tools[tool]
  const wanted = after.retractions[tool]
  if (!there || !here || !wanted) return leftOut(`${to.printer.name} has no such tool.`)
  if (effect.of === 'return')
    return takenAsItIs(own, from, to) ? same : leftOut(hasNone(ran, 'unretraction of its own'))
  const share = here.retractMm > 0 ? wanted.lengthMm / here.retractMm : 1
  const own_ = {
    lengthMm: Number((share * there.retractMm).toFixed(3)),
    speedMmS: Math.min(wanted.speedMmS, to.printer.highestSpeedMmS.e),
  }
  const alike = Math.abs(own_.lengthMm - wanted.lengthMm) < 1e-6 && own_.speedMmS === wanted.speedMmS
  if (alike && takenAsItIs(own, from, to)) return same
  return sayOr(
    to.family.phrases.retraction(own_),
    `The target’s tool retracts ${there.retractMm} mm, the source’s ${here.retractMm} mm.`,
    hasNone(ran, 'retraction of its own'),
  )
}
