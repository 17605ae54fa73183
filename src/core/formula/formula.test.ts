import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { job, material, printer } from '../testing/stage.ts'
import { evaluate, holds, settingValue } from './evaluate.ts'
import { guardLine, inText, settingLine } from './marks.ts'
import { partsOf } from './syntax.ts'
import { scopeOf, type World } from './values.ts'

const world: World = { printer, job, moment: 'start', materialOf: () => material }
const two: World = {
  ...world,
  job: { ...job, materials: ['a', 'b'], firstTool: 1 },
  materialOf: tool => ({ ...material, bedC: tool ? 90 : 60, nozzleC: tool ? 240 : 200 }),
}
const scope = (over: Partial<World> = {}, settings: [string, number][] = []) =>
  scopeOf({ ...world, ...over }, 0, new Map(settings.map(([name, value]) => [name, { value, unit: 'mm' }])))
const value = (text: string, over = scope()) => {
  const result = evaluate(text, over)
  return result.ok ? result.value : result.why
}
const truth = (text: string, over = scope()) => {
  const result = holds(text, over)
  return result.ok ? result.value : result.why
}

describe('formulas', () => {
  // The test bench: nozzle 200, bed 60, first layer 0.2, a print of 20 × 20 in the middle of a bed of 200 × 200.
  it.each([
    ['1 + 2 * 3', 7],
    ['(1 + 2) * 3', 9],
    ['10 - 4 - 3', 3],
    ['12 / 4 / 3', 1],
    ['-2 * -3', 6],
    ['-2 + 5', 3],
    ['bed', 60],
    ['nozzle - 40', 160],
    ['first_layer + .2', 0.4],
    ['print_left', 90],
    ['(print_left + print_right) / 2', 100],
    ['min(bed, 50, 70)', 50],
    ['max(1, 2)', 2],
    ['round(2.5)', 3],
    ['abs(3 - 8)', 5],
    ['clamp(250, 0, 200)', 200],
    ['nozzle of T0', 200],
    ['layers', 100],
    ['reach_top - top', 180],
  ])('%s is %d', (text, number) => {
    const found = value(text)
    expect(typeof found === 'string' ? found : found.value).toBeCloseTo(number, 9)
  })

  it('carry their unit: a length by a length is an area, a ratio is plain', () => {
    expect(value('2 * bed')).toEqual({ value: 120, unit: '°C' })
    expect(value('first_layer * nozzle_size')).toMatchObject({ unit: 'mm²' })
    expect(value('top / layer_height')).toMatchObject({ value: 100, unit: '' })
  })

  it.each([
    ['bed + first_layer', '“bed + first_layer” combines °C and mm.'],
    ['bed / 0', '“bed / 0” divides by zero.'],
    ['wibble', 'Unknown value “wibble”. Settings must be above the lines that use them.'],
    ['shake(3)', 'There is no function “shake”; there are min, max, round, floor, ceil, abs, remainder, clamp.'],
    ['clamp(3)', '“clamp” takes 3 numbers, and has 1.'],
    ['nozzle of T4', 'This job does not use tool T4.'],
    ['nozzle of next', 'Only a tool change has a next tool.'],
    ['top of T0', '“top” is the same for every tool.'],
    ['layer', 'There is no “layer” at this moment: the layer that comes now.'],
    ['3 +', 'The formula “3 +” is incomplete.'],
    ['3 $ 4', 'The formula “3 $ 4” can’t be read from “$” on.'],
    ['', 'The formula is empty.'],
  ])('%s: %s', (text, why) => expect(value(text)).toBe(why))

  it('tell where the flaw is', () => {
    expect(evaluate('1 + wibble * 2', scope())).toMatchObject({ from: 4, to: 10, missing: 'unknown' })
  })

  it('look over the tools that the job uses', () => {
    const both = scopeOf(two, 0, new Map())
    expect(value('highest bed', both)).toEqual({ value: 90, unit: '°C' })
    expect(value('lowest nozzle', both)).toEqual({ value: 200, unit: '°C' })
    expect(value('nozzle of T1 - nozzle', both)).toMatchObject({ value: 40 })
    expect(value('tools_used', both)).toMatchObject({ value: 2 })
    expect(value('nozzle of previous', scopeOf({ ...two, moment: 'tool-change' }, 1, new Map()))).toMatchObject({
      value: 240,
    })
  })

  it('know a layer change to be half way up: 100 layers of 0.2, so layer 50 at 10 mm', () => {
    const now = scope({ moment: 'layer-change' })
    expect(value('layer', now)).toMatchObject({ value: 50 })
    expect(value('height', now)).toEqual({ value: 10, unit: 'mm' })
  })

  it('know the printer’s spots, and settings before anything else', () => {
    const spots = { printer: { ...printer, spots: [{ name: 'bucket', x: -5, y: 7, z: 9 }] } }
    expect(value('bucket_x + bucket_z', scope(spots))).toEqual({ value: 4, unit: 'mm' })
    const docks = { printer: { ...printer, spots: [{ name: 'dock_1', x: -5, y: 7, z: 9 }] } }
    expect(value('dock_1_y', scope(docks))).toEqual({ value: 7, unit: 'mm' })
    expect(value('bed', scope({}, [['bed', 12]]))).toEqual({ value: 12, unit: 'mm' })
  })

  it('never throw, whatever the text', () => {
    const part = fc.constantFrom('bed', '(', ')', '+', '-', '*', '/', ' ', '3', ',', 'min', 'of', 'T1', 'and', '<', 'é')
    fc.assert(
      fc.property(fc.array(part, { maxLength: 12 }), parts => {
        const text = parts.join('')
        expect(typeof evaluate(text, scope()).ok).toBe('boolean')
        expect(typeof holds(text, scope()).ok).toBe('boolean')
      }),
    )
  })
})

