// The sentence for a command from its table entry alone: title and letters.
import type { CommandSpec, Letter } from '../firmware/spec.ts'
import { mayBeMacro, specOf, toolNumber } from '../firmware/spec.ts'
import { toolName, toolsAt } from '../firmware/tools.ts'
import { listed, plain, speed } from '../format.ts'
import { type Command, numberOf } from '../gcode/line.ts'
import type { Stage } from '../machine/state.ts'
import { meantBy } from './meant-by.ts'

export const lowerFirst = (text: string): string =>
  /^[A-Z][A-Z0-9]/.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1)

/** Describes a command without the machine's state: “Heat the bed, don’t wait: to 60 °C.” */
export function sayFromTable(command: Command, stage: Stage): string {
  const spec = specOf(stage.firmware, command)
  const meant = spec ? null : meantBy(command.name, stage)
  if (meant !== null) return `“${command.name}” is not known on this printer. ${meant} may be meant.`
  if (!spec && mayBeMacro(stage.firmware, command.name))
    return `Runs “${command.name}”, which may be a macro of this printer; its effect is unknown.`
  if (!spec) return `“${command.name}” is not a known command of this firmware.`
  if (spec.text) {
    const shownText = command.message?.trim().replace(/^"|"$/g, '')
    const words = sayWords(command, spec, stage)
    return `${spec.title}${shownText ? `: “${shownText}”` : words ? `: ${words}` : ''}.`
  }
  const own = command.message ? `: “${command.message.trim()}”` : ''
  const tool = toolNumber(command.name)
  const which = tool === null || tool < 0 ? '' : ` ${tool}`
  const words = sayWords(command, spec, stage)
  return `${spec.title}${which}${words ? `: ${words}` : own}.`
}

/** Describes all letters of a line; letters that the command does not know are reported as ignored. */
function sayWords(command: Command, spec: CommandSpec, stage: Stage): string {
  const words = command.words.map(word =>
    sayWord(word.letter, word.value, word.formula ?? word.quoted, word.text, spec, stage),
  )
  const keys = command.keys.map(({ key, value, text }) =>
    sayWord(key, numberOf(command, key), numberOf(command, key) === null ? value : null, text, spec, stage),
  )
  return [...words, ...keys].filter(Boolean).join(', ')
}

function sayWord(
  letter: string,
  value: number | null,
  said: string | null,
  text: string,
  spec: CommandSpec,
  stage: Stage,
): string {
  const known = spec.letters.find(each => each.letter === letter)
  if (!known) return spec.anyLetter ? text.trim() : `${text.trim()} (passed over)`
  // “which pin” with a number becomes “pin 4”.
  const means = known.means.replace(/^which ?/, '')
  if (said) return known.means === 'what' ? `“${said.replaceAll('"', '')}”` : `${means} ${said}`.trim()
  if (known.unit === 'switch') return saysSwitch(known, value)
  if (value === null) return known.means
  if (known.means === 'which head') return headName(value, stage)
  return `${means} ${withUnit(value, known, text)}`.trim()
}

/** A switch that is “on” or “off”, or an option: “move there now”. */
function saysSwitch({ means, number }: Letter, value: number | null): string {
  if (value === null || number === 'optional') return means
  if (/^on$|^1 for on/.test(means)) return value ? 'on' : 'off'
  return value ? means.replace(/^1 (?:for|when|to) /, '') : `${means.replace(/^1 (?:for|when|to) /, '')}: no`
}

const headName = (address: number, { firmware, printer }: Stage): string =>
  listed(toolsAt(firmware, printer, address).map(tool => toolName(firmware, printer, tool))) || `T${address}`

/** A number with its unit; several numbers as written. */
function withUnit(value: number, letter: Letter, text: string): string {
  if (text.includes(':')) return text.trim().slice(1)
  if (letter.unit === 'mm/min') return speed(value / 60)
  if (letter.unit === 'of 255') return `${plain((value / 255) * 100, 0)} %`
  if (letter.unit === 'of 1') return `${plain(value * 100, 0)} %`
  return letter.unit === 'number' || letter.unit === 'text' ? plain(value, 3) : `${plain(value, 3)} ${letter.unit}`
}

/** The letters that a sentence does not mention: “; fades out by height 10 mm”. */
export function furtherLetters(command: Command, spec: CommandSpec, stage: Stage, but: string): string {
  const left: Command = {
    ...command,
    words: command.words.filter(({ letter }) => !but.includes(letter)),
    keys: [],
    message: null,
  }
  const words = sayWords(left, spec, stage)
  return words ? `; ${words}` : ''
}

/** Inserts text before a sentence's full stop. */
export const withMore = (sentence: string, more: string): string =>
  more ? `${sentence.replace(/\.$/, '')}${more}.` : sentence
