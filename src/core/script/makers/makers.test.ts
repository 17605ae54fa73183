import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readLine } from '../../gcode/read.ts'
import { applyEdits } from '../../model/script.ts'
import { rehearseScript } from '../../round.ts'
import { job, material, printer, round, serious } from '../../testing/stage.ts'
import { makePassage } from '../edits/make.ts'
import type { Plan } from '../edits/plan.ts'
import { fromTheBeginning, madePassages, markerLine, readMarker, standards, type Values } from './maker.ts'
import { makers } from './makers.ts'

const ready = 'G28\nM420 S1\nM109 S200\n'
const plan = (text: string, name: string, values: Values, at = 99): Plan =>
  makePassage({ text, ...round(text) }, name, values, at)
function make(text: string, name: string, values: Values, at = 99): string {
  const planned = plan(text, name, values, at)
  if (!planned.ok) throw new Error(planned.why)
  return applyEdits(text, planned.edits)
}
const why = (planned: Plan): string => (planned.ok ? '' : planned.why)

describe('a made purge line', () => {
  const values = {
    edge: 'left',
    strokes: 2,
    inset: 5,
    from: 20,
    length: 100,
    bead: 0.3,
    height: 0.3,
    speed: 20,
    lift: 2,
  }

  it('lays two strokes of the wanted bead along the edge, and is ready for the print', () => {
    const text = make(`M83\n${ready}`, 'purge-line', values)
    const made = round(text)
    const { strokes } = made
    expect(serious(made)).toEqual([])
    expect(strokes).toHaveLength(2)
    for (const stroke of strokes) {
      expect(stroke.lengthMm).toBe(100)
      expect(stroke.crossSectionMm2).toBeCloseTo(0.3, 4)
    }
    expect(strokes[0]?.from).toEqual([5, 20, 0.3])
    // Side by side: a bead of 0.3 mm² at 0.3 mm is 1.0644 mm wide.
    expect(strokes[1]?.from[0]).toBeCloseTo(6.064, 3)
  })

  it('pushes 100 · 0.3 / 2.405282 = 12.47255 mm a stroke, written 12.473, however filament is counted', () => {
    for (const mode of ['M82', 'M83']) {
      const { strokes, filament } = round(make(`${mode}\n${ready}`, 'purge-line', values))
      expect(strokes[0]?.filamentMm).toBeCloseTo(12.473, 9)
      expect(filament.extrudedMm).toBeCloseTo(24.945, 2)
    }
  })

  it.each(['left', 'right', 'front', 'back'])('keeps to the %s edge, inside the reach', edge => {
    const made = round(make(`M83\n${ready}`, 'purge-line', { ...values, edge }))
    const { strokes } = made
    expect(serious(made)).toEqual([])
    const across = edge === 'left' || edge === 'right' ? 0 : 1
    const at = strokes[0]?.from[across]
    expect(at).toBe(edge === 'left' || edge === 'front' ? 5 : 195)
  })

  it('keeps its parameters in its marker, and is made again from others in its place', () => {
    const text = make(`M83\n${ready}G90\n`, 'purge-line', values, 5)
    expect(text).toContain(
      ';@ purge-line edge=left strokes=2 inset=5 from=20 length=100 starts=near measure=bead bead=0.3 height=0.3 end=0.3 speed=20 back=0 lift=2\n',
    )
    const again = make(text, 'purge-line', { ...values, length: 50, strokes: 1 }, 5)
    expect(again.match(/;@/g)).toHaveLength(2)
    expect(again.endsWith(';@ end purge-line\nG90\n')).toBe(true)
    expect(round(again).strokes.map(({ lengthMm }) => lengthMm)).toEqual([50])
    expect(make(again, 'purge-line', values, 5)).toBe(text)
  })

  it('may be measured by its filament, rise along its way, start at the far end and hold filament back', () => {
    const text = make(`M83\n${ready}`, 'purge-line', {
      ...values,
      strokes: 1,
      starts: 'far',
      measure: 'filament',
      amount: 15,
      height: 0.2,
      end: 0.4,
      back: 1.5,
    })
    const [stroke] = round(text).strokes
    expect(stroke?.from).toEqual([5, 120, 0.2])
    expect(stroke?.to).toEqual([5, 20, 0.4])
    expect(round(text).filament).toMatchObject({ extrudedMm: 15, netMm: 13.5 })
    expect(text).not.toContain('bead=0.3')
    expect(text).toContain('amount=15')
  })

  it('is refused beyond the reach, for values that can’t be, and where positions are relative', () => {
    expect(why(plan(ready, 'purge-line', { ...values, length: 190 }))).toContain('It would reach Y 210')
    expect(why(plan(ready, 'purge-line', { ...values, edge: 'top' }))).toBe(
      'Edge is one of left, right, front, back, not “top”.',
    )
    expect(why(plan(ready, 'purge-line', { ...values, bead: 0 }))).toContain('Bead is a number from 0.01 to 10 mm²')
    expect(why(plan(`${ready}G91\n`, 'purge-line', values))).toContain('Positions are relative here')
    expect(why(plan(ready, 'waltz', values))).toBe('There is no maker called “waltz”.')
  })
})

