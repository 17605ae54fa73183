import { describe, expect, it } from 'vitest'
import { applyEdits } from '../model/script.ts'
import { rehearseAndCheck } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { changesBetween, differenceInWords, nameForDifference, takeAcross } from './differ.ts'
import { matchPassages } from './match.ts'

const round = (lines: string[]) =>
  rehearseAndCheck(`${lines.join('\n')}\n`, { printer, material, job, moment: 'start' })

const heat = ['; --- warm ---', 'M190 S60', 'M109 S200', '']
const probe = ['; --- feel the bed ---', 'G28', 'G29', '']
const purge = (mm: number) => ['; --- purge ---', 'G92 E0', 'G1 X4 Y20 Z0.3 F3000', `G1 Y170 E${mm} F1000`, '']
const park = ['; --- wait there ---', 'G1 X0 Y0 Z10 F3000', '']

const whole = round([...heat, ...probe, ...purge(40)])
const kinds = (left: ReturnType<typeof round>, right: ReturnType<typeof round>) =>
  matchPassages(left, right).map(match =>
    match.left === null
      ? `new ${match.right.title}`
      : match.right === null
        ? `gone ${match.left.title}`
        : `${match.same ? 'same' : 'changed'}${match.moved ? ' moved' : ''} ${match.right.title}`,
  )

describe('the passages of two scripts', () => {
  it('are the same, changed, new or gone', () => {
    expect(kinds(whole, whole)).toEqual(['same warm', 'same feel the bed', 'same purge'])
    expect(kinds(whole, round([...heat, ...probe, ...purge(18)]))).toEqual([
      'same warm',
      'same feel the bed',
      'changed purge',
    ])
    expect(kinds(whole, round([...heat, ...purge(40), ...park]))).toEqual([
      'same warm',
      'gone feel the bed',
      'same purge',
      'new wait there',
    ])
  })

  it('have moved where the fewest moves explain another order', () => {
    expect(kinds(whole, round([...probe, ...heat, ...purge(40)]))).toEqual([
      'same moved feel the bed',
      'same warm',
      'same purge',
    ])
  })

  it('are known again under another heading, and with their lines commented out', () => {
    const other = round([...heat, '; --- probe it ---', 'G28', 'G29', '', ...purge(40)])
    expect(kinds(whole, other)[1]).toBe('changed probe it')
    const commentedOut = round([...heat, '; --- feel the bed ---', '; G28', '; G29', '', ...purge(40)])
    expect(kinds(whole, commentedOut)[1]).toBe('changed feel the bed')
  })
})

describe('the difference in words', () => {
  it('is what went to sleep, and how much shorter that makes it', () => {
    // Nine points of two seconds each, and the ways between them, are left out.
    const commentedOut = round([...heat, '; --- feel the bed ---', 'G28', '; G29', '', ...purge(40)])
    const gone = round([...heat, ...purge(40)])
    expect(changesBetween(whole, gone)).toEqual(['no probing'])
    const seconds = whole.durations.totalS - gone.durations.totalS
    expect(seconds).toBeGreaterThan(18)
    expect(differenceInWords(whole, gone)).toBe(`no probing; ${Math.round(seconds)} s shorter`)
    expect(differenceInWords(whole, commentedOut)).toMatch(/^probing commented out; .* s shorter$/)
  })

  it('is the weightier of what went and what came', () => {
    const kept = round([...heat, '; --- feel the bed ---', 'G28', 'M420 S1', '', ...purge(40)])
    expect(changesBetween(whole, kept)).toEqual(['no probing'])
    expect(changesBetween(kept, whole)).toEqual(['with probing'])
  })

  it('is how much is purged, and how hot it gets', () => {
    expect(changesBetween(whole, round([...heat, ...probe, ...purge(18)]))).toEqual(['purge line 40 → 18 mm'])
    const hot = round(['; --- warm ---', 'M190 S60', 'M109 S210', '', ...probe, ...purge(40)])
    expect(changesBetween(whole, hot)).toEqual(['nozzle 200 → 210 °C'])
  })

  it('is told of lines that stay as they are and do otherwise because of a setting', () => {
    const setting = (mm: number) =>
      round([`;= purge = ${mm} mm`, '', ...heat, ...purge(40).map(line => line.replace('E40', 'E@purge'))])
    expect(changesBetween(setting(40), setting(18))).toEqual(['purge line 40 → 18 mm'])
  })

  it('is nothing where only comments differ', () => {
    const said = round([...heat, '; so it is', ...probe, ...purge(40)])
    expect(differenceInWords(whole, said)).toBe('')
  })

  it('gives a branch its name', () => {
    expect(nameForDifference(whole, round([...heat, ...purge(40)]))).toBe('No probing')
    expect(nameForDifference(whole, round([...heat, ...probe, ...purge(18)]))).toBe('Purge line 18 mm')
    expect(nameForDifference(whole, whole)).toBe('Changed')
  })
})

describe('a passage taken across', () => {
  const across = (from: ReturnType<typeof round>, to: ReturnType<typeof round>, which: number) => {
    const matches = matchPassages(from, to)
    const match = matches[which]
    if (!match) throw new Error('no such passage')
    const text = to.lines.map(({ raw, ending }) => raw + ending).join('')
    return applyEdits(text, takeAcross(from, to, match, matches))
  }
  const textIn = (lines: string[]) => `${lines.join('\n')}\n`

  it('takes the place of its like', () =>
    expect(across(whole, round([...heat, ...probe, ...purge(18)]), 2)).toBe(textIn([...heat, ...probe, ...purge(40)])))

  it('is put in where it stood among the others', () =>
    expect(across(whole, round([...heat, ...purge(40)]), 1)).toBe(textIn([...heat, ...probe, ...purge(40)])))

  it('that is not there takes out what the other has', () => {
    const without = round([...heat, ...purge(40)])
    expect(across(without, whole, 1)).toBe(textIn([...heat, '', ...purge(40)]))
  })
})
