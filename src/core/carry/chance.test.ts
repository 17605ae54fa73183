// Printers and scripts made by chance: a plan always ends, gives every line its fate, keeps the head in reach, and comes back.
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { demoPrinters } from '../../../demo/load.ts'
import { type Chance, chanceFrom, madeText, oneOf } from '../../siege/texts.ts'
import { splitLines } from '../gcode/read.ts'
import { beyondRadiusMm, Printer } from '../model/printer.ts'
import { carried, settingFor } from '../testing/carrying.ts'
import { carryOver } from './carry.ts'

const demo = demoPrinters()

const between = (chance: Chance, low: number, high: number): number => low + chance() * (high - low)
const whole = (chance: Chance, low: number, high: number): number => Math.floor(between(chance, low, high + 1))

/** A machine like one of the demo’s, of another size, with its origin elsewhere, and with or without much of what it has. */
function madePrinter(chance: Chance, base = oneOf(chance, demo)): Printer {
  const [width, depth, height] = [whole(chance, 100, 420), whole(chance, 100, 420), whole(chance, 90, 400)]
  const middle = chance() < 0.3
  const bed = middle ? { x: [-width / 2, width / 2], y: [-depth / 2, depth / 2] } : { x: [0, width], y: [0, depth] }
  const over = () => (chance() < 0.5 ? 0 : whole(chance, 0, 30))
  const reach = {
    x: [(bed.x[0] as number) - over(), (bed.x[1] as number) + over()],
    y: [(bed.y[0] as number) - over(), (bed.y[1] as number) + over()],
    z: [0, height],
  }
  const round = chance() < 0.15
  return v.parse(Printer, {
    ...base,
    name: `Bird ${Math.floor(chance() * 1e9)}`,
    macros: '',
    configFiles: [],
    macroFiles: [],
    bed: { ...bed, round },
    reach,
    homing: { ...base.homing, at: { x: reach.x[0], y: reach.y[0], z: 5 } },
    probe: chance() < 0.3 ? null : base.probe,
    storedMesh: chance() < 0.5,
    display: chance() < 0.4 ? null : { columns: whole(chance, 8, 40) },
    spots: [],
    zones: [],
    tools: base.tools.map(tool => ({
      ...tool,
      retractMm: oneOf(chance, [0.5, 1, 2, 4, 6]),
      nozzleMm: oneOf(chance, [0.25, 0.4, 0.6, 0.8]),
      filamentMm: base.firmware.family === 'dispensing' ? tool.filamentMm : oneOf(chance, [1.75, 2.85]),
    })),
  })
}

/** A start script with a purge somewhere along an edge, as this machine could run it. */
function madeScript(chance: Chance, { bed, reach, firmware, tools }: Printer): string {
  const [left, right] = bed.x
  const [front, back] = bed.y
  const upright = chance() < 0.5
  const inset = whole(chance, 1, 12)
  const [from, to] = upright ? [front, back] : [left, right]
  const begin = from + whole(chance, 5, 30)
  const end = Math.min(to - 3, begin + whole(chance, 20, 200))
  const far = chance() < 0.4
  const across = upright ? (far ? right - inset : left + inset) : far ? back - inset : front + inset
  const at = (along: number) => (upright ? `X${across} Y${along}` : `X${along} Y${across}`)
  const mm2 = (tools[0]?.nozzleMm ?? 0.4) ** 2 * between(chance, 1.2, 2)
  const d = tools[0]?.filamentMm ?? 1.75
  const e = ((mm2 * Math.abs(end - begin)) / ((Math.PI / 4) * d * d)).toFixed(2)
  const relative = chance() < 0.6
  const waits =
    firmware.family === 'host' && chance() < 0.4 ? ['TEMPERATURE_WAIT SENSOR=heater_bed MINIMUM=60'] : ['M190 S60']
  const head = firmware.family === 'dispensing' ? ['M6 T11'] : firmware.family === 'macro-file' ? ['T0'] : []
  const extras = [
    'M117 Warming up, please wait',
    'G4 P500',
    'M106 S0',
    'M220 S100',
    '; a comment',
    '',
    ';? when soak > 0',
    ';? end',
    'M400',
    'G1 F3000',
    `G1 Z${whole(chance, 5, 30)} F600`,
    `G1 X${((left + right) / 2).toFixed(1)} Y${((front + back) / 2).toFixed(1)} F3000`,
  ].filter(() => chance() < 0.4)
  return [
    'G21',
    'G90',
    relative ? 'M83' : 'M82',
    'M140 S60',
    'M104 S160',
    ...head,
    ...waits,
    'G28',
    ...(chance() < 0.5
      ? [
          'M117 Probing',
          firmware.family === 'host' ? 'BED_MESH_CALIBRATE' : firmware.family === 'macro-file' ? 'G29 S0' : 'G29',
        ]
      : []),
    ...extras,
    'M109 S205',
    'G92 E0',
    `G1 Z5 F600`,
    `G1 ${at(begin)} F3000`,
    'G1 Z0.3 F600',
    `G1 ${at(end)} E${e} F600`,
    'G92 E0',
    `G1 Z${Math.min(5, reach.z[1])} F600`,
  ]
    .map(line => `${line}\n`)
    .join('')
}

