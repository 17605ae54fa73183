// Commands that other programs call install nothing; two calls that install do so one after the other.
import { execFile } from 'node:child_process'
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, test } from 'vitest'

const root = join(import.meta.dirname, '..', '..')
let project: string
let bin: string

/** A copy of the scripts with no packages, and an npm that takes half a second and writes down when it begins and ends. */
beforeEach(() => {
  project = mkdtempSync(join(tmpdir(), 'warm-prelude-packages-'))
  bin = join(project, 'bin')
  cpSync(join(root, 'scripts'), join(project, 'scripts'), { recursive: true })
  writeFileSync(join(project, 'package.json'), '{ "type": "module" }')
  writeFileSync(join(project, 'package-lock.json'), '{}')
  mkdirSync(bin)
  const npm = `#!/bin/sh
echo begin >> ${project}/npm.log
sleep 0.5
mkdir -p ${project}/node_modules && touch ${project}/node_modules/.package-lock.json
echo end >> ${project}/npm.log
`
  writeFileSync(join(bin, 'npm'), npm, { mode: 0o755 })
})
afterEach(() => rmSync(project, { recursive: true }))

const call = (...args: string[]) =>
  new Promise<{ code: number; err: string }>(done =>
    execFile(
      process.execPath,
      args,
      { cwd: project, env: { ...process.env, PATH: `${bin}:${process.env.PATH}` } },
      (error, _, err) => done({ code: Number(error?.code ?? 0), err }),
    ),
  )

test.each([[['scripts/cli.mjs', 'list', 'printers']], [['scripts/run.mjs', 'src/server/main.ts']]])(
  '%j without packages says so in a sentence, and installs nothing',
  async args => {
    const { code, err } = await call(...args)
    expect([code, err]).toEqual([2, expect.stringMatching(/^The packages are not installed\. Run “npm ci”/)])
    expect(existsSync(join(project, 'npm.log'))).toBe(false)
  },
)

const installs = ['--input-type=module', '-e', "await (await import('./scripts/setup.mjs')).ensureInstalled()"]

test('of two calls that would install, one does, and the other waits for it', async () => {
  const calls = await Promise.all([call(...installs), call(...installs)])
  expect(calls.map(({ code }) => code)).toEqual([0, 0])
  expect(readFileSync(join(project, 'npm.log'), 'utf8')).toBe('begin\nend\n')
  expect(existsSync(join(project, '.cache', 'installing'))).toBe(false)
})

test('a call that was ended while it installed keeps no other from installing', async () => {
  mkdirSync(join(project, '.cache'))
  // No process has this number: it is beyond what Linux gives out.
  writeFileSync(join(project, '.cache', 'installing'), '99999999')
  expect((await call(...installs)).code).toBe(0)
  expect(readFileSync(join(project, 'npm.log'), 'utf8')).toBe('begin\nend\n')
})
