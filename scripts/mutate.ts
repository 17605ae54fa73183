// `npm run mutate [places] [seed]`: changes one token at random places of the core, runs the tests of that folder and, if
// these notice nothing, all tests that import the file; lists the changes that no test noticed. Works in a copy of the
// repository, so that the working tree stays as it is. A place takes 10 s to some minutes.
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join, relative } from 'node:path'
import { chanceFrom, oneOf } from '../src/siege/texts.ts'

const places = Number(process.argv[2] ?? 200)
const chance = chanceFrom(Number(process.argv[3] ?? 1) * 7919)
const root = join(import.meta.dirname, '..')

/** Each kind of change: where it applies, and what it writes instead. */
const changes: readonly { find: RegExp; write: (token: string) => string }[] = [
  { find: / < (?=[\w(])/g, write: () => ' <= ' },
  { find: / > (?=[\w(])/g, write: () => ' >= ' },
  { find: / <= /g, write: () => ' < ' },
  { find: / >= /g, write: () => ' > ' },
  { find: / === /g, write: () => ' !== ' },
  { find: / && /g, write: () => ' || ' },
  { find: / \+ (?=\w)/g, write: () => ' - ' },
  { find: / \* (?=\w)/g, write: () => ' / ' },
  { find: /(?<![\w.'#[-])\d+(?:\.\d+)?(?![\w.'])/g, write: token => String(Number(token) * 1.2 + 0.1) },
  { find: /Math\.min\(/g, write: () => 'Math.max(' },
  { find: /Math\.max\(/g, write: () => 'Math.min(' },
]

type Place = { file: string; line: number; before: string; after: string; text: string }

/** All places of a file that can be changed: in code, not in comments, imports, strings, types or regular expressions. */
function placesIn(file: string): Place[] {
  const text = readFileSync(file, 'utf8')
  const lines = text.split('\n')
  return lines.flatMap((before, i) => {
    if (/^\s*(?:\/\/|\*|\/\*|import|export type|type )|['`]|\/\w*;?$|[:=(] \//.test(before)) return []
    return changes.flatMap(({ find, write }) =>
      [...before.matchAll(find)].map(({ 0: token, index }): Place => {
        const after = before.slice(0, index) + write(token) + before.slice(index + token.length)
        return { file, line: i + 1, before, after, text: lines.with(i, after).join('\n') }
      }),
    )
  })
}

/** Whether these tests pass, in the copy. */
const passes = (tests: readonly string[]): boolean =>
  spawnSync('npx', ['vitest', ...tests, '--bail', '1', '--silent'], { cwd: copy }).status === 0

const copy = mkdtempSync(join(tmpdir(), 'warm-prelude-mutate-'))
try {
  execFileSync('git', ['clone', '--quiet', root, copy])
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'))
  const files = ['check/rules', 'machine', 'carry', 'script/makers', 'script/edits', 'formula', 'effects'].flatMap(
    folder =>
      readdirSync(join(copy, 'src/core', folder))
        .filter(name => name.endsWith('.ts') && !name.endsWith('.test.ts'))
        .map(name => join(copy, 'src/core', folder, name)),
  )
  const all = files.flatMap(placesIn)
  let survived = 0
  for (let i = 0; i < places; i++) {
    const { file, line, before, after, text } = oneOf(chance, all)
    const original = readFileSync(file, 'utf8')
    writeFileSync(file, text)
    const noticed = !passes(['run', dirname(file)]) || !passes(['related', file, '--run'])
    writeFileSync(file, original)
    if ((i + 1) % 10 === 0) console.log(`${i + 1} of ${places} tried`)
    if (noticed) continue
    survived++
    console.log(`${relative(copy, file)}:${line}\n  ${before.trim()}\n  ${after.trim()}`)
  }
  console.log(`${survived} of ${places} changes were noticed by no test.`)
} finally {
  rmSync(copy, { recursive: true, force: true })
}
