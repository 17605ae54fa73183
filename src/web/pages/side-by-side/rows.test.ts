import { describe, expect, it } from 'vitest'
import { commandsOnly, linesIn, rowsFor } from './rows.ts'

const told = (left: string, right: string) =>
  rowsFor(linesIn(left), linesIn(right)).map(({ is, left: a, right: b }) => [is, a?.number ?? null, b?.number ?? null])

describe('two texts in rows', () => {
  it('are the same, changed, gone or new', () => {
    expect(told('G28\nM104 S200\nG92 E0', 'G28\nM104 S210\nG92 E0')).toEqual([
      ['same', 1, 1],
      ['changed', 2, 2],
      ['same', 3, 3],
    ])
    expect(told('G28\nG29\nG92 E0', 'G28\nG92 E0\nM117 go')).toEqual([
      ['same', 1, 1],
      ['gone', 2, null],
      ['same', 3, 2],
      ['new', null, 3],
    ])
  })

  it('pair as many lines as both have', () => {
    expect(told('A1\nB1', 'C1\nD1\nE1').map(([is]) => is)).toEqual(['changed', 'changed', 'new'])
  })

  it('tell which words of a line changed', () => {
    const [row] = rowsFor(linesIn('G1 X10 E40 F900'), linesIn('G1 X10 E18 F900'))
    expect(row?.left?.bits.filter(({ changed }) => changed).map(({ text }) => text)).toEqual(['E40'])
    expect(row?.right?.bits.filter(({ changed }) => changed).map(({ text }) => text)).toEqual(['E18'])
    expect(row?.right?.bits.map(({ text }) => text).join('')).toBe('G1 X10 E18 F900')
  })

  it('may leave comments and blank lines out, and keep their numbers', () => {
    expect(commandsOnly(linesIn('; hello\n\nG28 ; zero\n;? when bed > 70'))).toEqual([
      { number: 3, text: 'G28' },
      { number: 4, text: ';? when bed > 70' },
    ])
  })

  it('lose nothing: the cells of each side, one under the other, are its text', () => {
    const texts = ['', 'G28', 'G28\nG29\nM117 a b', 'M117 a  b\nG28', 'G1 X1 Y2\n\n; x\nG1 X1 Y3', 'a\na\na\nb']
    for (const left of texts)
      for (const right of texts) {
        const rows = rowsFor(linesIn(left), linesIn(right))
        const side = (which: 'left' | 'right') =>
          rows.flatMap(row => row[which] ?? []).map(({ bits }) => bits.map(({ text }) => text).join(''))
        expect(side('left').join('\n')).toBe(left)
        expect(side('right').join('\n')).toBe(right)
        expect(rows.flatMap(row => row.right?.number ?? [])).toEqual(right.split('\n').map((_, i) => i + 1))
      }
  })
})
