// `npm run bench:million`: a rehearsal of a million moves, streamed line by line, beside merely splitting the same text.
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { demoJobs, demoMaterials, demoPrinters } from '../demo/load.ts'
import { type PlainCommand, rehearse } from '../src/core/effects/run.ts'
import { familyOf } from '../src/core/firmware/families.ts'
import { read } from '../src/core/gcode/read.ts'

const moves = 1_000_000
const mebibyte = 1024 * 1024

/** Squares laid side by side, a little print of their own: every line another place. */
function manyMoves(count: number): string {
  const lines = ['G28', 'M83', 'M109 S205', 'G1 Z0.3 F600']
  for (let i = 0; i < count; i++) {
    const [row, side] = [Math.floor(i / 4) % 400, i % 4]
    const [x, y] = [20 + (side === 1 || side === 2 ? 12 : 0), 20 + row * 0.4 + (side > 1 ? 12 : 0)]
    lines.push(`G1 X${x.toFixed(2)} Y${y.toFixed(2)} E${(0.5 + (i % 7) / 100).toFixed(3)} F${4800 + (i % 3) * 300}`)
  }
  return lines.join('\n')
}

/** The commands of a text one by one, so that only the line at hand is held. */
function* commandsOf(text: string): Generator<PlainCommand> {
  let from = 0
  for (let line = 1; from <= text.length; line++) {
    const end = text.indexOf('\n', from)
    const to = end < 0 ? text.length : end
    const command = read(text.slice(from, to))[0]?.command
    if (command) yield { line, command }
    from = to + 1
  }
}

const [printer, job] = [demoPrinters()[0], demoJobs()[0]]
const material = demoMaterials().find(({ name }) => name === 'Plain PLA')
if (!printer || !job || !material) throw new Error('the demo data is not complete')
const stage = { printer, job, material, moment: 'start' as const, firmware: familyOf(printer) }
const text = manyMoves(moves)

const seconds = (work: () => void): number => {
  const before = performance.now()
  work()
  return (performance.now() - before) / 1000
}
const bytesOf = (table: object): number =>
  Object.values(table).reduce(
    (sum: number, column: unknown) => sum + (ArrayBuffer.isView(column) ? column.byteLength : 0),
    0,
  )

const splitting = seconds(() => text.split('\n'))
const reading = seconds(() => {
  for (const _ of commandsOf(text));
})
// What the runs before it left behind does not count.
setFlagsFromString('--expose-gc')
runInNewContext('gc')()
const before = process.memoryUsage()
let peak = 0
let trace: ReturnType<typeof rehearse> | null = null
const all = seconds(() => {
  let count = 0
  const watched = function* () {
    for (const each of commandsOf(text)) {
      if (count++ % 20_000 === 0) {
        const { heapUsed, arrayBuffers } = process.memoryUsage()
        peak = Math.max(peak, heapUsed + arrayBuffers - before.heapUsed - before.arrayBuffers)
      }
      yield each
    }
  }
  trace = rehearse(watched(), stage, { keep: false })
})
if (!trace) throw new Error('no trace')
const { steps, rows } = trace as ReturnType<typeof rehearse>
console.log(`${moves.toLocaleString('en')} moves, ${(text.length / mebibyte).toFixed(0)} MiB of text`)
console.log(`splitting at line ends      ${splitting.toFixed(2)} s`)
console.log(`reading line by line        ${reading.toFixed(2)} s, ${(reading / splitting).toFixed(0)} × splitting`)
console.log(`reading and rehearsing      ${all.toFixed(2)} s, ${(all / splitting).toFixed(0)} × splitting`)
console.log(
  `rehearsing alone            ${(all - reading).toFixed(2)} s, ${Math.round(moves / (all - reading)).toLocaleString('en')} moves a second`,
)
console.log(
  `the trace's columns         ${((bytesOf(steps) + bytesOf(rows)) / mebibyte).toFixed(0)} MiB for ${steps.count.toLocaleString('en')} steps`,
)
console.log(
  `memory at its peak          ${(peak / mebibyte).toFixed(0)} MiB over what was there before, lines not yet collected included`,
)
