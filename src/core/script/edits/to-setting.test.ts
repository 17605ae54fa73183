import { describe, expect, it } from 'vitest'
import { applyEdits } from '../../model/script.ts'
import { round, serious } from '../../testing/stage.ts'
import { type ToSetting, toSetting } from './to-setting.ts'

const text =
  '; my start\n\nG28\nM104 S200 ; go\nM140 S60\nM109 S200\nM83\nG1 X10 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 X10.5\nG1 Y20 E12\nG91\nG1 Z0.3\n'
const ask = (word: string, over: Partial<ToSetting> = {}, of = text) =>
  toSetting({ text: of, ...round(of) }, { offset: of.indexOf(word), name: '', note: '', leave: [], ...over })
const edited = (...asked: Parameters<typeof ask>): string => {
  const plan = ask(...asked)
  if (!plan.ok) throw new Error(plan.why)
  return applyEdits(asked[2] ?? text, plan.edits)
}
const why = (...asked: Parameters<typeof ask>): string => {
  const plan = ask(...asked)
  return plan.ok ? '' : plan.why
}

describe('a number becomes a setting', () => {
  it('wherever it heats the same heater, however it is told to', () => {
    const made = edited('S200', { name: 'heat', note: 'for the   first layer' })
    expect(made.slice(0, 60)).toBe('; my start\n;= heat = 200 °C   for the first layer\n\nG28\nM104 ')
    expect(made).toContain('M104 S@heat ; go\nM140 S60\nM109 S@heat\n')
    expect(ask('S200')).toMatchObject({ places: [{ line: 4, chosen: true }, { line: 6, chosen: true }] }) // biome-ignore format: two places
  })

  it('and the rehearsal is the same to the last stroke', () => {
    for (const word of ['S200', 'E12', 'Z0.3', 'F1200', 'Y20']) {
      const [before, after] = [round(text), round(edited(word))]
      expect(serious(after).map(({ rule, line }) => [rule, line - 1])).toEqual(
        serious(before).map(({ rule, line }) => [rule, line]),
      )
      expect(after.strokes.map(({ line: _, ...stroke }) => stroke)).toEqual(
        before.strokes.map(({ line: _, ...stroke }) => stroke),
      )
      expect(after.durations).toEqual(before.durations)
    }
  })

  it('but not where the same number means another thing: a distance is no place', () => {
    const made = edited('Z0.3')
    expect(made).toContain(';= z_height = 0.3 mm\n')
    expect(made).toContain('Z@z_height F3000')
    expect(made.endsWith('G91\nG1 Z0.3\n')).toBe(true)
  })

  it('and stays a number where the person says so', () => {
    const made = edited('E12', { leave: [9] })
    expect(made).toContain('G1 Y120 E12 F1200\nG1 X10.5\nG1 Y20 E@filament\n')
  })

  it('stands after the settings that are there, under a name that is free', () => {
    const had = ';= z_height = 3 mm\n;= b = 4\nG28\nG1 Z0.3 F600\n'
    expect(edited('Z0.3', {}, had)).toBe(
      ';= z_height = 3 mm\n;= b = 4\n;= z_height_2 = 0.3 mm\nG28\nG1 Z@z_height_2 F600\n',
    )
  })

  it('is refused for a bad name, a taken one, and where there is no number', () => {
    expect(why('S200', { name: 'my heat' })).toContain('letters, figures and underscores')
    expect(why('S200', { name: 'bed' })).toBe('“bed” is a value already. Give the setting another name.')
    expect(why('S200', { name: 'a' }, ';= a = 1\nM104 S200')).toBe('There is a setting “a” already.')
    expect(why('my start')).toBe('Put the caret on a number of a command first.')
    expect(why('S200', { leave: [4, 6] })).toBe('Choose at least one line.')
  })
})

describe('a number that stands close to others', () => {
  const named = (line: string, part: string) => {
    const text = `G28\n${line}\n`
    const plan = toSetting(
      { text, ...round(text) },
      { offset: text.indexOf(part) + 1, name: 'far', note: '', leave: [] },
    )
    return plan.ok ? applyEdits(text, plan.edits) : plan.why
  }
  it('is named so that its neighbours stay what they are', () => {
    expect(named('G1X40Y20F3000', 'X40')).toBe(';= far = 40 mm\nG28\nG1X@(far)Y20F3000\n')
    expect(round(named('G1X40Y20F3000', 'X40')).trace.steps.x.at(-1)).toBe(
      round('G28\nG1X40Y20F3000\n').trace.steps.x.at(-1),
    )
    expect(named('G1 X+40 F3000', 'X+40')).toBe(';= far = 40 mm\nG28\nG1 X@far F3000\n')
  })

  it('has no name that is a value’s or a word of the language', () => {
    const text = 'G28\nG1 X40 F3000\n'
    const seen = { text, ...round(text) }
    for (const name of ['material', 'bed', 'true', 'choose'])
      expect(toSetting(seen, { offset: 8, name, note: '', leave: [] })).toMatchObject({ ok: false })
  })
})
