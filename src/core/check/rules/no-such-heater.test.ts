import { describe, expect, it } from 'vitest'
import { fixed, found, printer } from '../../testing/stage.ts'

const rule = 'no-such-heater'

describe(rule, () => {
  const chamber = {
    heaters: {
      ...printer.heaters,
      chamber: { highestC: 60, secondsTo40: 600, secondsCooling40To30: 900, heated: true, bedShare: 0 },
    },
  }

  it('reports a chamber that the printer lacks, and a wait for it', () => {
    const text = 'M141 S45\nG28\nM109 S200'
    expect(found(rule, text)).toMatchObject([{ line: 1, severity: 'warning' }])
    expect(found(rule, text)[0]?.message).not.toContain('never end')
    expect(found(rule, 'M191 S45\nG28')[0]?.message).toContain('a wait for one may never end')
    expect(found(rule, fixed(text, found(rule, text)[0]))).toEqual([])
  })

  it('is content where there is one, and with turning it off', () => {
    expect(found(rule, 'M141 S45\nG28\nM109 S200', 'start', chamber)).toEqual([])
    expect(found(rule, 'M141 S0\nG28\nM109 S200')).toEqual([])
  })
})
