// How quickly a shelf of 200 printers, 2,000 scripts and 40,000 revisions answers: each request many times, and how it compares to
// the request that does nothing.

import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { makeApp } from '../src/server/app.ts'
import { openDatabase } from '../src/server/database.ts'
import { seedLarge } from '../src/server/large.ts'
import { summariesOf } from '../src/server/summaries.ts'
import { workHere } from '../src/tasks/server-tasks.ts'

const size = { printers: 200, scripts: 2000, revisions: 40_000 }
const now = '2026-11-24T08:00:00.000Z'
const rounds = 60

const folder = mkdtempSync(join(tmpdir(), 'warm-prelude-large-'))
const database = openDatabase(join(folder, 'shelf.sqlite'))
seedLarge(database, size, now)
// As it is after some use: what each script comes to is known.
await summariesOf(
  database,
  Array.from({ length: size.scripts }, (_, i) => i + 1),
  () => false,
  workHere,
)
const app = makeApp({ database, backups: join(folder, 'backups'), screens: null, now: () => now })

const asked: [string, (round: number) => string[]][] = [
  ['nothing', () => ['/health']],
  ['the shelf', () => ['/shelf']],
  ['the shelf, changed', () => ['/shelf']],
  ['a search, one word', i => [`/search?q=${['purge', 'brush', 'better', 'G29', 'violet'][i % 5]}`]],
  ['a search, two words', i => [`/search?q=${encodeURIComponent(`mark ${1000 + i * 17}`)}`]],
  ['a history', i => [`/scripts/${1 + ((i * 31) % size.scripts)}/story`]],
  ['side by side', i => [`/revisions/${1 + i * 7}`, `/revisions/${2000 + i * 11}`]],
  ['a script', i => [`/scripts/${1 + ((i * 17) % size.scripts)}`]],
]

const quantile = (sorted: number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] as number

console.log(
  `A shelf of ${size.printers} printers, ${size.scripts} scripts, ${size.revisions} revisions; ${rounds} times each\n`,
)
console.log(
  `${''.padEnd(22)}${'median ms'.padStart(12)}${'95th ms'.padStart(12)}${'× nothing'.padStart(12)}${'kB'.padStart(10)}`,
)
let least = 0
for (const [name, paths] of asked) {
  const times: number[] = []
  let bytes = 0
  for (let round = -5; round < rounds; round++) {
    // What is kept in memory is of no use after a change.
    if (name.endsWith('changed')) database.prepare('UPDATE jobs SET changed_at = ? WHERE id = 1').run(String(round))
    const began = performance.now()
    bytes = 0
    for (const path of paths(Math.abs(round)))
      bytes += (await (await app.request(`http://localhost/api${path}`)).arrayBuffer()).byteLength
    if (round >= 0) times.push(performance.now() - began)
  }
  times.sort((a, b) => a - b)
  const median = quantile(times, 0.5)
  least ||= median
  console.log(
    `${name.padEnd(22)}${median.toFixed(2).padStart(12)}${quantile(times, 0.95).toFixed(2).padStart(12)}${(median / least).toFixed(0).padStart(12)}${(bytes / 1000).toFixed(0).padStart(10)}`,
  )
}
database.close()
rmSync(folder, { recursive: true })
