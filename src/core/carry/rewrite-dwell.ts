// Rewrites dwells for the target: seconds or milliseconds, numbers or formulas.
import type { EffectOf } from '../firmware/effect.ts'
import { hasLetter, numberOf } from '../gcode/line.ts'
import { writtenForTarget } from './rewriters.ts'
import { changed, leftOut, type Ran, type Rewritten, same } from './rewritten.ts'
import { formulaOf } from './temperatures.ts'
import { takenAsItIs } from './unchanged.ts'

export function carryDwell(ran: Ran<EffectOf<'dwell'>>): Rewritten {
  const { effect, command, own, to, from } = ran
  if (takenAsItIs(own, from, to)) return same
  const [s, ms] = [effect.seconds, effect.milliseconds].map(letter =>
    letter && hasLetter(command, letter) ? letter : null,
  )
  const letter = s ?? ms
  if (!letter) return passedOver(ran)
  const formula = formulaOf(own, letter)
  if (formula !== null) return changed([dwellBy(ran, formula, letter === s)], writtenForTarget(ran))
  const seconds = (numberOf(command, letter) ?? 0) / (letter === s ? 1 : 1000)
  return changed([to.family.phrases.dwell(seconds)], writtenForTarget(ran))
}

/** Seconds under a letter that the source firmware ignores: the dwell was intended, and the target performs it. */
function passedOver({ own, command, from, to }: Ran<EffectOf<'dwell'>>): Rewritten {
  const seconds = numberOf(command, 'S')
  if (seconds === null) return leftOut('It has no time.')
  const text = to.family.phrases.dwell(seconds)
  const why = `${from.printer.name} ignores S and does not wait; ${to.printer.name} waits ${seconds} s, as intended.`
  return own.words.some(({ formula }) => formula !== null) ? leftOut('It does not wait here.') : changed([text], why)
}

/** A dwell with a formula. The unit of the target's letter is found by writing a dwell of one second. */
export function dwellBy({ to }: Pick<Ran, 'to'>, formula: string, inSeconds: boolean): string {
  const one = to.family.phrases.dwell(1)
  const takesSeconds = one.endsWith('S1')
  const inner = formula.replace(/^@\(?|\)$/g, '')
  // A single value such as @soak is converted to the letter's unit when it is evaluated.
  const alone = /^@\w+$/.test(formula)
  const times = alone || inSeconds === takesSeconds ? formula : inSeconds ? timesThousand(inner) : byThousand(inner)
  // One second is written as 1 or 1000.
  return one.slice(0, takesSeconds ? -1 : -4) + times
}

/** `soak * 60000` ms becomes `soak * 60` s. */
function byThousand(inner: string): string {
  const last = /^(.*\*\s*)(\d+)000$/.exec(inner)
  return last ? `@(${last[1]}${last[2]})` : `@((${inner}) / 1000)`
}

/** `soak * 60` becomes `soak * 60000`. */
function timesThousand(inner: string): string {
  const last = /^(.*\*\s*)(\d+)$/.exec(inner)
  return last ? `@(${last[1]}${Number(last[2]) * 1000})` : `@((${inner}) * 1000)`
}
