// `npm run bench`: how long one round takes, beside merely splitting the same text at its line ends. Prints, judges nothing.
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../demo/load.ts'
import { check } from '../src/core/check/check.ts'
import { explain } from '../src/core/explain/explain.ts'
import { familyOf } from '../src/core/firmware/families.ts'
import { read } from '../src/core/gcode/read.ts'
import { strokesOf, totals } from '../src/core/machine/outcome.ts'
import { rehearse } from '../src/core/machine/rehearse.ts'
import { goRound } from '../src/core/runs/round.ts'
import { passagesOf } from '../src/core/script/passages.ts'
import { resolve } from '../src/core/script/resolve.ts'

const wantedLines = 400
const rounds = 300

/** Dunlin's start script, its purge line laid again and again beside itself until the script has 400 lines. */
function longScript(): string {
  const lines = (demoScripts()[0]?.text ?? '').trimEnd().split('\n')
  for (let i = 0; lines.length < wantedLines; i++) {
    const x = (5 + i * 0.6).toFixed(2)
    lines.push(
      `; stroke ${i}`,
      'G92 E0',
      `G1 X${x} F3000`,
      `G1 Y${i % 2 ? 20 : 170} E18.7 F1000`,
      'G92 E0',
      'M117 Purging',
    )
  }
  return `${lines.slice(0, wantedLines).join('\n')}\n`
}

const text = longScript()
const [printer, job, material] = [
  demoPrinters()[0],
  demoJobs()[0],
  demoMaterials().find(({ name }) => name === 'Plain PLA'),
]
if (!printer || !job || !material) throw new Error('the demo data is not complete')
const setting = { printer, job, material, moment: 'start' as const }
const stage = { ...setting, firmware: familyOf(printer) }
const lines = read(text)
const commands = resolve(lines)
const trace = rehearse(commands, stage)

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
  ['split at line ends', () => text.split('\n')],
  ['read', () => read(text)],
  ['rehearse', () => rehearse(commands, stage)],
  ['outcome', () => [strokesOf(trace, stage), totals(trace, stage)]],
  ['passages', () => passagesOf(lines, trace, stage)],
  ['check', () => check({ text, lines, commands, trace, stage })],
  ['explain', () => explain(lines, commands, trace, stage)],
  ['the whole round', () => goRound(text, setting)],
]

const row = (cells: string[]) => console.log(cells.map((cell, i) => (i ? cell.padStart(14) : cell.padEnd(20))).join(''))
console.log(`${lines.length} lines, ${text.length} characters, ${rounds} runs\n`)
row(['', 'median ms', 'worst ms', 'µs per line', '× splitting'])
let splitting = 0
for (const [name, work] of steps) {
  const sorted = times(work)
  const median = sorted[rounds >> 1] as number
  splitting ||= median
  row([
    name,
    median.toFixed(3),
    (sorted.at(-1) as number).toFixed(3),
    ((median * 1000) / lines.length).toFixed(2),
    (median / splitting).toFixed(0),
  ])
}
