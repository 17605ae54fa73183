import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'move-before-home'

describe(rule, () => {
  it('reports a move along axes that have no zero, once an axis', () => {
    const findings = found(rule, 'G90\nG1 X10 Y10\nG1 X20\nG1 Z5')
    expect(findings.map(({ line, severity }) => [line, severity])).toEqual([
      [2, 'error'],
      [4, 'error'],
    ])
    expect(findings[0]?.message).toContain('Moves X and Y before homing them')
  })

  it('offers to find zero first, and is content then', () => {
    const text = 'G90\nG1 X10\n'
    const mended = fixed(text, found(rule, text)[0])
    expect(mended).toBe('G90\nG28\nG1 X10\n')
    expect(found(rule, mended)).toEqual([])
  })

  it('lets the head be lifted a little before homing, but not lowered or far', () => {
    expect(found(rule, 'G91\nG1 Z10\nG90\nG28')).toEqual([])
    expect(found(rule, 'G91\nG1 Z-1')).toHaveLength(1)
    expect(found(rule, 'G91\nG1 Z31')).toHaveLength(1)
  })

  it('knows that motors off means zero lost, also after a print', () => {
    expect(found(rule, 'G1 X10 Y10', 'end')).toEqual([])
    expect(found(rule, 'M84\nG1 X10', 'end').map(({ line }) => line)).toEqual([2])
  })

  it('says nothing of filament alone', () => expect(found(rule, 'G1 E5 F300')).toEqual([]))
})
