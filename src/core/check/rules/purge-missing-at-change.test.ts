import { describe, expect, it } from 'vitest'
import { twoTools } from '../../model/example.ts'
import { foundAtChange } from '../../testing/stage.ts'

const rule = 'purge-missing-at-change'
/** Two filaments into one nozzle. */
const oneNozzle = { tools: twoTools.map((tool, each) => ({ ...tool, heater: each === 0 ? null : 0 })) }

describe(rule, () => {
  it('reports less than 10 mm³ between two colours in one nozzle', () => {
    // 2.405 mm² · 4.1 mm = 9.86 mm³; 4.2 mm are 10.10 mm³.
    const purged = (mm: number) => foundAtChange(rule, `T1\nM83\nG1 E${mm} F300`, { printer: oneNozzle })
    expect(purged(4.1)[0]?.message).toContain('only 9.9 mm³ are purged')
    expect(purged(4.2)).toEqual([])
    expect(foundAtChange(rule, 'T1', { printer: oneNozzle })[0]?.message).toContain('nothing is purged')
  })

  it('is content where a prime tower takes the purge, and with two nozzles that have just printed', () => {
    const tower = { x: 20, y: 20, widthMm: 20, depthMm: 20, purgeMm3: 40 }
    expect(foundAtChange(rule, 'T1', { printer: oneNozzle, job: { tower } })).toEqual([])
    expect(foundAtChange(rule, 'T1')).toEqual([])
  })
})