const seeds = Array.from({ length: 150 }, (_, i) => Math.imul(i + 1, 2_654_435_761) >>> 0)

describe('printers and scripts by chance', () => {
  it.each(seeds)('ends, in reach, with a fate for every line (%i)', seed => {
    const chance = chanceFrom(seed)
    const [from, to] = [madePrinter(chance), madePrinter(chance)]
    const text = madeScript(chance, from)
    const plan = carried(text, from, to, 'start')
    expect(plan.changes.flatMap(({ line }) => line ?? [])).toEqual(splitLines(text).map((_, i) => i + 1))
    // What it becomes is the text, line by line.
    expect(plan.changes.flatMap(({ became }) => became).join('\n')).toBe(plan.text.replace(/\n$/, ''))
    const had = new Set(plan.before.findings.filter(({ severity }) => severity === 'error').map(({ rule }) => rule))
    const more = plan.after.findings.filter(({ severity, rule }) => severity === 'error' && !had.has(rule))
    expect(more.map(({ rule, message }) => `${rule}: ${message}`)).toEqual([])
    for (const { from: a, to: b } of plan.after.strokes)
      for (const [x, y] of [a, b]) {
        expect(x).toBeGreaterThanOrEqual(to.reach.x[0] - 0.01)
        expect(x).toBeLessThanOrEqual(to.reach.x[1] + 0.01)
        expect(y).toBeGreaterThanOrEqual(to.reach.y[0] - 0.01)
        expect(y).toBeLessThanOrEqual(to.reach.y[1] + 0.01)
        expect(beyondRadiusMm(to, x, y)).toBeLessThan(0.01)
      }
  })

  it('comes back to the same places and times where nothing was lost on the way', () => {
    let back = 0
    for (const seed of seeds) {
      const chance = chanceFrom(seed)
      const base = oneOf(chance, demo)
      // Machines of a kind, so that neither lacks what the other has.
      const { probe, display, storedMesh } = base
      const [from, to] = [madePrinter(chance, base), madePrinter(chance, base)].map(
        (each): Printer => ({ ...each, probe, display, storedMesh }),
      ) as [Printer, Printer]
      const there = carried(madeScript(chance, from), from, to, 'start')
      // What the other one needs besides takes its time.
      if (there.oneWay || there.changes.some(({ kind }) => kind === 'added')) continue
      const again = carried(there.text, to, from, 'start')
      if (again.oneWay || again.changes.some(({ kind }) => kind === 'added')) continue
      back++
      expect(again.after.strokes).toHaveLength(there.before.strokes.length)
      again.after.strokes.forEach((stroke, i) => {
        const was = there.before.strokes[i]
        for (const axis of [0, 1, 2] as const) {
          expect(Math.abs(stroke.from[axis] - (was?.from[axis] ?? Number.NaN))).toBeLessThanOrEqual(0.01)
          expect(Math.abs(stroke.to[axis] - (was?.to[axis] ?? Number.NaN))).toBeLessThanOrEqual(0.01)
        }
      })
      const [was, is] = [there.before.durations.totalS, again.after.durations.totalS]
      expect(Math.abs(was - is)).toBeLessThanOrEqual(0.01 * was)
    }
    expect(back).toBeGreaterThan(5)
  })
})

describe('texts of anything', () => {
  const moments = ['start', 'end', 'layer-change', 'tool-change', 'pause', 'resume', 'cancel'] as const

  it('ends, whatever stands there, and gives every line its fate and its reason', () => {
    for (const seed of seeds) {
      const chance = chanceFrom(seed)
      const [from, to] = [oneOf(chance, demo), madePrinter(chance)]
      // Endless loops take their time elsewhere.
      const text = madeText(chance, 40).replaceAll('M808', 'M809')
      const moment = oneOf(chance, moments)
      const plan = carryOver({ text, from: settingFor(from, moment), to: settingFor(to, moment) })
      if (!plan.ok) {
        expect(plan.why).toMatch(/^The script runs [\d,]+ commands/)
        continue
      }
      expect(plan.changes.flatMap(({ line }) => line ?? [])).toEqual(splitLines(text).map((_, i) => i + 1))
      expect(plan.changes.filter(({ kind, why }) => kind !== 'same' && why === '')).toEqual([])
    }
  }, 120_000)
})
