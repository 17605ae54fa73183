import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'outside-reach'

describe(rule, () => {
  it('reports a place beyond the reach, how far, and on which side', () => {
    const [finding] = found(rule, 'G28\nG1 X-8 F3000')
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(finding?.message).toContain('8 mm beyond the left')
  })

  it('offers the edge instead, and changes nothing but that number', () => {
    const text = 'G28\nG1 X205 Y20 ; right\n'
    expect(fixed(text, found(rule, text)[0])).toBe('G28\nG1 X200 Y20 ; right\n')
  })

  it('is content at the very edge', () => expect(found(rule, 'G28\nG1 X200 Y0 Z200 F3000')).toEqual([]))

  it('adds up relative moves and has no fix for them', () => {
    const findings = found(rule, 'G28\nG91\nG1 Z150 F600\nG1 Z150')
    expect(findings.map(({ line, fixes }) => [line, fixes.length])).toEqual([[4, 0]])
  })

  it('sees the bulge of an arc whose ends are inside', () => {
    // From 190,100 round 190,110 to 190,120: the bulge reaches x = 200, or 180 the other way round.
    expect(found(rule, 'G28\nG1 X195 Y100 F3000\nG3 X195 Y120 J10')).toHaveLength(1)
    expect(found(rule, 'G28\nG1 X195 Y100 F3000\nG2 X195 Y120 J10')).toEqual([])
  })

  it('reports a move through a zone where the head must not go, and is content above it', () => {
    // A clip at the front, from X90 to X110, 8 mm high.
    const over = {
      zones: [{ name: 'front clip', x: [90, 110] as [number, number], y: [0, 6] as [number, number], highMm: 8 }],
    }
    const [finding] = found(rule, 'G28\nG1 X20 Y3 Z5 F3000\nG1 X180', 'start', over)
    expect(finding).toMatchObject({ line: 3, severity: 'error' })
    expect(finding?.message).toContain('front clip')
    expect(found(rule, 'G28\nG1 X20 Y3 Z9 F3000\nG1 X180', 'start', over)).toEqual([])
    expect(found(rule, 'G28\nG1 X20 Y30 Z5 F3000\nG1 X180', 'start', over)).toEqual([])
  })

  it('says it once where later moves stay outside', () => {
    expect(found(rule, 'G28\nG1 X-8 F3000\nG1 Y50')).toHaveLength(1)
  })
})