describe('the other makers', () => {
  it('purge in place: 20 mm out at 2 mm/s, 1.5 mm back, the counter at zero', () => {
    for (const mode of ['M82', 'M83']) {
      const result = round(
        make(`${mode}\n${ready}`, 'purge-spot', { x: 10, y: 10, z: 20, amount: 20, speed: 2, back: 1.5 }),
      )
      expect(result.filament.extrudedMm).toBeCloseTo(20, 9)
      expect(result.filament.netMm).toBeCloseTo(18.5, 9)
      expect(serious(result)).toEqual([])
    }
  })

  it('a soak counts the time that the bed has been warm: 2 of 5 minutes', () => {
    const before = 'M190 S60\nG4 S120\n'
    const planned = plan(before, 'heat-soak', { minutes: 5 })
    expect(planned.ok && planned.note).toBe('The bed has been warm there for 2 min already, which count.')
    expect(round(make(before, 'heat-soak', { minutes: 5 })).durations.waitingS).toBe(120 + 180)
    expect(round(make(before, 'heat-soak', { minutes: 5, warm: 'ignored' })).durations.waitingS).toBe(120 + 300)
    expect(round(make(before, 'heat-soak', { minutes: 1 })).durations.waitingS).toBe(120)
  })

  it('a soak of 2.5 minutes stands still for 150 s and counts down in 20 columns', () => {
    const { durations, trace } = round(make('', 'heat-soak', { minutes: 2.5 }))
    expect(durations.waitingS).toBe(150)
    expect(trace.messages.map(({ text }) => text)).toEqual([
      'Bed settles: 2.5 min',
      'Bed settles: 1.5 min',
      'Bed settles: 0.5 min',
    ])
    expect(trace.messages.every(({ text }) => text.length <= 20)).toBe(true)
  })

  it('a soak says nothing where there is no display', () => {
    const text = applyEdits(
      '',
      (
        makePassage({ text: '', ...round('', 'start', { display: null }) }, 'heat-soak', { minutes: 1 }, 1) as Extract<
          Plan,
          { ok: true }
        >
      ).edits,
    )
    expect(text).toBe(';@ heat-soak minutes=1 warm=counts\nG4 S60\n;@ end heat-soak\n')
  })
})

