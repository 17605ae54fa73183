// What the script language says of texts, choices, tools and units: worked out by hand.
import { describe, expect, it } from 'vitest'
import { found, job, material, printer, round } from '../testing/stage.ts'
import { evaluate, holds } from './evaluate.ts'
import { scopeOf } from './values.ts'

const world = { printer, job: { ...job, name: 'Small box' }, moment: 'start' as const, materialOf: () => material }
const scope = scopeOf(world, 0, new Map())
const worth = (text: string) => {
  const result = evaluate(text, scope)
  return result.ok ? result.value : result.why
}
const so = (text: string) => {
  const result = holds(text, scope)
  return result.ok ? result.value : result.why
}

describe('choices and numbers', () => {
  it('chooses by a condition, with the unit of what it takes', () => {
    expect(worth('choose(bed > 0, bed, nozzle)')).toEqual({ value: material.bedC, unit: '°C' })
    expect(worth('choose(uses T1, 1, 0)')).toEqual({ value: 0, unit: '' })
    expect(worth('choose((1 + 2) * 2 is 6 and not uses T1, 4, 5) + 1')).toEqual({ value: 5, unit: '' })
  })

  it('rounds up and down, and knows remainders', () => {
    expect([worth('floor(2.7)'), worth('ceil(2.1)'), worth('floor(0 - 2.1)')]).toEqual(
      [2, 3, -3].map(value => ({ value, unit: '' })),
    )
    // 7 = 2 · 3 + 1; −1 = −1 · 3 + 2.
    expect([worth('remainder(7, 3)'), worth('remainder(0 - 1, 3)')]).toEqual([1, 2].map(value => ({ value, unit: '' })))
    expect(worth('remainder(7, 0)')).toContain('divides by zero')
  })

  it('has values of the tool that begins', () => {
    expect(worth('nozzle of first_tool')).toEqual({ value: material.nozzleC, unit: '°C' })
    expect(worth('first_tool + 1')).toEqual({ value: 1, unit: '' })
  })
})

describe('texts', () => {
  it('are compared with texts in quotes, whatever their case', () => {
    expect(so(`material is "${material.name.toUpperCase()}"`)).toBe(true)
    expect(so('job_name is not "Small box"')).toBe(false)
    expect(so(`printer_name is "${printer.name}" and bed > 0`)).toBe(true)
  })

  it('are no numbers, and are told so', () => {
    expect(so('material > "a"')).toContain('texts can only be equal or different')
    expect(so('material is 3')).toContain('compares a text with a number')
    expect(worth('material + 1')).toContain('“material” is a text')
    expect(worth('"a" + 1')).toContain('no number')
  })
})

describe('units', () => {
  const sent = (line: string, ...above: string[]) =>
    round([...above, 'G28', line]).commands.at(-1)?.command.words[0]?.text

  it('turn into what the letter takes', () => {
    // 3 minutes are 180 s and 180,000 ms; 50 mm/s are 3000 mm/min.
    expect(sent('G4 S@wait', ';= wait = 3 min')).toBe('S180')
    expect(sent('G4 P@wait', ';= wait = 3 min')).toBe('P180000')
    expect(sent('G1 F@fast X5', ';= fast = 50 mm/s')).toBe('F3000')
    expect(sent('G4 S@(wait * 60)', ';= wait = 3 min')).toBe('S180')
    expect(sent('G1 F@(fast * 60) X5', ';= fast = 50 mm/s')).toBe('F3000')
    expect(sent('G4 S@wait', ';= wait = 30')).toBe('S30')
  })

  it('of another kind are told, and no number', () => {
    const [odd] = found('unknown-value', ['G28', 'G1 X@bed F3000'])
    expect(odd).toMatchObject({
      line: 2,
      message: expect.stringContaining('“bed” is a temperature, and X takes a length'),
    })
    expect(found('unknown-value', ['G28', 'M104 S@(first_layer)'])[0]?.message).toContain(
      'is a length, and S takes a temperature',
    )
    expect(found('unknown-value', ['G28', 'G1 Z@first_layer F@(nozzle_size * 3000)'])).toEqual([])
  })
})

describe('guards in other languages’ words', () => {
  it('are understood', () => {
    const text = [';? If bed > 0', 'M117 one', ';? ELSE', 'M117 two', ';? endif', ';? When bed > 999', 'M117 three']
    const more = [';? otherwise if bed > 0', 'M117 four', ';? elif bed > 1', 'M117 five', ';? END']
    expect(round(['G28', ...text, ...more]).trace.messages.map(each => each.text)).toEqual(['one', 'four'])
  })

  it('or told', () => {
    expect(found('guard-unclosed', ['G28', ';? why is this here', 'M117 x'])).toEqual([])
    const [odd] = found('guard-unclosed', ['G28', ';? wenn bed > 0', 'M117 x'])
    expect(odd?.message).toContain('seems to be a guard and is none')
  })
})
