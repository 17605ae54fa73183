// Another firmware on the same machine: what it is stays, and is only said otherwise.

import { describe, expect, it } from 'vitest'
import { demoScripts } from '../../../demo/load.ts'
import type { Printer } from '../model/printer.ts'
import { named, plan, textOf } from '../testing/carrying.ts'
import { refitted } from './refitted.ts'

describe('another firmware on the same machine', () => {
  const withFirmware = (name: string, family: Printer['firmware']['family'], version: string): Printer =>
    refitted(named(name), { family, version, abilities: {} })

  it('keeps blends, part by part or in one line', () => {
    const [here, there] = [named('Phalarope'), withFirmware('Phalarope', 'macro-file', '3.4')]
    // Shares count by their sum: 1 and 3 of 4 are a quarter and three.
    expect(textOf(plan(here, there, ['M163 S0 P1', 'M163 S1 P3', 'M164 S0']))).toEqual(['M567 P0 E0.25:0.75'])
    expect(textOf(plan(here, there, ['M165 A0.3 B0.7']))).toEqual(['M567 P0 E0.3:0.7'])
    expect(textOf(plan(there, here, ['M567 P0 E0.3:0.7']))).toEqual(['M163 S0 P0.3', 'M163 S1 P0.7', 'M164 S0'])
    // A blend that is a tool of its own is set up in the config there.
    const own = plan(here, there, ['M163 S0 P0.5', 'M163 S1 P0.5', 'M164 S4'])
    expect(own.changes.at(-1)).toMatchObject({ kind: 'refused', why: expect.stringContaining('its config') })
  })

  it('lets paste be pushed cold where the firmware would have it hot', () => {
    const clay = demoScripts().find(({ printer }) => printer === 'Shelduck') as { text: string }
    const [here, there] = [named('Shelduck'), withFirmware('Shelduck', 'board', '2.1')]
    const made = plan(here, there, clay.text.split('\n'), 'start')
    expect(textOf(made)).toContain('M302 P1')
    expect(textOf(made).filter(line => /^M10[49]/.test(line))).toEqual([])
    expect(made.newFindings.filter(({ severity }) => severity !== 'advice')).toEqual([])
  })

  it('asks for no levelling of a firmware that has none', () => {
    const made = plan(
      named('Dunlin'),
      withFirmware('Dunlin', 'dispensing', '3.5'),
      ['M190 S60', 'G28', 'G29', 'G1 X9 Y9 F3000'],
      'start',
    )
    expect(made.newFindings.map(({ rule }) => rule)).not.toContain('levelling-missing')
  })
})

describe('the trim of the source machine', () => {
  it('is no part of the position that is meant', () => {
    const move = (...before: readonly string[]) =>
      textOf(plan(named('Curlew'), named('Dunlin'), ['G28', ...before, 'G1 X30 Y40 F6000'])).at(-1)
    expect(move('SET_GCODE_OFFSET X=1 Y=2')).toBe(move())
    expect(move('SET_GCODE_OFFSET Y=-2')).toBe(move())
  })
})
