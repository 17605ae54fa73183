// Random scripts with made-up placeholders, translated to our language and back; each must do the same.
import { read } from '../core/gcode/read.ts'
import { partingOf } from '../core/machine/same-run.ts'
import type { Trace } from '../core/machine/trace.ts'
import type { Vocabulary } from '../core/model/vocabulary.ts'
import { rehearseLines } from '../core/resolve/resolve.ts'
import { stageOf } from '../core/round.ts'
import { learn } from '../core/vocabulary/learn.ts'
import { inPlainSyntax } from '../core/vocabulary/plain-syntax.ts'
import { toOurs } from '../core/vocabulary/to-ours.ts'
import { toTheirs } from '../core/vocabulary/to-theirs.ts'
import { type Proven, settingsFor } from './proving.ts'
import { type Chance, oneOf } from './texts.ts'

/** How a made-up slicer writes: delimiters, branch words, and operators. */
type Way = {
  word: (text: string) => string
  formula: (text: string) => string
  tag: (text: string) => string
  index: (tool: string) => string
  when: string
  otherwiseWhen: string
  otherwise: string
  end: string
  and: string
  or: string
  not: (text: string) => string
}

function madeWay(chance: Chance): Way {
  const [open, close] = oneOf(chance, [
    ['{', '}'],
    ['[', ']'],
    ['{{', '}}'],
    ['${', '}'],
    ['<<', '>>'],
  ] as const)
  const around = (text: string) => open + text + close
  const brackets = open === '[' || chance() < 0.4 ? (['(', ')'] as const) : (['[', ']'] as const)
  const operators = chance() < 0.5
  const [when, otherwiseWhen, otherwise, end] = oneOf(chance, [
    ['if', 'elsif', 'else', 'endif'],
    ['if', 'elif', 'else', 'endif'],
    ['when', 'else if', 'otherwise', 'end'],
    ['IF', 'ELSEIF', 'ELSE', 'ENDIF'],
  ] as const)
  return {
    word: open === '{' && chance() < 0.3 ? text => `[${text}]` : around,
    formula: around,
    tag: open === '{{' ? text => `{% ${text} %}` : around,
    index: tool => brackets[0] + tool + brackets[1],
    when,
    otherwiseWhen,
    otherwise,
    end,
    and: operators ? '&&' : 'and',
    or: operators ? '||' : 'or',
    not: text => (operators ? `!(${text})` : `not (${text})`),
  }
}

const heats = ['first_bed_temp', 'first_nozzle_temp', 'later_nozzle_temp', 'later_bed_temp']
const lengths = ['first_layer_height', 'layer_height', 'part_min_x', 'part_max_y']

const numberFor = (chance: Chance): string => oneOf(chance, ['5', '10', '0.5', '60', '215', '2'])

/** A formula with at least one word: boards evaluate formulas of numbers themselves. */
function formula(chance: Chance, way: Way, words: readonly string[], depth = 0): string {
  const made = anyFormula(chance, way, words, depth)
  return depth > 0 || /[a-z]_/.test(made) ? made : `${oneOf(chance, words)} + ${made}`
}

function anyFormula(chance: Chance, way: Way, words: readonly string[], depth: number): string {
  const deeper = () => anyFormula(chance, way, words, depth + 1)
  const which = depth > 2 ? 0 : chance()
  if (which < 0.4) return oneOf(chance, [oneOf(chance, words), oneOf(chance, words), numberFor(chance)])
  if (which < 0.7)
    return `${deeper()} ${oneOf(chance, ['+', '-', '*', '/', '%'])} ${oneOf(chance, [numberFor(chance), deeper()])}`
  if (which < 0.8) return `(${deeper()})`
  if (which < 0.95) return `${oneOf(chance, ['max', 'min'])}(${deeper()}, ${deeper()})`
  return `${oneOf(chance, ['round', 'int', 'floor', 'abs'])}(${deeper()})`
}

function condition(chance: Chance, way: Way, depth = 0): string {
  const deeper = () => condition(chance, way, depth + 1)
  const which = depth > 1 ? 0 : chance()
  if (which < 0.55) {
    const operator = oneOf(chance, ['>', '<', '>=', '<=', '==', '!='])
    return `${formula(chance, way, heats, 2)} ${operator} ${oneOf(chance, ['60', '70', '215', '240'])}`
  }
  if (which < 0.65) return `tool_used${way.index(oneOf(chance, ['0', '1']))}`
  if (which < 0.75) return way.not(deeper())
  return `(${deeper()}) ${oneOf(chance, [way.and, way.or])} (${deeper()})`
}