describe('conditions', () => {
  it.each([
    ['bed > 59', true],
    ['bed > 60', false],
    ['bed >= 60 and nozzle < 210', true],
    ['bed is 60', true],
    ['0.1 + 0.2 is 0.3', true],
    ['bed is not 60', false],
    ['bed > 90 or nozzle > 190', true],
    ['not bed > 90', true],
    ['not (bed > 90 or nozzle > 190)', false],
    ['bed > 90 or nozzle > 190 and bed > 95', false],
    ['(bed + 40) > 90', true],
    ['uses T0', true],
    ['uses T1', false],
    ['has probe', true],
    ['has chamber', false],
    ['not has lights', true],
  ])('%s: %s', (text, yes) => expect(truth(text)).toBe(yes))

  it('say what is wrong with them', () => {
    expect(truth('bed > first_layer')).toBe('“bed > first_layer” combines °C and mm.')
    expect(truth('bed')).toBe('The condition “bed” is incomplete.')
  })
})

describe('settings', () => {
  it('have a value, a unit, a range and a note', () => {
    expect(settingLine(';= purge_length = 32 mm from 10 to 60   how much goes into the bucket')).toEqual({
      name: 'purge_length',
      body: '32 mm from 10 to 60',
      bodyFrom: 18,
      note: 'how much goes into the bucket',
    })
    const result = settingValue('32 mm from -10 to 60', scope())
    expect(result.ok && result.value).toEqual({ value: 32, unit: 'mm', range: [-10, 60] })
  })

  it('take a formula’s unit, and refuse another', () => {
    const result = settingValue('bed + 5', scope())
    expect(result.ok && result.value.unit).toBe('°C')
    expect(settingValue('bed mm', scope())).toMatchObject({ ok: false, why: 'It is in °C, not in mm.' })
  })
})

describe('marks in a text', () => {
  it('tell guards apart', () => {
    expect(guardLine(';? when bed > 3')).toEqual({ kind: 'when', condition: 'bed > 3', from: 8 })
    expect(guardLine(';? otherwise')).toEqual({ kind: 'otherwise', condition: null, from: 12 })
    expect(guardLine(';? otherwise when x < 1')).toEqual({ kind: 'otherwise', condition: 'x < 1', from: 18 })
    expect(guardLine(' ;?end')).toEqual({ kind: 'end' })
    expect(guardLine(';? maybe')).toBeNull()
  })

  it('find values between plain text', () => {
    expect([...inText('Layer @layer of @(layers + (1)), a@@b @ (c')]).toEqual([
      { kind: 'plain', text: 'Layer ' },
      { kind: 'formula', text: 'layer', from: 7 },
      { kind: 'plain', text: ' of ' },
      { kind: 'formula', text: 'layers + (1)', from: 18 },
      { kind: 'plain', text: ', a@b @ (c' },
    ])
  })
})

describe('the parts of a formula, for colours', () => {
  const parts = (text: string, kind: Parameters<typeof partsOf>[1]) =>
    partsOf(text, kind).map(({ from, to, is }) => [text.slice(from, to), is])

  it('are values, functions, numbers and words', () => {
    expect(parts('max(bed of T1, 40) + 0.2', 'Expression')).toEqual([
      ['max', 'function'],
      ['bed', 'value'],
      ['of', 'word'],
      ['T1', 'value'],
      ['40', 'number'],
      ['0.2', 'number'],
    ])
    expect(parts('highest bed > 85 and not has probe', 'Condition')).toEqual([
      ['highest', 'word'],
      ['bed', 'value'],
      ['85', 'number'],
      ['and', 'word'],
      ['not', 'word'],
      ['has', 'word'],
      ['probe', 'value'],
    ])
    expect(parts('32 mm from 10 to 60', 'Setting')).toEqual([
      ['32', 'number'],
      ['mm', 'unit'],
      ['from', 'word'],
      ['10', 'number'],
      ['to', 'word'],
      ['60', 'number'],
    ])
  })

  it('are told of a formula that can’t be read as well, as while it is typed', () => {
    expect(parts('bed + * (', 'Expression')).toEqual([['bed', 'value']])
    expect(parts('max(bed, 40 ² of T1', 'Expression')).toEqual([
      ['max', 'function'],
      ['bed', 'value'],
      ['40', 'number'],
      ['of', 'word'],
      ['T1', 'value'],
    ])
  })

  it('know a unit by where it stands: its words are names elsewhere', () => {
    expect(parts('min(s, mm) min from -2 to 3.5', 'Setting')).toEqual([
      ['min', 'function'],
      ['s', 'value'],
      ['mm', 'value'],
      ['min', 'unit'],
      ['from', 'word'],
      ['-2', 'number'],
      ['to', 'word'],
      ['3.5', 'number'],
    ])
    expect(parts('5mm/s', 'Setting')).toEqual([
      ['5', 'number'],
      ['mm/s', 'unit'],
    ])
  })
})
