// Placeholders looked through once, and kept: from then on none is asked about.
import { expect, it } from 'vitest'
import { job, material, printer } from '../model/example.ts'
import { rehearseScript } from '../round.ts'
import { confirmed, wordsToConfirm } from './confirm.ts'

const setting = { printer, material, job, moment: 'start' as const }

it.each([
  ['braces', 'G28\nM420 S1\nM190 S{bed_temp_first}\nM109 S{hotend_temp_first}\n'],
  ['brackets with a formula', 'G28\nM420 S1\nM190 S[bed_temp]\nM109 S[hotend_temp-10]\n'],
  ['two kinds of signs', 'G28\nM420 S1\nM190 S{bed_temp}\nM109 S[hotend_temp]\n'],
  ['a word with no meaning', 'G28\nM420 S1\nM190 S{warmth_a}\nM109 S{warmth_b}\n'],
  ['a text', 'G28\nM420 S1\n{if filament_kind=="PLA"}\nM190 S60\n{endif}\nM109 S{hotend_temp}\n'],
])('asks once: %s', (_, text) => {
  const first = rehearseScript(text, setting)
  expect(first.findings.map(({ rule }) => rule)).toContain('words-not-taught')
  const words = wordsToConfirm(first.resolution.placeholders)
  const vocabulary = confirmed(text, words, { name: 'Mine', printer: printer.name, known: undefined })
  const then = rehearseScript(text, { ...setting, vocabulary })
  expect(then.findings.map(({ rule }) => rule)).not.toContain('words-not-taught')
  expect(then.durations.totalS).toBeCloseTo(first.durations.totalS, 3)
})

it('says another meaning with another number', () => {
  // The example material has the nozzle at 210 °C and its bed at 60 °C.
  const text = 'M109 S{warmth}\n'
  const word = { word: 'warmth', value: 'nozzle', standIn: null }
  const vocabulary = confirmed(text, [word], { name: 'Mine', printer: printer.name, known: undefined })
  expect(rehearseScript(text, { ...setting, vocabulary }).trace.ran?.[0]?.command.words[0]?.value).toBe(
    material.nozzleC,
  )
})

it('keeps the words that the printer’s vocabulary had', () => {
  const known = confirmed('{a}', [{ word: 'a', value: 'bed', standIn: null }], {
    name: 'Mine',
    printer: printer.name,
    known: undefined,
  })
  const more = confirmed('{b}', [{ word: 'b', value: 'nozzle', standIn: null }], {
    name: 'x',
    printer: 'Other',
    known,
  })
  expect(more.name).toBe('Mine')
  expect(more.words.map(({ word }) => word)).toEqual(['a', 'b'])
  expect(more.printers).toEqual([printer.name, 'Other'])
})
