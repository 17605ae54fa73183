import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { doubled, standInsOf, Vocabulary } from '../model/vocabulary.ts'
import { rehearseScript } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { guessMeaning } from './guess.ts'
import { learn } from './learn.ts'
import { toOurs } from './to-ours.ts'
import { toTheirs } from './to-theirs.ts'

const setting = { printer, material, job, moment: 'start' as const }
const none = () => false

/** Three made-up ways to write values; the last has neither branches nor formulas nor numbers of tools. */
const curly = [
  'G28',
  'M420 S1',
  '{when initial_plate_heat(0) > 70}',
  'M117 Hot bed',
  '{otherwise}',
  'M117 Cool bed',
  '{end}',
  'M190 S{initial_plate_heat(0)}',
  'M109 S{initial_nozzle_heat(first_tool_no)}',
  'M83',
  'G1 X4 Y20 Z{initial_layer_thickness + 0.1} F3000',
  'G1 Y120 E12 F1200',
].join('\n')
const square = 'G28\nM420 S1\nM190 S[bed_temp_first]\nM109 S[hotend_temp_first]\nM117 [wibble_wobble]\n'
const percent =
  'G28\r\nM420 S1\r\nM190 S%FirstBedTemp%\r\nM109 S%FirstExtruderTemp%\r\nM117 %TotalLayerCount% layers\r\n'

const learned = (text: string) => {
  const found = learn(text, 'ours to teach')
  if (!found) throw new Error('nothing learned')
  return found
}

describe('a vocabulary is learned', () => {
  it('from curly brackets with numbers of tools, formulas and branches', () => {
    const { vocabulary } = learned(curly)
    expect(vocabulary).toMatchObject({
      open: '{',
      close: '}',
      index: { open: '(', close: ')' },
      formulas: true,
      branch: { when: 'when', otherwiseWhen: null, otherwise: 'otherwise', end: 'end' },
    })
    expect(Object.fromEntries(vocabulary.words.map(({ word, value }) => [word, value]))).toEqual({
      initial_plate_heat: 'bed',
      initial_nozzle_heat: 'nozzle',
      first_tool_no: 'first_tool',
      initial_layer_thickness: 'first_layer',
    })
    expect(v.is(Vocabulary, vocabulary)).toBe(true)
  })

  it('from square brackets, and from words between percent signs', () => {
    expect(learned(square).vocabulary).toMatchObject({
      open: '[',
      close: ']',
      index: null,
      branch: null,
      formulas: false,
    })
    expect(learned(square).vocabulary.words.at(-1)).toEqual({
      word: 'wibble_wobble',
      value: null,
      standIn: null,
      signs: null,
    })
    expect(learned(percent).vocabulary.words.map(({ value }) => value)).toEqual(['bed', 'nozzle', 'layers'])
  })

  it('and takes for the other branch, where there is none, the word that goes with the first', () => {
    const otherwise = (text: string) => learned(text).vocabulary.branch?.otherwise
    expect(otherwise('{when first_bed_temp > 70}\nG28\n{end}')).toBe('otherwise')
    expect(otherwise('{if first_bed_temp > 70}\nG28\n{endif}')).toBe('else')
  })

  it('and takes a bracket behind a joining word for no number of a tool', () => {
    expect(learned('M190 S{first_bed_temp}\nM117 {not (hot)}').vocabulary.index).toBeNull()
  })

  it('not from a script without such words', () => expect(learn('G28\nM109 S200 ; 100 % sure', 'x')).toBeNull())

  it('with how sure each guess is', () => {
    expect(guessMeaning('first_layer_bed_temperature')).toMatchObject({ value: 'bed' })
    expect(guessMeaning('first_layer_bed_temperature').sureness).toBeGreaterThan(guessMeaning('temp_x').sureness)
    expect(guessMeaning('wibble')).toEqual({ value: null, sureness: 0 })
  })

  it('and gives one meaning to one word only: the surer keeps it', () => {
    const { vocabulary } = learned('M190 S{first_bed_temp}\nM190 S{my_first_bed_temp_too}')
    expect(vocabulary.words.map(({ value }) => value)).toEqual(['bed', null])
    expect(v.is(Vocabulary, { ...vocabulary, words: [...vocabulary.words, ...vocabulary.words] })).toBe(false)
  })
})

describe('a script of theirs in our values', () => {
  it('has values, formulas, tools and guards', () => {
    expect(toOurs(curly, learned(curly).vocabulary)).toEqual({
      text: [
        'G28',
        'M420 S1',
        ';? when bed of T0 > 70',
        'M117 Hot bed',
        ';? otherwise',
        'M117 Cool bed',
        ';? end',
        'M190 S@(bed of T0)',
        'M109 S@(nozzle of first_tool)',
        'M83',
        'G1 X4 Y20 Z@(first_layer + 0.1) F3000',
        'G1 Y120 E12 F1200',
      ].join('\n'),
      untranslatable: [],
    })
  })

  it('runs and is checked', () => {
    const { trace, findings } = rehearseScript(toOurs(curly, learned(curly).vocabulary).text, setting)
    expect(trace.messages.map(({ text }) => text)).toEqual(['Cool bed'])
    expect(findings.filter(({ rule }) => rule.includes('value'))).toEqual([])
  })

  it('keeps line ends, plain at signs, and words without a meaning, which are told', () => {
    expect(toOurs(percent, learned(percent).vocabulary).text).toContain('M190 S@bed\r\n')
    expect(toOurs('M117 a@b %FirstBedTemp%', learned(percent).vocabulary).text).toBe('M117 a@@b @bed')
    expect(toOurs(square, learned(square).vocabulary).untranslatable).toEqual([{ line: 5, what: '[wibble_wobble]' }])
  })
})

