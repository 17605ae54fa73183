import { describe, expect, it } from 'vitest'
import { found, round } from '../../testing/stage.ts'

const rule = 'guard-unclosed'

describe(rule, () => {
  it('reports a marker without its end, and an end without its beginning', () => {
    const text = 'G28\n;@ heat-soak minutes=1\nG4 S60\nG90\n;@ end purge-line\n'
    expect(found(rule, text).map(({ lines, severity }) => [lines, severity])).toEqual([[[2, 5], 'warning']])
    expect(round(text).durations.waitingS).toBe(60)
  })

  it('reports half a guard at its line, and runs its lines as if it were not there', () => {
    const text = ';? end\n;? when bed > 90\nG4 S60\n;? when bed > 100\nG4 S5\n;? end\n'
    expect(found(rule, text).map(({ line }) => line)).toEqual([1, 2])
    // The outer guard is passed over; the inner one holds: 60 °C is not above 100.
    expect(round(text).durations.waitingS).toBe(60)
  })

  it('is content with a pair, and with a comment that only looks like one', () => {
    expect(found(rule, ';@ heat-soak minutes=1\nG4 S60\n;@ end heat-soak\n;@@@ decoration @@@')).toEqual([])
  })
})