describe('the brush wipe and the end of a print', () => {
  it('wipes to and fro: 5 strokes of 30 mm at 100 mm/s with 2000 mm/s² take 5 · (0.3 + 0.05) s', () => {
    const values = { left: 10, right: 40, y: 150, z: 2, strokes: 5, speed: 100, lift: 5 }
    const text = make('G28\nG1 X10 Y150 Z7 F3000\n', 'wipe', values)
    const still = make('G28\nG1 X10 Y150 Z7 F3000\n', 'wipe', { ...values, strokes: 1, right: 10 })
    // So slow round corners that it stops at each.
    const corner = { kind: 'speed', mmS: 1e-9 } as const
    const moving = (script: string) => round(script, 'start', { corner }).durations.movingS
    expect(moving(text) - moving(still)).toBeCloseTo(1.75, 6)
    expect(round(text).trace.steps.x.at(-1)).toBe(40)
  })

  it('ends a print with everything off', () => {
    const planned = makePassage(
      { text: '', ...round('', 'end') },
      'end-of-print',
      { back: 2, lift: 10, x: 0, y: 200, motors: 'all' },
      1,
    )
    const text = planned.ok ? applyEdits('', planned.edits) : ''
    const ended = round(text, 'end')
    expect(serious(ended)).toEqual([])
    expect(ended.filament.netMm).toBe(-2)
    // The cube is 20 mm high: the head ends at 30 mm over X 0, Y 200.
    expect([ended.trace.steps.x.at(-1), ended.trace.steps.y.at(-1), ended.trace.steps.z.at(-1)]).toEqual([0, 200, 30])
  })

  it('never lifts past the top: 4 mm are left over a print of 196 on a machine of 200', () => {
    const tall = { ...job, top: { kind: 'height' as const, mm: 196 } }
    const seen = { text: '', ...rehearseScript('', { printer, material, job: tall, moment: 'end' }) }
    const planned = makePassage(seen, 'end-of-print', { lift: 10 }, 1)
    expect(planned.ok && planned.edits[0]?.insert).toContain('G1 Z4 F600')
  })

  it('counts a lift above it: after G1 Z197 over a print of 20 mm, 3 mm are left on a machine of 200', () => {
    const lifted = 'G90\nG1 Z197 F600\n'
    const seen = { text: lifted, ...rehearseScript(lifted, { printer, material, job, moment: 'end' }) }
    const planned = makePassage(seen, 'end-of-print', { lift: 10 }, 3)
    expect(planned.ok && planned.edits[0]?.insert).toContain('G1 Z3 F600')
  })
})

describe('markers', () => {
  it.each(makers.map(maker => [maker.name, maker] as const))(
    'hold every standard value of the %s maker',
    (name, maker) => {
      const { stage } = round('')
      const values = standards(maker.parameters(fromTheBeginning(stage)))
      expect(readMarker(readLine(markerLine(name, values)))).toEqual({ kind: 'begin', name, values })
    },
  )

  it('read back what they were written from', () => {
    const value = fc.oneof(
      fc.constantFrom('left', 'zigzag'),
      fc.integer({ min: -500, max: 500 }).map(n => n / 8),
    )
    fc.assert(
      fc.property(fc.dictionary(fc.stringMatching(/^[a-z]{1,6}$/), value, { maxKeys: 6 }), values => {
        expect(readMarker(readLine(markerLine('purge-line', values)))).toEqual({
          kind: 'begin',
          name: 'purge-line',
          values,
        })
      }),
    )
  })

  it('that do not match are told', () => {
    const { lines } = round(';@ purge-line a=1\nG28\n;@ heat-soak minutes=1\nG4 S60\n;@ end heat-soak\n;@ end wipe\n')
    expect(madePassages(lines).loose).toEqual([1, 6])
    expect(madePassages(lines).made).toMatchObject([{ name: 'heat-soak', firstLine: 3, lastLine: 5 }])
  })
})

describe('a passage that counts from the bed', () => {
  const why = (text: string): string => {
    const plan = makePassage({ text, ...round(text) }, 'purge-line', {}, text.split('\n').length)
    return plan.ok ? 'made' : plan.why
  }

  it('is refused where G92 has given the place another name, and made where it has not', () => {
    expect(why('G28\nG1 X30 F3000\nG92 X0\n')).toContain('G92 has shifted X by 30 mm here')
    expect(why('G28\nG1 Z5 F600\nG92 Z0\n')).toContain('G92 has shifted Z by 5 mm here')
    expect(why('G28\nG92 E0\n')).toBe('made')
    // Homing takes the shift back.
    expect(why('G28\nG1 X30 F3000\nG92 X0\nG28\n')).toBe('made')
  })
})
