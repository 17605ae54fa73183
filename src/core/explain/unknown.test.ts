// Unknown commands with what their comments propose, and placeholders confirmed as a vocabulary.
import { expect, it } from 'vitest'
import { read } from '../gcode/read.ts'
import { job, material, printer } from '../model/example.ts'
import { stageOf } from '../round.ts'
import { effectFromComment, unknownIn } from './unknown.ts'

const unknown = (text: string) => unknownIn(read(text), stageOf({ printer, material, job, moment: 'start' }))

it('lists each unknown command once, with its lines, letters and comment', () => {
  const text = 'G28\nM9001 S1 ; chamber light on\nM9002 ; wipe the nozzle, about 20 s\nM9001 S0 P3\nG29.4 Z0\n'
  expect(unknown(text).map(({ name, lines, comment }) => [name, lines, comment])).toEqual([
    ['M9001', [2, 4], 'chamber light on'],
    ['M9002', [3], 'wipe the nozzle, about 20 s'],
    ['G29.4', [5], ''],
  ])
  const [light, wipe] = unknown(text)
  expect(light?.proposed).toMatchObject({ effect: 'light-sound-fan', title: 'Chamber light on' })
  expect(light?.proposed.parameters.map(({ letter }) => letter)).toEqual(['S', 'P'])
  expect(wipe?.proposed).toMatchObject({ effect: 'moves', seconds: 20 })
})

it('takes the comment on the line above where a command has none of its own', () => {
  expect(unknown('; prime the nozzle\nM9003 E5\n')[0]).toMatchObject({
    comment: 'prime the nozzle',
    proposed: { effect: 'moves-filament' },
  })
})

it.each([
  ['home all axes again', 'M9000', 'homes'],
  ['probe a mesh of the bed', 'M9000', 'levels'],
  ['heat the nozzle to 140', 'M9000', 'heats-nozzle'],
  ['preheat bed', 'M9000', 'heats-bed'],
  ['wait until hot', 'M9000', 'waits'],
  ['play the finish tune', 'M9000', 'light-sound-fan'],
  ['scrub on the brush', 'M9000', 'moves'],
  ['flush the old colour', 'M9000', 'moves-filament'],
  ['set the motor current', 'M9000', 'harmless'],
  ['resonance sweep', 'M9000', 'opaque'],
  ['', 'CLEAN_NOZZLE', 'moves'],
  ['', 'M9000', 'opaque'],
] as const)('takes “%s” (%s) for %s', (comment, name, effect) => {
  expect(effectFromComment(comment, name)).toBe(effect)
})