function lines(chance: Chance, way: Way, own: string[], depth = 0): string[] {
  const found: string[] = []
  const count = 1 + Math.floor(chance() * 4)
  for (let i = 0; i < count; i++) {
    const which = chance()
    if (which < 0.3) {
      const words = [...heats, ...own]
      const text = chance() < 0.5 ? way.word(oneOf(chance, heats)) : way.formula(`${formula(chance, way, words)} + 0`)
      found.push(
        `${oneOf(chance, ['M104', 'M140', 'M190', 'M109'])} S${text}${chance() < 0.3 ? ` ; ${way.word('first_bed_temp')} it is` : ''}`,
      )
    } else if (which < 0.45)
      found.push(`G1 ${oneOf(chance, ['X', 'Y', 'Z'])}${way.formula(`${formula(chance, way, lengths)} + 0`)} F3000`)
    else if (which < 0.55) {
      const name = oneOf(chance, ['hot', 'wanted', 'bed', 'own_one'])
      const value = formula(chance, way, [...heats, ...own])
      found.push(way.tag(`${oneOf(chance, ['local ', 'set '])}${name} = ${value}`))
      if (!own.includes(name) && depth === 0) own.push(name)
    } else if (which < 0.65)
      found.push(`M117 ${way.word('layer_count')} layers at ${way.word(oneOf(chance, heats))}, a@b`)
    else if (which < 0.8) {
      const [one, other] = [oneOf(chance, ['205', '60', way.word('first_bed_temp')]), oneOf(chance, ['210', '45'])]
      const tags = [way.tag(`${way.when} ${condition(chance, way)}`), way.tag(way.otherwise), way.tag(way.end)]
      found.push(
        oneOf(chance, [
          `M104 S${tags[0]}${one}${tags[1]}${other}${tags[2]}`,
          `${tags[0]}M117 A${tags[1]}M117 B${tags[2]}`,
          `M104 S200${tags[0]} T0${tags[2]}`,
        ]),
      )
    } else if (depth < 2) {
      found.push(
        `${way.tag(`${way.when} ${condition(chance, way)}`)}${chance() < 0.2 ? ' ; so it is' : ''}`,
        ...lines(chance, way, own, depth + 1),
      )
      if (chance() < 0.4)
        found.push(way.tag(`${way.otherwiseWhen} ${condition(chance, way)}`), ...lines(chance, way, own, depth + 1))
      if (chance() < 0.5) found.push(way.tag(way.otherwise), ...lines(chance, way, own, depth + 1))
      found.push(way.tag(way.end))
    }
  }
  return found
}

/** A script with placeholders, and the vocabulary learned from it. */
function madeForeign(chance: Chance): { text: string; vocabulary: Vocabulary } {
  const way = madeWay(chance)
  // Every word and branch word once, so that the vocabulary is complete.
  const all = [
    ...heats.map(word => `; ${word}\nM104 S${way.word(word)}`),
    ...lengths.map(word => `G1 X${way.word(word)}`),
    `${way.tag(`${way.when} first_bed_temp > 300 ${way.and} tool_used${way.index('3')}`)}\nM117 never\n${way.tag(`${way.otherwiseWhen} first_bed_temp > 300`)}\nM117 no\n${way.tag(way.otherwise)}\nM117 ok\n${way.tag(way.end)}`,
    `M117 ${way.formula('max(first_bed_temp, min(5, round(7 + floor(1))))')}`,
    `M117 ${way.word('layer_count')}`,
  ]
  const text = ['G28', ...all, ...lines(chance, way, [])].join('\n')
  const vocabulary = learn(text, 'made up')?.vocabulary
  if (!vocabulary) throw new Error('A made script taught nothing.')
  return { text, vocabulary }
}

/** Translates a script to our language and back. Wrong if the three versions differ without a report. */
export function proveTranslation(chance: Chance): Proven & { text: string } {
  const { text, vocabulary } = madeForeign(chance)
  const ours = toOurs(text, vocabulary)
  const back = toTheirs(ours.text, vocabulary, () => false)
  const input = { request: 'translation', text: `${text}\n--- ours\n${ours.text}\n--- back\n${back.text}` }
  const refused = ours.untranslatable.length > 0
  for (const setting of settingsFor(chance)) {
    const stage = { ...stageOf(setting), vocabulary }
    const run = (script: string, asSent: boolean): Trace => rehearseLines(read(script), { ...stage, asSent }).trace
    const theirs = run(inPlainSyntax(text, vocabulary), true)
    const parting = partingOf(theirs, run(inPlainSyntax(ours.text, vocabulary), false), {
      as: ['in their words', 'in ours'],
    })
    if (parting) return { ...input, refused, wrong: `${setting.job.name}: ${parting.line} ${parting.what}` }
    if (back.untranslatable.length > 0) continue
    const again = partingOf(theirs, run(inPlainSyntax(back.text, vocabulary), true), {
      as: ['in their words', 'back in them'],
    })
    if (again) return { ...input, refused, wrong: `${setting.job.name}: back: ${again.line} ${again.what}` }
  }
  return { ...input, refused, wrong: null }
}
