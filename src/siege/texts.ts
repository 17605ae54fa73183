// Random texts made of realistic parts: every family's commands, our own lines, slicers' placeholders.
import { families } from '../core/firmware/families.ts'
import type { CommandSpec, Letter } from '../core/firmware/spec.ts'

/** A pseudo-random generator of numbers from 0 to 1: a linear congruential generator. */
export function chanceFrom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0
    return state / 2 ** 32
  }
}

export type Chance = () => number

export const oneOf = <T>(chance: Chance, from: readonly T[]): T => from[Math.floor(chance() * from.length)] as T

const specs: CommandSpec[] = Object.values(families).flatMap(({ commands }) => [...commands.values()])

/** More digits than a number can have, and almost as many. */
const manyFigures = ['9'.repeat(310), `-${'9'.repeat(310)}`, `1${'0'.repeat(299)}`, `0.${'0'.repeat(310)}1`]

const numbers =
  '0 1 -1 0.2 2.85 5 10 60 100 205 -0 1e9 1E9 99999999999 0.0000001 -500 1,5 .5 5. + - NaN 007 2147483648 --5 1.2.3'
    .split(' ')
    .concat(manyFigures)
const formulas = [
  '@bed',
  '@(bed + 5)',
  '@(1 / 0)',
  '@nozzle_later',
  '@(no such)',
  '@((((bed))))',
  '@soak',
  '{bed}',
  '[first_layer_temperature[0]]',
  '{if bed > 5}',
  '{var.x}',
  '{var}',
  '{global}',
  '{param}',
  '{move}',
  '{move.axes[0]}',
  `{${'9'.repeat(310)}}`,
  '{1e200 * 1e200}',
  '{pow(10, 400)}',
  `@(${'9'.repeat(310)})`,
  `@(1${'0'.repeat(299)} * 1${'0'.repeat(299)})`,
  '{iterations}',
  '{1/0}',
  '%x%',
  '<x>',
  '$(x)',
  '{{x}}',
  '{',
  '@(',
  '"text"',
  '"open',
]

const valueFor = (chance: Chance, { unit, range }: Letter): string => {
  const which = chance()
  if (which < 0.5) {
    const [low, high] = range ?? (unit === '°C' ? [0, 260] : unit === 'mm/min' ? [0, 9000] : [-20, 240])
    return (low + chance() * (high - low)).toFixed(Math.floor(chance() * 4))
  }
  return which < 0.8 ? oneOf(chance, numbers) : which < 0.95 ? oneOf(chance, formulas) : ''
}

function commandLine(chance: Chance): string {
  const spec = oneOf(chance, specs)
  const extended = /^[A-Z_]{2}/.test(spec.name)
  const letters = spec.letters
    .filter(() => chance() < 0.5)
    .map(letter => {
      const value = valueFor(chance, letter)
      return letter.letter.length > 1 || extended ? `${letter.letter}=${value}` : letter.letter + value
    })
  const gap = chance() < 0.9 ? ' ' : ''
  const name =
    spec.name === 'T' ? `T${oneOf(chance, ['0', '1', '-1', '7', '10', '11', '@next', '{x}', ''])}` : spec.name
  return [name, ...letters].join(gap)
}

const ownLines = [
  ';? when bed > 60',
  ';? when no such thing',
  ';? otherwise',
  ';? otherwise when material is 3',
  ';? end',
  ';= soak = 5 min   for the probe',
  ';= x = y',
  ';= a = 1 from 2 to 3',
  ';@ purge-line length=100 side="left"',
  ';@ end purge-line',
  ';@ no-such-maker',
  ';! keep this: mine',
  ';! ignore low-travel #1a2b: mine',
  ';& off the print',
  ';& end off the print',
  '; --- purge ---',
  '; G28 was here',
  'G28 ; home G29 ; probe M109 S205',
  ';M420 S1',
  '(comment',
  '(comment) G1 X5',
  'while true',
  '  while iterations < 5',
  'if true',
  '  if 1 = 1',
  'elif false',
  'else',
  '  break',
  'continue',
  'var x = 5',
  'set var.x = var.x + 1',
  'global g = {1,2,3}',
  'echo "hi"',
  'set global.g = global * 2',
  'global h = global',
  'var y = var',
  'echo global + 1',
  'echo var ^ "x"',
  'set var.x = move',
  'set var.x = 1e300 * var.x',
  'if global',
  'while var < 2',
  'set var.x = max(global, 1)',
  'echo {state, param}',
  'M808 L99999999999999999999',
  'M808 L5',
  'M808 L0',
  'M808',
  '{% for i in range(5) %}',
  '{% endfor %}',
  '{elsif x}',
  '{endif}',
  '{else}',
  'M98 P"bed.g"',
  'M98 P"no.g"',
  'N5 G28*22',
  '',
  '   ',
  '\ufeff',
  'G1 X\u00a05',
  'G1 X–5',
  'x'.repeat(30),
  '%!$"§',
  '[extruder]',
  'nozzle_diameter: 0.4',
  'PRINT_START BED=60',
  'M1002 judge_flag :g29',
]

const ends = ['\n', '\n', '\n', '\n', '\r\n', '\r', '\u2028', '\\n', ' ', '']

/** A text of at most this many lines. */
export function madeText(chance: Chance, maxLines: number): string {
  const lines = 1 + Math.floor(chance() * maxLines)
  let text = ''
  for (let i = 0; i < lines; i++) {
    const which = chance()
    const indent = which < 0.1 ? '  ' : ''
    text += indent + (chance() < 0.65 ? commandLine(chance) : oneOf(chance, ownLines))
    text += chance() < 0.85 ? '\n' : oneOf(chance, ends)
  }
  // Sometimes a part is removed or doubled.
  if (chance() < 0.3) {
    const [at, to] = [Math.floor(chance() * text.length), Math.floor(chance() * text.length)].sort((a, b) => a - b) as [
      number,
      number,
    ]
    text = chance() < 0.5 ? text.slice(0, at) + text.slice(to) : text.slice(0, to) + text.slice(at)
  }
  return text
}
