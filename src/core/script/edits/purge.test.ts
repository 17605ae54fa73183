import { describe, expect, it } from 'vitest'
import { beadWidthMm } from '../../machine/outcome.ts'
import { applyEdits } from '../../model/script.ts'
import { printer, round, serious } from '../../testing/stage.ts'
import { type Edge, edgeOf, moveToEdge } from './edge.ts'
import { probeWithoutOoze } from './heat-probe.ts'
import { lineUp } from './line-up.ts'
import { mirror } from './mirror.ts'
import type { Plan, Rehearsed } from './plan.ts'
import { scalePurge, setBead, setBeadWidth, setPurgeLength, setPurgeSpeed } from './purge.ts'

type Seen = Rehearsed & { passages: ReturnType<typeof round>['passages'] }
const script = (text: string): Seen => ({ text, ...round(text) })
const purgeOf = (seen: Seen) => seen.passages.find(({ kind }) => kind === 'purge-line') as Seen['passages'][number]
function edited(text: string, tool: (seen: Seen) => Plan): string {
  const plan = tool(script(text))
  if (!plan.ok) throw new Error(plan.why)
  return applyEdits(text, plan.edits)
}
const why = (plan: Plan): string => (plan.ok ? '' : plan.why)

const start = 'G28\nM420 S1\nM109 S200\n\n'
const relative = `${start}; --- purge ---\nM83\nG92 E0\nG1 X10 Y20 Z0.3 F3000\nG1 Y120 E12 F1200 ; there\nG1 X10.5\nG1 Y20 E12\nG1 E-2 F1800\nG1 Z2 F600\n`
const absolute = `${start}; --- purge ---\nM82\nG92 E0\nG1 X10 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 X10.5\nG1 Y20 E24\nG1 E22 F1800\nG92 E0\n`

describe('how much a purge pushes', () => {
  it.each([
    ['relative', relative],
    ['absolute', absolute],
  ])('is halved for every stroke, counted %s, and what is drawn back stays', (_, text) => {
    const half = round(edited(text, seen => scalePurge(seen, purgeOf(seen), 50)))
    expect(half.strokes.map(({ filamentMm }) => filamentMm)).toEqual([6, 6])
    expect(half.filament.netMm).toBeCloseTo(10, 9)
  })

  it('writes the later counts anew where filament counts from its zero', () => {
    expect(edited(absolute, seen => scalePurge(seen, purgeOf(seen), 50))).toBe(
      absolute.replace('E12', 'E6').replace('E24', 'E12').replace('E22', 'E10'),
    )
  })

  it('is refused where lines behind it go on counting', () => {
    const seen = script(`${absolute.replace(/G92 E0\n$/, '')}\n; --- more ---\nG1 X50 E30 F1200\n`)
    expect(why(scalePurge(seen, purgeOf(seen), 50))).toContain('uses the filament counter after it')
  })

  it('follows a wanted bead: 0.25 mm² over 100 mm are 25 / 2.405282 = 10.394 mm of filament', () => {
    const text = edited(relative, seen => setBead(seen, purgeOf(seen), 0.25))
    expect(text).toContain('G1 Y120 E10.394 F1200 ; there')
    for (const { crossSectionMm2 } of round(text).strokes) expect(crossSectionMm2).toBeCloseTo(0.25, 4)
  })

  it('follows a wanted width: 1 mm at 0.3 mm is 0.3 · (1 − 0.3 · (1 − π/4)) = 0.28069 mm², 11.670 mm of filament', () => {
    const text = edited(relative, seen => setBeadWidth(seen, purgeOf(seen), 1))
    expect(text).toContain('G1 Y120 E11.67 F1200 ; there')
    for (const { crossSectionMm2, to } of round(text).strokes) {
      expect(crossSectionMm2).toBeCloseTo(0.28069, 4)
      expect(beadWidthMm(crossSectionMm2, to[2])).toBeCloseTo(1, 3)
    }
    expect(why(setBeadWidth(script(relative), purgeOf(script(relative)), 0))).toContain('at most 20 mm wide')
  })

  it('reckons a bead with the filament of the tool that lays it: 25 / (π/4 · 2.85²) = 3.919 mm', () => {
    const thin = printer.tools[0] as (typeof printer.tools)[number]
    const over = { tools: [thin, { ...thin, name: 'thick', filamentMm: 2.85 }] }
    const text = relative.replace('M109 S200', 'T1\nM109 S200')
    const seen = { text, ...round(text, 'start', over) }
    const plan = setBead(seen, purgeOf(seen), 0.25)
    expect(plan.ok && applyEdits(text, plan.edits)).toContain('G1 Y120 E3.919 F1200 ; there')
  })

  it('refuses nothing and too much', () => {
    const seen = script(relative)
    expect(why(scalePurge(seen, purgeOf(seen), 0))).toContain('more than 0')
    expect(why(setBead(seen, purgeOf(seen), 11))).toContain('at most 10 mm²')
    expect(why(scalePurge(seen, purgeOf(seen), 100))).toBe('It is so already.')
  })
})

