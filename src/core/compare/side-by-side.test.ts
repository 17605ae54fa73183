import { describe, expect, it } from 'vitest'
import { job, material, printer } from '../testing/stage.ts'
import { carriedAcross, compareScripts, tellApart, tellRevisions } from './side-by-side.ts'

const setting = { printer, material, job, moment: 'start' as const }
const script = (text: string, its: typeof setting = setting) => ({ text, setting: its })

const start = (nozzleC: number, mm: number, home = 'G28\nG29') =>
  `; --- warm ---\nM190 S60\nM109 S${nozzleC}\n\n; --- feel ---\n${home}\n\n; --- purge ---\nG92 E0\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E${mm} F1000\n`

describe('two scripts side by side', () => {
  it('are told apart in words, passages and what they come to', () => {
    const compared = compareScripts(script(start(200, 40)), script(start(200, 10)))
    expect(compared.words).toBe('purge line 40 → 10 mm')
    expect(compared.matches.map(({ title, is }) => [title, is])).toEqual([
      ['warm', 'same'],
      ['feel', 'same'],
      ['purge', 'changed'],
    ])
    // 30 mm of filament, 1.75 mm thick: 30 · 2.405 mm² = 72.2 mm³; at 1.25 g/cm³ that is 0.0902 g.
    expect(compared.left.massG - compared.right.massG).toBeCloseTo(0.0902, 3)
    expect(compared.left.strokes).toEqual([
      [
        [4, 20],
        [4, 120],
      ],
    ])
  })

  it('have their passages in place, headings and all', () => {
    const { matches } = compareScripts(script(start(200, 40)), script(start(200, 40)))
    expect(matches.map(({ left }) => left)).toEqual([
      { first: 1, last: 3 },
      { first: 5, last: 7 },
      { first: 9, last: 12 },
    ])
  })

  it('are rehearsed each for its own printer', () => {
    const narrow = { ...setting, printer: { ...printer, reach: { ...printer.reach, y: [0, 100] as [number, number] } } }
    const { left, right } = compareScripts(script(start(200, 40)), script(start(200, 40), narrow))
    const beyond = (coming: typeof left) => coming.findings.filter(({ rule }) => rule === 'outside-reach').length
    expect([beyond(left), beyond(right)]).toEqual([0, 1])
  })

  it('never throw, whatever stands in them', () => {
    for (const text of ['', '\u0000\u0001', ';', 'G1 X', '{{{', ';? when', 'M190 S@', '\r\n\r\n'])
      expect(compareScripts(script(text), script(start(200, 40))).matches.length).toBeGreaterThan(0)
    expect(compareScripts(script(''), script('')).matches).toEqual([])
  })
})

describe('a difference as a name', () => {
  it('is what a variant would be called', () => {
    expect(tellApart(script(start(200, 40)), script(start(210, 40))).name).toBe('Nozzle 210 °C')
    expect(tellApart(script(start(200, 40)), script(start(200, 40, 'G28\n; G29'))).name).toBe('Without probing')
  })
})

describe('a passage carried across', () => {
  const [left, right] = [start(200, 40), start(210, 10, 'G28\nM420 S1')]
  const across = (index: number, to: 'left' | 'right') => carriedAcross(script(left), script(right), index, to)

  it('makes one side as the other is, and nothing else of it', () => {
    expect(across(0, 'right')).toBe(start(200, 10, 'G28\nM420 S1'))
    expect(across(1, 'left')).toBe(start(200, 40, 'G28\nM420 S1'))
    expect(across(2, 'right')).toBe(start(210, 40, 'G28\nM420 S1'))
  })

  it('all of them one after the other make both the same', () => {
    let now = right
    for (const index of [0, 1, 2]) now = carriedAcross(script(left), script(now), index, 'right')
    expect(now).toBe(left)
  })

  it('that is not there changes nothing', () => expect(across(9, 'right')).toBe(right))
})

describe('the revisions of a script', () => {
  it('are each told against the one that they were made from', () => {
    const told = tellRevisions(
      [
        { id: 1, text: start(200, 40), before: null },
        { id: 2, text: start(200, 40, 'G28\n; G29'), before: 1 },
        { id: 3, text: `; a word\n${start(200, 40, 'G28\n; G29')}`, before: 2 },
        { id: 4, text: start(200, 10), before: 1 },
      ],
      setting,
    )
    expect(told.map(({ id, words }) => [id, words.replace(/; .* s shorter$/, '')])).toEqual([
      [1, ''],
      [2, 'probing commented out'],
      [3, 'only comments'],
      [4, 'purge line 40 → 10 mm'],
    ])
    // A comment changes nothing that is found; a bead of a quarter of the filament is no longer too fat.
    const [first, , , thin] = told
    expect(told[2]?.serious).toBe(told[1]?.serious)
    expect(thin?.serious).toBeLessThan(first?.serious ?? 0)
  })
})
