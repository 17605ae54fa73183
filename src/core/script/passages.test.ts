import { describe, expect, it } from 'vitest'
import { round } from '../testing/stage.ts'
import { guessMoment } from './guess.ts'

const passages = (...lines: string[]) =>
  round(lines).passages.map(({ kind, firstLine, lastLine }) => [kind, firstLine, lastLine])

describe('passages', () => {
  it('parts lines by what they do', () => {
    expect(
      passages(
        'G21',
        'G90',
        'M140 S60',
        'M104 S200',
        'G28',
        'G29',
        'M190 S60',
        'M109 S200',
        'G1 X10 Y10 Z0.3 F3000',
        'G92 E0',
        'G1 Y100 E10 F1200',
        'G92 E0',
      ),
    ).toEqual([
      ['setup', 1, 2],
      ['heat', 3, 4],
      ['home', 5, 5],
      ['probe', 6, 6],
      ['heat-wait', 7, 8],
      ['purge-line', 9, 12],
    ])
  })

  it('keeps together what stands under one heading, and takes its words', () => {
    const [passage] = round('; *** Get ready ***\nM140 S60\nG28\nG29\n').passages
    expect(passage).toMatchObject({ kind: 'probe', title: 'Get ready', firstLine: 2, lastLine: 4 })
  })

  it('lets a boxed heading hold over blank lines, with its parts inside', () => {
    const text =
      ';=====\n; Get ready\n;=====\nM140 S60\n\nG28\n; feel the bed\nG29\n\n;=====\n; Purge\n;=====\nM109 S200\n'
    const [ready, purge] = round(text).passages
    expect(ready).toMatchObject({ title: 'Get ready', headingLine: 1, firstLine: 4, lastLine: 8 })
    expect(ready?.parts.map(({ title, firstLine }) => [title, firstLine])).toEqual([
      ['Start heating', 4],
      ['Home', 6],
      ['feel the bed', 8],
    ])
    expect(purge).toMatchObject({ title: 'Purge', headingLine: 10, firstLine: 13 })
  })

  it.each(['; --- Purge ---', ';;; Purge ;;;', '; *** Purge ***', ';== Purge', '(-- Purge --)'])(
    'reads the heading in %s',
    heading => {
      expect(round(`G28\n\n${heading}\nG29`).passages[1]).toMatchObject({ title: 'Purge', headingLine: 3 })
    },
  )

  it('tells how much each pushes', () => {
    expect(round('M83\nG28\nM109 S200\n\nG1 X10 Y10 F3000\nG1 Y60 E5\nG1 E-1\n').passages.at(-1)?.extrudedMm).toBe(5)
  })

  it('takes a first plain comment for the title of the script', () => {
    expect(round('; My script\nG21\nG28').passages.map(({ title }) => title)).toEqual(['Set-up', 'Home'])
  })

  it('tells what is commented out', () => {
    expect(round('G28\n;G29\n').passages.map(({ kind, enabled }) => [kind, enabled])).toEqual([
      ['home', true],
      ['probe', false],
    ])
  })

  it('tells a long stand-still from a short one', () => {
    expect(passages('G4 S300')).toEqual([['soak', 1, 1]])
    expect(passages('G4 S1')).toEqual([['other', 1, 1]])
  })

  it('names an end script’s parts', () => {
    const text = '; --- up ---\nG91\nG1 E-2 F1800\nG1 Z5\n\nG90\nG1 X0 Y200\n\nM104 S0\nM140 S0\nM84'
    expect(round(text, 'end').passages.map(({ kind }) => kind)).toEqual(['retract', 'park', 'cool-down', 'motors-off'])
  })

  it('has none in an empty script or one of notes', () => {
    expect(passages('')).toEqual([])
    expect(passages('; a', '; b')).toEqual([])
  })
})

describe('the guess at a moment', () => {
  it('takes a script that only turns heaters off for an end script', () => {
    expect(guessMoment('G91\nG1 Z5\nM104 S0\nM140 S0')).toBe('end')
    expect(guessMoment('M104 S200\nG28')).toBe('start')
    expect(guessMoment('M104 S0\nM109 S{heat}')).toBe('start')
    expect(guessMoment('')).toBe('start')
  })
})

it('5,000 passages are all found, each under its own heading', () => {
  const text = Array.from({ length: 5000 }, (_, i) => `; --- step ${i} ---\nG1 X${i % 100} F3000\n`).join('\n')
  const { passages } = round(`G28\n\n${text}`)
  expect(passages).toHaveLength(5001)
  expect(passages[5000]).toMatchObject({ title: 'step 4999', firstLine: 3 + 4999 * 3 + 1 })
})