describe('how fast a purge goes', () => {
  it('sets the strokes’ speed and leaves every other move its own', () => {
    const text = edited(relative, seen => setPurgeSpeed(seen, purgeOf(seen), 10))
    const feeds = (of: string) => round(of).trace.rows.modes.map(({ feedMmMin }) => feedMmMin)
    const before = feeds(relative)
    // Rows: G28, M420, M109, M83, G92, approach, stroke, step aside, stroke, draw back, up
    expect(before.slice(5)).toEqual([3000, 1200, 1200, 1200, 1800, 600])
    expect(feeds(text).slice(5)).toEqual([3000, 600, 1200, 600, 1800, 600])
    expect(text).toContain('G1 Y120 E12 F600 ; there\nG1 X10.5 F1200\nG1 Y20 E12 F600\n')
  })
})

describe('to another edge', () => {
  it('knows the edge that a line runs along', () => {
    const seen = script(relative)
    expect(edgeOf(seen, purgeOf(seen))).toBe('left')
  })

  it.each([
    ['right', [190, 20], [189.5, 20]],
    ['front', [20, 10], [20, 10.5]],
    ['back', [20, 190], [20, 189.5]],
  ] as [Edge, [number, number], [number, number]][])('%s, as far in as it was', (to, begins, ends) => {
    const text = edited(relative, seen => moveToEdge(seen, purgeOf(seen), to))
    const { strokes } = round(text)
    expect(strokes[0]?.from.slice(0, 2)).toEqual(begins)
    expect(strokes[1]?.to.slice(0, 2)).toEqual(ends)
    expect(strokes.map(({ lengthMm }) => lengthMm)).toEqual([100, 100])
    const seen = script(text)
    expect(edgeOf(seen, purgeOf(seen))).toBe(to)
  })

  it('and back gives the first motion', () => {
    const there = edited(relative, seen => moveToEdge(seen, purgeOf(seen), 'back'))
    const back = edited(there, seen => moveToEdge(seen, purgeOf(seen), 'left'))
    expect(round(back).strokes.map(({ from, to }) => [from, to])).toEqual(
      round(relative).strokes.map(({ from, to }) => [from, to]),
    )
  })

  it('is refused for relative moves', () => {
    const seen = script(`${start}; --- purge ---\nG1 X10 Y20 Z0.3 F3000\nM83\nG91\nG1 Y100 E12 F1200\nG90\n`)
    expect(why(moveToEdge(seen, purgeOf(seen), 'front'))).toContain('a relative move')
  })
})