describe('bad input', () => {
  const { vocabulary } = learned(curly)

  it('a branch that does not close stays in the text, and is a finding at its line', () => {
    const open = 'G28\n{when initial_plate_heat(0) > 70}\nM117 Hot bed\nM190 S{initial_plate_heat(0)}'
    const { text } = toOurs(open, learned(curly).vocabulary)
    expect(text.split('\n')[1]).toBe(';? when bed of T0 > 70')
    expect(rehearseScript(text, setting).findings.filter(({ rule }) => rule === 'guard-unclosed')).toMatchObject([
      { line: 2 },
    ])
  })

  it('two words for one value are told, and the first of them is written', () => {
    const [first, ...others] = vocabulary.words
    const both = {
      ...vocabulary,
      words: [first as never, { word: 'again', value: 'bed', standIn: null, signs: null }, ...others],
    }
    expect(doubled(vocabulary)).toEqual([])
    expect(doubled(both)).toEqual(['bed'])
    expect(toTheirs('M190 S@bed', both, none).text).toBe(toTheirs('M190 S@bed', vocabulary, none).text)
  })

  it('one word for two things is refused', () => {
    const twice = {
      ...vocabulary,
      words: [...vocabulary.words, { word: 'initial_plate_heat', value: 'nozzle', standIn: null, signs: null }],
    }
    expect(v.safeParse(Vocabulary, twice).issues?.[0]?.message).toContain('it would mean two things')
  })
})

describe('a word without a meaning', () => {
  it('stays as it is, and is rehearsed with the number that the person gives', () => {
    const { vocabulary } = learned('M190 S{first_bed_temp}\nM104 S{mood_of_the_day}')
    const words = vocabulary.words.map(each => (each.value === null ? { ...each, standIn: 190 } : each))
    const standIns = standInsOf([{ ...vocabulary, words }])
    expect(standIns).toEqual({ '{mood_of_the_day}': 190 })
    const text = 'M104 S{mood_of_the_day}\nM190 S@bed'
    const { commands, findings } = rehearseScript(text, { ...setting, standIns })
    expect(commands[0]?.command.words[0]?.value).toBe(190)
    expect(findings.filter(({ rule }) => rule === 'unknown-value')).toEqual([])
    // Without it the letter tells: a nozzle's temperature, the material's.
    const before = rehearseScript(text, setting)
    expect(before.commands[0]?.command.words[0]?.value).toBe(200)
    expect(before.findings.map(({ rule }) => rule)).toContain('words-not-taught')
  })
})

describe('there and back again', () => {
  const known = (text: string) => learned(text).vocabulary

  it.each([
    ['curly brackets', curly, known(curly)],
    ['square brackets', square.replace('[wibble_wobble]', 'hello'), known(square)],
    ['percent signs', percent.replace(/M117.*\r\n/, ''), known(percent)],
  ])('in %s gives the same rehearsal, and the same text', (_, text, vocabulary) => {
    const ours = toOurs(text, vocabulary)
    const theirs = toTheirs(ours.text, vocabulary, none)
    expect([ours.untranslatable, theirs.untranslatable]).toEqual([[], []])
    const again = toOurs(theirs.text, vocabulary)
    expect(rehearseScript(again.text, setting).trace).toEqual(rehearseScript(ours.text, setting).trace)
    expect(toTheirs(again.text, vocabulary, none).text).toBe(theirs.text)
  })
})

describe('what can’t be said', () => {
  it('is a guard where there are no branches, and a formula where there are none', () => {
    const text = ';? when bed > 70\nM117 Hot\n;? end\nG1 Z@(first_layer + 0.2)\nM190 S@bed\nM104 S@ooze_safe'
    const { text: out, untranslatable } = toTheirs(text, learned(percent).vocabulary, none)
    expect(untranslatable.map(({ line }) => line)).toEqual([1, 3, 4, 6])
    expect(untranslatable.at(-1)).toEqual({ line: 6, what: '@ooze_safe' })
    expect(out).toBe(text.replace('@bed', '%FirstBedTemp%'))
  })

  it('is not a setting, which is put in where it is used, nor a feature, which is decided', () => {
    const text = ';= warm = bed + 5\n;= purge = 32 mm from 8 to 40\n;? when has probe\nM190 S@warm\n;? end\nG1 E@purge'
    const { vocabulary } = learned(curly)
    expect(toTheirs(text, vocabulary, feature => feature === 'probe')).toEqual({
      text: ';= warm = bed + 5\n;= purge = 32 mm from 8 to 40\n{when 1 == 1}\nM190 S{(initial_plate_heat + 5)}\n{end}\nG1 E32',
      untranslatable: [],
    })
  })
})
