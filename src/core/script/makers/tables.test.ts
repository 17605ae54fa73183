import { describe, expect, it } from 'vitest'
import { temperatureAt } from '../../machine/temperature.ts'
import type { Moment } from '../../model/moment.ts'
import { applyEdits } from '../../model/script.ts'
import { rehearseScript } from '../../round.ts'
import { job, material, printer, serious } from '../../testing/stage.ts'
import { makePassage } from '../edits/make.ts'
import type { Values } from './maker.ts'
import { mixingTable } from './mixing-table.ts'

type Over = Partial<{ material: typeof material; printer: typeof printer; moment: Moment }>
const see = (text: string, over: Over = {}) =>
  rehearseScript(text, { printer, material, job, moment: 'start', ...over })
const plan = (text: string, name: string, values: Values, over: Over = {}) =>
  makePassage({ text, ...see(text, over) }, name, values, 99)
function make(text: string, name: string, values: Values, over: Over = {}): string {
  const made = plan(text, name, values, over)
  if (!made.ok) throw new Error(made.why)
  return applyEdits(text, made.edits)
}
const why = (...asked: Parameters<typeof plan>): string => {
  const made = plan(...asked)
  return made.ok ? '' : made.why
}

describe('probing without drips', () => {
  it('feels the bed at 160 °C and goes on at 200, whatever the nozzle had before', () => {
    for (const before of ['', 'M109 S230\n']) {
      const made = see(make(before, 'probe-cool', {}))
      const { trace, durations } = made
      expect(serious(made)).toEqual([])
      expect(durations.probingS).toBeGreaterThan(0)
      const nozzle = trace.nozzles[0]
      if (!nozzle) throw new Error('there is a nozzle')
      const probing = [...trace.steps.kind.slice(0, trace.steps.count)].indexOf(5)
      expect(temperatureAt(nozzle, trace.steps.end[probing] as number)).toBeCloseTo(160, 6)
      expect(temperatureAt(nozzle, trace.totalS)).toBeCloseTo(200, 6)
    }
  })

  it('finds zero first only where it is not known', () => {
    expect(make('', 'probe-cool', {})).toContain('M109 R@ooze_safe\nG28\nG29\n')
    expect(make('G28\n', 'probe-cool', {})).toContain('M109 R@ooze_safe\nG29\n')
  })

  it('may have temperatures of its own, and a rest', () => {
    expect(make('', 'probe-cool', { heat: 'script', safe: 140, full: 215, lift: 0, settle: 5 })).toBe(
      ';@ probe-cool heat=script safe=140 full=215 lift=0 settle=5\nM109 R140\nG28\nG29\nM109 S215\nG4 S5\n;@ end probe-cool\n',
    )
  })

  it('needs a probe', () => {
    expect(why('', 'probe-cool', {}, { printer: { ...printer, probe: null } })).toBe('Test bench has no probe.')
  })
})

describe('a two-temperature choice', () => {
  it('loads one mesh for a bed of 60 °C and another for one of 90', () => {
    const text = make('', 'two-temperatures', { below: 75, coolpreheat: 150, hotpreheat: 170 })
    const sent = (bedC: number) =>
      see(text, { material: { ...material, bedC } }).commands.map(({ command }) =>
        [command.name, ...command.words.map(word => word.text)].join(' '),
      )
    expect(sent(60)).toEqual(['M104 S150', 'M190 S60', 'M420 S1 L0'])
    expect(sent(90)).toEqual(['M104 S170', 'M190 S90', 'M420 S1 L1'])
  })
})

describe('a mixing table', () => {
  const mixing = { printer: { ...printer, tools: printer.tools.map(tool => ({ ...tool, mixingInputs: 2 })) } }

  it('goes in even steps from one filament to the other', () => {
    const lines = make('', 'mixing-table', { how: 'steps', steps: 3, first: 2 }, mixing).split('\n')
    expect(lines.slice(1, 10)).toEqual([
      'M163 S0 P1',
      'M163 S1 P0',
      'M164 S2',
      'M163 S0 P0.5',
      'M163 S1 P0.5',
      'M164 S3',
      'M163 S0 P0',
      'M163 S1 P1',
      'M164 S4',
    ])
  })

  it('takes a list whose blends add to 100, and spreads others if asked: 30/60 is a third and two thirds', () => {
    const list = { how: 'list', blends: '75/25,30/60' }
    expect(why('', 'mixing-table', list, mixing)).toBe(
      'Blend 2 (30/60) adds to 90 %, not to 100. Mend it, or have it spread.',
    )
    expect(make('', 'mixing-table', { ...list, sum: 'spread' }, mixing)).toContain('M163 S0 P0.333\nM163 S1 P0.667\n')
  })

  it('says what can’t be', () => {
    expect(why('', 'mixing-table', {})).toBe('Test bench has no mixing hot end.')
    expect(why('', 'mixing-table', { steps: 16, first: 1 }, mixing)).toBe(
      'The last blend would be tool T16; the firmware holds T0 to T15.',
    )
    expect(why('', 'mixing-table', { from: 2, to: 2 }, mixing)).toBe(
      'The steps go from one of the 2 inputs to another.',
    )
    expect(why('', 'mixing-table', { how: 'list', blends: '50/25/25' }, mixing)).toContain('has 3 parts')
    expect(why('', 'mixing-table', { how: 'list', blends: 'half' }, mixing)).toBe(
      'Blends in percent is written as 100/0,50/50,0/100, not “half”.',
    )
  })

  it('shows each blend', () => {
    const { stage, trace } = see('', mixing)
    const surroundings = { stage, modes: trace.beginning.modes, bedHeldS: 0, headZ: Number.NaN }
    const values = { how: 'steps', steps: 2, from: 1, to: 2, first: 5 }
    expect(mixingTable.swatches?.(values, surroundings)).toEqual([
      { name: 'T5', shares: [1, 0] },
      { name: 'T6', shares: [0, 1] },
    ])
  })
})

describe('a progress message', () => {
  const wide = (columns: number) => ({ moment: 'layer-change' as const, printer: { ...printer, display: { columns } } })

  it.each([
    [40, 'Layer 50 of 100, 10 of 20 mm'],
    // “Layer 9999/9999, 999.99/999.99 mm” would be 33 wide, “9999/9999, 999.99/999.99 mm” is 27, “9999/9999 999.99 mm” 19.
    [32, '50/100, 10/20 mm'],
    [20, '50/100 10 mm'],
    [10, '50/100'],
  ])('in %d columns says “%s”', (columns, text) => {
    const over = wide(columns)
    expect(see(make('', 'progress-message', {}, over), over).trace.messages.map(each => each.text)).toEqual([text])
  })

  it('is refused without a layer, a display or room on it', () => {
    expect(why('', 'progress-message', {})).toContain('Only a script that runs at each layer knows the layer.')
    expect(why('', 'progress-message', {}, wide(5))).toBe('A display of 5 columns has no room for it.')
    expect(why('', 'progress-message', {}, { moment: 'layer-change', printer: { ...printer, display: null } })).toBe(
      'Test bench has no display.',
    )
  })
})