describe('probing without drips', () => {
  const hot = 'M140 S60\nM104 S200\nM190 S60\nM109 S200\nG28\nG29\nG1 X10 Y20 Z0.3 F3000\nM83\nG1 Y60 E5 F1200\n'

  it('lowers the nozzle to its ooze-safe 160 °C and puts the full heat behind the probing', () => {
    const text = edited(hot, seen => probeWithoutOoze(seen, { cornerLiftMm: 0, settleS: 0 }))
    expect(text).toBe(
      hot.replace('M104 S200', 'M104 S160').replace('M109 S200', 'M109 S160').replace('G29\n', 'G29\nM109 S200\n'),
    )
    expect(serious(round(text))).toEqual([])
  })

  it('can lift the head over the corner and stand a while', () => {
    expect(edited(hot, seen => probeWithoutOoze(seen, { cornerLiftMm: 10, settleS: 3 }))).toContain(
      'G29\nG1 Z10 F600\nG1 X2 Y2 F6000\nM109 S200\nG4 S3\n',
    )
  })

  it('adds no wait where one follows, and does nothing where it is so already', () => {
    const later = hot.replace('G29\n', 'G29\nM109 S200\n')
    const text = edited(later, seen => probeWithoutOoze(seen, { cornerLiftMm: 0, settleS: 0 }))
    expect(text.match(/M109 S200/g)).toHaveLength(1)
    expect(why(probeWithoutOoze(script(text), { cornerLiftMm: 0, settleS: 0 }))).toContain('nothing to lower')
    expect(why(probeWithoutOoze(script('G28'), { cornerLiftMm: 0, settleS: 0 }))).toBe(
      'This script does not probe the bed.',
    )
  })
})

describe('how long a purge is', () => {
  it.each([
    ['relative', relative, 'G1 Y170 E18 F1200 ; there\nG1 X10.5\nG1 Y20 E18\n'],
    ['absolute', absolute, 'G1 Y170 E18 F1200\nG1 X10.5\nG1 Y20 E36\nG1 E34 F1800\n'],
  ])('grows from where it begins, 100 to 150 mm, with half as much filament again (%s)', (_, text, lines) => {
    const longer = edited(text, seen => setPurgeLength(seen, purgeOf(seen), 150))
    expect(longer).toContain(lines)
    const [before, after] = [round(text).strokes, round(longer).strokes]
    expect(after.map(({ lengthMm }) => lengthMm)).toEqual([150, 150])
    for (const [i, { crossSectionMm2 }] of after.entries())
      expect(crossSectionMm2).toBeCloseTo(before[i]?.crossSectionMm2 ?? 0, 6)
  })

  it('is refused beyond the reach, and for nothing', () => {
    const seen = script(relative)
    expect(why(setPurgeLength(seen, purgeOf(seen), 185))).toBe(
      'Line 9 would go to Y 205, beyond what the head can reach.',
    )
    expect(why(setPurgeLength(seen, purgeOf(seen), 0))).toBe('A purge line is 1 to 2000 mm long.')
  })
})

describe('a mirrored purge', () => {
  it('runs the other way where it is, and mirrored twice it is as it was', () => {
    const turned = edited(relative, seen => mirror(seen, purgeOf(seen), 'y'))
    expect(turned).toContain('G1 X10 Y120 Z0.3 F3000\nG1 Y20 E12 F1200 ; there\nG1 X10.5\nG1 Y120 E12\n')
    expect(edited(turned, seen => mirror(seen, purgeOf(seen), 'y'))).toBe(relative)
    // Left for right about X 10.25: the strokes at 10 and 10.5 change places.
    expect(edited(relative, seen => mirror(seen, purgeOf(seen), 'x'))).toContain('G1 X10.5 Y20 Z0.3')
  })

  it('is refused where there is nothing to turn', () => {
    const seen = script('; --- purge ---\nG28\nM83\nG91\nG1 X50 E5 F600\n')
    expect(why(mirror(seen, seen.passages[0] as Seen['passages'][number], 'x'))).toBe('No line of it names X.')
  })
})

describe('comments', () => {
  it('are lined up run by run, and nothing else is touched', () => {
    const text = 'G28 ; all\nM104 S200   ;hot\nG90\n; a note\nM82\t; filament\nM117 hi there ; shown\n'
    expect(edited(text, lineUp)).toBe(
      'G28       ; all\nM104 S200 ;hot\nG90\n; a note\nM82           ; filament\nM117 hi there ; shown\n',
    )
    expect(why(lineUp(script(edited(text, lineUp))))).toBe('The comments are lined up already.')
  })

  it('lined up say and do the same', () => {
    const [before, after] = [round(relative), round(edited(`${relative}G90 ; x\nG28 X ; y\n`, lineUp))]
    expect(after.strokes).toEqual(before.strokes)
  })
})
