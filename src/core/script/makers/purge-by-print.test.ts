import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Job } from '../../model/job.ts'
import { applyEdits } from '../../model/script.ts'
import { rehearseScript } from '../../round.ts'
import { job, material, printer, serious } from '../../testing/stage.ts'
import { makePassage } from '../edits/make.ts'
import type { Values } from './maker.ts'

const at = (left: number, right: number, front: number, back: number): Job => ({
  ...job,
  area: { kind: 'at', left, right, front, back },
})
const see = (text: string, wanted: Job) => rehearseScript(text, { printer, material, job: wanted, moment: 'start' })
const ready = 'M83\nG28\nM420 S1\nM109 S200\n'
const plan = (values: Values, wanted: Job = job, before = ready) =>
  makePassage({ text: before, ...see(before, wanted) }, 'purge-by-print', values, 99)

/** The purge made for one job, rehearsed for another. */
function laid(values: Values, wanted: Job, madeFor: Job = job) {
  const made = plan(values, madeFor)
  if (!made.ok) throw new Error(made.why)
  return see(applyEdits(ready, made.edits), wanted)
}

// A bead of 0.3 mm² at 0.3 mm is 0.3/0.3 + 0.3·(1 − π/4) = 1.06438 mm wide, half of it 0.53219.
const plain = { bead: 0.3, height: 0.3, length: 40, gap: 5 }

describe('a purge by the print', () => {
  it('lies in front of the print, in the middle, a gap and half a bead off it', () => {
    const made = laid(plain, job)
    const { strokes, trace } = made
    expect(serious(made)).toEqual([])
    expect(strokes).toHaveLength(1)
    const [stroke] = strokes
    // The print is at 90…110: 80 to 120 along it, 90 − 5 − 0.532 in front of it.
    expect(stroke?.from[0]).toBeCloseTo(80, 3)
    expect(stroke?.to[0]).toBeCloseTo(120, 3)
    expect(stroke?.from[1]).toBeCloseTo(84.468, 3)
    expect(stroke?.crossSectionMm2).toBeCloseTo(0.3, 3)
    // Straight up 2 mm, then 10 mm back along the line.
    expect(trace.steps.z.at(-1)).toBeCloseTo(2.3, 6)
    expect(trace.steps.x.at(-1)).toBeCloseTo(110, 3)
  })

  it('made for one job, is right for another: at the back where there is no room in front', () => {
    const { strokes } = laid(plain, at(90, 110, 2, 22))
    expect(strokes[0]?.from[1]).toBeCloseTo(22 + 5.532, 3)
  })

  it('stays on the bed beside a print in its corner', () => {
    expect(laid(plain, at(0, 20, 100, 120)).strokes[0]?.from[0]).toBeCloseTo(0.532, 3)
    expect(laid(plain, at(180, 200, 100, 120)).strokes[0]?.to[0]).toBeCloseTo(200 - 0.532, 3)
  })

  it('purges nothing where there is no room, and says so', () => {
    const full = at(2, 198, 2, 198)
    const { strokes, trace } = laid(plain, full)
    expect(strokes).toEqual([])
    expect(trace.messages.map(({ text }) => text)).toEqual(['No room to purge'])
    const made = plan(plain, full)
    expect(made.ok && made.note).toBe(
      'The job “test” leaves no room for it, at the front or the back: nothing is purged there.',
    )
    const back = plan(plain, at(90, 110, 2, 22))
    // 40 mm · 0.3 mm² / 2.405282 mm² = 4.989 mm.
    expect(back.ok && back.note).toBe('The job “test” leaves no room at the front, so its 4.989 mm go to the back.')
  })

  it('lays rows side by side, a square wound inwards, or an angle around the corner', () => {
    const rows = laid({ ...plain, pattern: 'zigzag', rows: 3 }, job).strokes
    // Three rows of 40 mm and two steps of one bead's width, each further from the print.
    expect(rows.reduce((sum, { lengthMm }) => sum + lengthMm, 0)).toBeCloseTo(3 * 40 + 2 * 1.064, 2)
    expect(rows.at(-1)?.to[1]).toBeCloseTo(84.468 - 2 * 1.064, 2)
    const wound = laid({ ...plain, pattern: 'spiral', rows: 1, length: 10 }, job).strokes
    expect(wound.reduce((sum, { lengthMm }) => sum + lengthMm, 0)).toBeCloseTo(4 * 10 - 1.064, 2)
    const [first, second] = laid({ ...plain, pattern: 'corner', length: 20 }, job).strokes
    expect(first?.from.slice(0, 2)).toEqual([expect.closeTo(84.468, 3), expect.closeTo(104.468, 3)])
    expect(first?.to.slice(0, 2)).toEqual([expect.closeTo(84.468, 3), expect.closeTo(84.468, 3)])
    expect(second?.to.slice(0, 2)).toEqual([expect.closeTo(104.468, 3), expect.closeTo(84.468, 3)])
  })

  it('keeps counting filament as the script does', () => {
    for (const mode of ['M82', 'M83']) {
      const before = ready.replace('M83', mode)
      const made = plan(plain, job, before)
      const after = see(made.ok ? applyEdits(before, made.edits) : '', job)
      expect(serious(after)).toEqual([])
      expect(after.trace.rows.modes.at(-1)).toMatchObject({
        positioning: 'absolute',
        extrusion: mode === 'M82' ? 'absolute' : 'relative',
      })
    }
  })

  it('is refused when it is longer than the bed', () => {
    const made = plan({ ...plain, length: 199.5 })
    expect(!made.ok && made.why).toBe('It is 199.5 mm long, and the bed has room for 198.936 mm.')
  })

  it('never touches the print and never leaves the bed, for any job, pattern and side', () => {
    const span = fc.tuple(fc.integer({ min: 0, max: 180 }), fc.integer({ min: 5, max: 200 }))
    fc.assert(
      fc.property(
        span,
        span,
        fc.constantFrom('line', 'zigzag', 'spiral', 'corner'),
        fc.constantFrom('front', 'back', 'left', 'right'),
        fc.integer({ min: 10, max: 120 }),
        ([left, width], [front, depth], pattern, side, length) => {
          const [right, back] = [Math.min(200, left + width), Math.min(200, front + depth)]
          const { strokes, bounds } = laid({ ...plain, pattern, side, length }, at(left, right, front, back))
          // Rounded to three decimals at each of its steps.
          const slack = 0.02
          for (const { from, to } of strokes) {
            const [x, y] = [[from[0], to[0]].sort((a, b) => a - b), [from[1], to[1]].sort((a, b) => a - b)]
            const [x0 = 0, x1 = 0, y0 = 0, y1 = 0] = [...x, ...y]
            const gapX = Math.max(left - x1, x0 - right)
            const gapY = Math.max(front - y1, y0 - back)
            expect(Math.max(gapX, gapY)).toBeGreaterThanOrEqual(5.532 - slack)
            expect(Math.min(x0, y0, 200 - x1, 200 - y1)).toBeGreaterThanOrEqual(0.532 - slack)
          }
          expect(bounds.x?.[0] ?? 0).toBeGreaterThanOrEqual(0)
        },
      ),
      { numRuns: 150 },
    )
  })
})
