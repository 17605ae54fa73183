// `npm run fuzz [texts] [seed]`: rehearses, checks and explains random texts, exports some and carries some over.
// Reports the counts.
import { amissWith, madeBesides, madeSetting, type RunTask } from './answers.ts'
import { chanceFrom, madeText } from './texts.ts'

const wanted = Number(process.argv[2] ?? 1_000_000)
const first = Number(process.argv[3] ?? 1)
const maxLines = 40
/** A task (a rehearsal, an export in one form, a text carried over) that takes longer than this is reported, with its seed. Counts processor time. */
const slowMs = 2000

const kinds = new Map<string, { count: number; seed: number; what: string }>()
let [done, lines, chars, slow, slowest] = [0, 0, 0, 0, 0]
const began = performance.now()

const tell = () => {
  const seconds = (performance.now() - began) / 1000
  console.log(
    `${done.toLocaleString('en')} texts of ${lines.toLocaleString('en')} lines and ${chars.toLocaleString('en')} characters in ${seconds.toFixed(0)} s; ${[...kinds.values()].reduce((sum, { count }) => sum + count, 0)} amiss, ${slow} slower than ${slowMs / 1000} s, the slowest ${(slowest / 1000).toFixed(2)} s`,
  )
}

for (let seed = first; seed < first + wanted; seed++) {
  const chance = chanceFrom(seed * 7919)
  const text = madeText(chance, maxLines)
  const setting = madeSetting(chance)
  const besides = madeBesides(chance)
  const timed: RunTask = (task, run) => {
    const start = process.cpuUsage()
    const result = run()
    const { user, system } = process.cpuUsage(start)
    const took = (user + system) / 1000
    slowest = Math.max(slowest, took)
    if (took > slowMs) {
      slow++
      console.log(`slow: seed ${seed}, ${task}, ${(took / 1000).toFixed(1)} s`)
    }
    return result
  }
  const amiss = amissWith(text, setting, besides, timed)
  done++
  lines += text.split('\n').length
  chars += text.length
  if (amiss) {
    const kind = amiss.replace(/\d+/g, '#').slice(0, 160)
    const known = kinds.get(kind)
    if (known) known.count++
    else {
      kinds.set(kind, { count: 1, seed, what: amiss })
      console.log(`amiss: seed ${seed}: ${amiss}`)
    }
  }
  if (done % 10_000 === 0) tell()
}
tell()
for (const { count, seed, what } of kinds.values()) console.log(`${count} times, first with seed ${seed}: ${what}`)
process.exit(kinds.size > 0 ? 1 : 0)
