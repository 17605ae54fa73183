import { describe, expect, it } from 'vitest'
import { fixed, found, printer } from '../../testing/stage.ts'

const rule = 'kept-line-changed'
const soak = (...lines: string[]) =>
  [';@ heat-soak minutes=1 warm=ignored', ...lines, ';@ end heat-soak', 'G90', ''].join('\n')
const asMade = soak('M117 Bed settles: 1 min', 'G4 S60')

describe(rule, () => {
  it('is content with lines as they are made, and with the whole passage commented out', () => {
    expect(found(rule, asMade)).toEqual([])
    expect(found(rule, soak(';M117 Bed settles: 1 min', ';G4 S60'))).toEqual([])
  })

  it('reports lines changed by another program, and makes them again or lets them be', () => {
    const text = soak('M117 Bed settles: 1 min', 'G4 S90')
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 1, severity: 'advice' })
    expect(fixed(text, finding)).toBe(asMade)
    expect(finding?.fixes[1]?.title).toBe('Make it ordinary text')
    expect(fixed(text, finding && { ...finding, fixes: finding.fixes.slice(1) })).toBe(
      'M117 Bed settles: 1 min\nG4 S90\nG90\n',
    )
  })

  it('reports a passage made for another printer, whose display was wider', () => {
    expect(found(rule, asMade, 'start', { display: { columns: 16 } })).toHaveLength(1)
  })

  it('reports a heading inside, at the marker', () => {
    const [finding] = found(rule, soak('M117 Bed settles: 1 min', '; --- and now ---', 'G4 S60'))
    expect(finding?.message).toContain('Line 3 is a comment inside the made passage “Heat soak”.')
  })

  it('reports numbers that no longer fit the printer, the text untouched', () => {
    const marker = ';@ purge-line edge=left length=150\nG92 E0\n;@ end purge-line\n'
    const small = { bed: { x: [0, 120], y: [0, 120] }, reach: { ...printer.reach, y: [0, 120] } } as const
    const [finding] = found(rule, `G28\n${marker}`, 'start', small as never)
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(finding?.message).toBe(
      '“Purge line” can’t be made again here: It would reach Y 170, beyond what the head can reach (0 to 120 mm).',
    )
    expect(found(rule, ';@ purge-line edge=top\n;@ end purge-line')[0]?.message).toContain('Edge is one of left')
    expect(found(rule, ';@ waltz\nG28\n;@ end waltz')[0]?.message).toContain('There is no maker called “waltz”.')
  })
})
