// Rewrites fans, messages, and commands without effect on a rehearsal: reports, sounds, tuning, pins.
import type { EffectOf } from '../firmware/effect.ts'
import { specOf } from '../firmware/spec.ts'
import { numberOf, textOf } from '../gcode/line.ts'
import { firmwareThere, hasNone, through } from './rewriters.ts'
import { leftOut, type Ran, type Rewritten, refused, same, sayOr } from './rewritten.ts'
import { formulaOf } from './temperatures.ts'
import { isTooOld, takenAsItIs } from './unchanged.ts'

export function carryFan(ran: Ran<EffectOf<'fan'>>): Rewritten {
  const { command, own, from, to, after, effect } = ran
  const which = numberOf(command, 'P')
  if (which !== null && which > 0 && !(ran.sameMachine && takenAsItIs(own, from, to)))
    return leftOut(`Fan ${which} is one of ${from.printer.name}.`)
  if (takenAsItIs(own, from, to)) return same
  const formula = formulaOf(own, effect.speed)
  if (formula !== null) return refused(`The fan’s speed is calculated for ${from.printer.name}: ${formula}.`)
  return through(ran, to.family.phrases.fan(after.fan), 'part fan')
}

export function carryMessage(ran: Ran<EffectOf<'message'>>): Rewritten {
  const { effect, command, own, to, from } = ran
  const { display, name } = to.printer
  if (!display) return leftOut(`${name} has no display.`)
  const written = (effect.key === null ? own.message : textOf(own, effect.key)) ?? ''
  const shown = (effect.key === null ? command.message : textOf(command, effect.key)) ?? ''
  const text = unquoted(written).trim()
  const { columns } = display
  if (unquoted(shown).trim().length <= columns)
    return takenAsItIs(own, from, to) && to.family.family === from.family.family
      ? same
      : through(ran, to.family.phrases.message(text), 'message')
  // A value may have any length, so only the text before it is measured.
  const whole = text === unquoted(shown).trim() ? text : (/^[^@{[<%$]*/.exec(text)?.[0] ?? '').trim() || text
  return sayOr(
    to.family.phrases.message(cutTo(whole, columns)),
    `The display of ${name} shows ${columns} characters.`,
    hasNone(ran, 'message'),
  )
}

const unquoted = (text: string): string =>
  text
    .trim()
    .replace(/^"(.*)"$/, '$1')
    .replaceAll('""', '"')

/** The whole words that fit, otherwise as many characters. */
function cutTo(text: string, columns: number): string {
  if (text.length <= columns) return text
  const words = text.slice(0, columns + 1)
  const end = words.lastIndexOf(' ')
  return (end > 0 ? words.slice(0, end) : text.slice(0, columns)).trimEnd().replace(/[,;:–-]$/, '')
}

export function carryShownNothing(ran: Ran<EffectOf<'nothing-shown'>>): Rewritten {
  const { effect, own, command, from, to, sameMachine } = ran
  const spec = specOf(from.family, own)
  if (effect.kind === 'check' && !sameMachine) return leftOut(`It checks that the machine is ${from.printer.name}.`)
  if ((effect.kind === 'tuning' || effect.kind === 'configuration') && !sameMachine)
    return leftOut(`“${spec?.title ?? own.name}” belongs to ${from.printer.name} alone.`)
  if (spec?.makersOwn && !sameMachine) return refused(`${own.name} is a command of the maker of ${from.printer.name}.`)
  if (namesOwnThings.test(own.name) && !sameMachine) return leftOut(`It names a part of ${from.printer.name}.`)
  if (probesOnly.test(own.name) && (!to.printer.probe || to.printer.probe.kind !== from.printer.probe?.kind))
    return leftOut(
      to.printer.probe ? `The probe of ${to.printer.name} does not need it.` : `${to.printer.name} has no probe.`,
    )
  if (effect.kind === 'sound') {
    if (takenAsItIs(own, from, to) && to.family.phrases.beep(1, 1) !== null) return same
    return through(ran, to.family.phrases.beep(numberOf(command, 'S') ?? 1000, numberOf(command, 'P') ?? 200), 'sound')
  }
  if (takenAsItIs(own, from, to)) return same
  return leftOut(
    isTooOld(own, to) ? tooOld(ran) : `The ${firmwareThere(ran)} does not know it, and no print depends on it.`,
  )
}

/** Pins, servos, lights and sensors, by name or number. */
const namesOwnThings =
  /^(?:M42|M280|M282|M260|M355|SET_PIN|SET_SERVO|SET_LED|SET_FILAMENT_SENSOR|MANUAL_STEPPER|SET_FAN_SPEED|SET_TEMPERATURE_FAN_TARGET)$/
/** Commands that deploy or stow a probe. */
const probesOnly = /^(?:M401|M402|G31|G32)$/

const tooOld = ({ own, to }: Ran): string =>
  `${own.name} came with version ${specOf(to.family, own)?.since}; ${to.printer.name} has ${to.printer.firmware.version}.`
