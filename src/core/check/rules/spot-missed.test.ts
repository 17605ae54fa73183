import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'spot-missed'
const reach = { x: [-30, 200], y: [0, 200], z: [0, 200] } as {
  x: [number, number]
  y: [number, number]
  z: [number, number]
}

describe('purging into the bucket', () => {
  const printer = { reach, spots: [{ name: 'bucket', x: -20, y: 110, z: 10 }] }
  const purge = (y: number, mm = 20) =>
    found(rule, `G28\nM109 S200\nM83\nG1 Z20 F600\nG1 X-20 Y${y} F6000\nG1 E${mm} F200`, 'start', printer)

  it('takes the bucket as 15 mm around its position', () => {
    expect(purge(95)).toEqual([])
    expect(purge(94)).toMatchObject([{ line: 6, severity: 'warning' }])
  })

  it('takes a purge farther away than 60 mm as meant for something else', () => {
    expect(purge(50)).toHaveLength(1)
    expect(purge(49)).toEqual([])
  })

  it('takes less than 8 mm³ as no purge: 2.405 mm² · 3.3 mm = 7.94, 3.4 mm are 8.18', () => {
    expect(purge(80, 3.3)).toEqual([])
    expect(purge(80, 3.4)).toHaveLength(1)
  })
})

describe('wiping over the brush', () => {
  const printer = { reach, spots: [{ name: 'brush', x: -20, y: 110, z: 4 }] }
  /** Strokes back and forth from Y to Y + `stroke`. */
  const wipe = (y: number, { z = 4, times = 3, stroke = 10 } = {}) => {
    const strokes = Array.from({ length: times }, (_, i) => `G1 Y${i % 2 === 0 ? y + stroke : y} F6000`)
    return found(rule, ['G28', `G1 Z${z} F600`, `G1 X-20 Y${y} F6000`, ...strokes, ''], 'start', printer)
  }

  it('takes the brush as 15 mm around its position', () => {
    // From Y 126 to 136 the nearest end is 16 mm away, from Y 125 it is 15 mm.
    expect(wipe(126)).toHaveLength(1)
    expect(wipe(125)).toEqual([])
  })

  it('needs three strokes, low and short', () => {
    expect(wipe(130, { times: 3 })).toHaveLength(1)
    expect(wipe(130, { times: 1 })).toEqual([])
    // Up to 4 mm above the brush at Z 4.
    expect(wipe(130, { z: 8 })).toHaveLength(1)
    expect(wipe(130, { z: 8.1 })).toEqual([])
  })
})
