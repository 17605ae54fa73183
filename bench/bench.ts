// `npm run bench`: how long one round takes, beside merely splitting the same text at its line ends. Prints, judges nothing.
import { demoJobs, demoMaterials, demoPrinters } from '../demo/load.ts'
import { carryOver } from '../src/core/carry/carry.ts'
import { check } from '../src/core/check/check.ts'
import { explain } from '../src/core/explain/explain.ts'
import { familyOf } from '../src/core/firmware/families.ts'
import { read } from '../src/core/gcode/read.ts'
import { oozeOf } from '../src/core/machine/ooze.ts'
import { strokesOf, totals } from '../src/core/machine/outcome.ts'
import { rehearseLines } from '../src/core/resolve/resolve.ts'
import { rehearseAndCheck, rehearseScript } from '../src/core/round.ts'
import { everythingCombined, runOne } from '../src/core/runs/many.ts'
import { type EditRequest, planEdit } from '../src/core/script/edits/edit.ts'
import { passagesOf } from '../src/core/script/passages.ts'
import { longScript } from './long.ts'

const rounds = 300
let turn = 0

const text = longScript(400)
/** The text as keystrokes make it: another one each time, flat as an editor gives it, so that nothing remembers the whole of it. */
const typed = Array.from({ length: rounds }, (_, i) => Buffer.from(text.replace('Purging', `Purging ${i}`)).toString())
const next = (): string => typed[turn++ % rounds] as string
const [printer, job, material] = [
  demoPrinters()[0],
  demoJobs()[0],
  demoMaterials().find(({ name }) => name === 'Plain PLA'),
]
if (!printer || !job || !material) throw new Error('the demo data is not complete')
const setting = { printer, job, material, moment: 'start' as const }
const stage = { ...setting, firmware: familyOf(printer) }
const lines = read(text)
const { resolution, trace } = rehearseLines(lines, stage)
const commands = trace.ran ?? []
const [strokes, ooze, passages] = [strokesOf(trace, stage), oozeOf(trace, stage), passagesOf(lines, trace, stage)]

/** Milliseconds of each of `rounds` runs, after as many to warm up. */
function times(work: () => unknown): number[] {
  for (let i = 0; i < rounds; i++) work()
  return Array.from({ length: rounds }, () => {
    const before = performance.now()
    work()
    return performance.now() - before
  }).sort((a, b) => a - b)
}

const steps: [string, () => unknown][] = [
  ['read', () => read(next())],
  ['rehearse', () => rehearseLines(lines, stage)],
  ['outcome', () => [strokesOf(trace, stage), oozeOf(trace, stage), totals(trace, stage)]],
  ['passages', () => passagesOf(lines, trace, stage)],
  ['check', () => check({ text, lines, commands, resolution, trace, stage, strokes, ooze, passages })],
  ['explain', () => explain(lines, resolution, trace, stage)],
  ['until the findings', () => rehearseAndCheck(next(), setting)],
  ['the whole round', () => rehearseScript(next(), setting)],
]

const row = (cells: string[]) => console.log(cells.map((cell, i) => (i ? cell.padStart(14) : cell.padEnd(20))).join(''))

/** Prints a row for each step: median and worst in ms, a line's share in µs, and how often splitting the text fits in. */
function report(title: string, lineCount: number, splitText: () => unknown, of: [string, () => unknown][]) {
  console.log(`\n${title}\n`)
  row(['', 'median ms', 'worst ms', 'µs per line', '× splitting'])
  let splitting = 0
  for (const [name, work] of [['split at line ends', splitText] as [string, () => unknown], ...of]) {
    const sorted = times(work)
    const median = sorted[rounds >> 1] as number
    splitting ||= median
    const worst = sorted.at(-1) as number
    row([
      name,
      median.toFixed(3),
      worst.toFixed(3),
      ((median * 1000) / lineCount).toFixed(2),
      (median / splitting).toFixed(0),
    ])
  }
}

report(
  `The round: ${lines.length} lines, ${text.length} characters, ${rounds} runs`,
  lines.length,
  () => next().split('\n'),
  steps,
)

const long = longScript(600)
const longRound = rehearseScript(long, setting)
const purge = longRound.passages.find(({ kind }) => kind === 'purge-line')
if (!purge) throw new Error('the demo script has no purge line')
const at = purge.firstLine
const asks: [string, EditRequest][] = [
  ['sleep', { do: 'sleep', at }],
  ['remove', { do: 'remove', at }],
  ['move up', { do: 'move-up', at }],
  ['copy', { do: 'duplicate', at }],
  ['rename', { do: 'rename', at, title: 'Purge' }],
  ['nudge', { do: 'nudge', at, shift: { x: 1, y: 0, z: 0 } }],
  ['amount', { do: 'amount', at, percent: 50 }],
  ['bead', { do: 'bead', at, areaMm2: 0.25 }],
  ['bead width', { do: 'bead-width', at, widthMm: 0.8 }],
  ['length', { do: 'length', at, lengthMm: 100 }],
  ['mirror', { do: 'mirror', at, axis: 'y' }],
  ['setting', { do: 'setting', offset: long.indexOf('Z0.3') + 1, name: '', note: '', leave: [] }],
  ['line up', { do: 'line-up' }],
  ['speed', { do: 'speed', at, speedMmS: 10 }],
  ['edge', { do: 'edge', at, to: 'front' }],
  ['make', { do: 'make', maker: 'purge-line', values: {}, at: 601 }],
  ['repair', { do: 'repair' }],
  ['count filament', { do: 'count-filament', to: 'relative' }],
  ['units', { do: 'units', to: 'inch' }],
]
report(
  `Outline, sentences and edits: 600 lines, ${long.length} characters, ${rounds} runs`,
  600,
  () => long.split('\n'),
  [
    ['outline', () => passagesOf(longRound.lines, longRound.trace, longRound.stage)],
    ['sentences', () => explain(longRound.lines, longRound.resolution, longRound.trace, longRound.stage)],
    ...asks.map(([name, request]): [string, () => unknown] => [name, () => planEdit(long, longRound, request)]),
  ],
)

const short = longScript(200)
const runs = everythingCombined(printer, demoMaterials())
const shortLines = read(short)
const one = { text: short, printer, moment: 'start' as const }
report(
  `Runs: 200 lines against one job of ${runs.length}; a thousand of them, on two cores, take 500 times as long`,
  200,
  () => short.split('\n'),
  [['a run', () => runOne(one, runs[turn++ % runs.length] as (typeof runs)[number], shortLines)]],
)

/** Once: how long carrying a script to every other demo printer takes, beside one rehearsal of it. */
const others = demoPrinters().filter(({ name }) => name !== printer.name)
const long400 = longScript(400)
report(
  `Carry over: 400 lines to ${others.length} printers, beside one rehearsal of them`,
  400,
  () => rehearseScript(long400, setting),
  [
    [
      'to all of them',
      () => others.map(to => carryOver({ text: long400, from: setting, to: { ...setting, printer: to } })),
    ],
  ],
)
