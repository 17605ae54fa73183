// Everything a fresh clone needs before anything else can run: the packages, and Chromium for the browser tests.
import { execFileSync, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))
const lockFile = join(root, 'package-lock.json')
const installedMark = join(root, 'node_modules', '.package-lock.json')
const stamp = join(root, 'node_modules', '.warm-prelude-lock')

export const chromiumPath = process.env.CHROMIUM ?? '/usr/bin/chromium'

const lockDigest = () => createHash('sha256').update(readFileSync(lockFile)).digest('hex')

function packagesAreCurrent() {
  if (!existsSync(installedMark)) return false
  if (existsSync(stamp)) return readFileSync(stamp, 'utf8') === lockDigest()
  return statSync(installedMark).mtimeMs >= statSync(lockFile).mtimeMs
}

/** Runs a command, its output to ours (standard error if `quietOut`); resolves to its exit code. */
export function run(command, args, { env = {}, quietOut = false } = {}) {
  return new Promise(resolve => {
    const child = spawn(command, args, {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: ['ignore', quietOut ? 2 : 'inherit', 'inherit'],
    })
    child.on('error', error => {
      console.error(`Could not run ${command}: ${error.message}`)
      resolve(127)
    })
    child.on('exit', (code, signal) => resolve(signal ? 128 : code))
  })
}

/** Says every ten seconds that a long step is still going, for as long as `work` takes. */
async function withTicks(what, work) {
  const started = Date.now()
  const tick = setInterval(() => {
    console.error(`  … still ${what}, ${Math.round((Date.now() - started) / 1000)} s`)
  }, 10_000)
  try {
    return await work
  } finally {
    clearInterval(tick)
  }
}

/** Installs the packages with `npm ci` when they are absent or older than the lock file. Progress goes to standard error. */
export async function ensureInstalled() {
  if (packagesAreCurrent()) return
  console.error('Installing the packages. The data base compiles on this machine: about three minutes, once.')
  const code = await withTicks('installing', run('npm', ['ci', '--no-audit', '--no-fund'], { quietOut: true }))
  if (code !== 0) {
    console.error('The packages could not be installed; what npm said stands above.')
    process.exit(1)
  }
  writeFileSync(stamp, lockDigest())
}

const may = command => {
  try {
    execFileSync('sh', ['-c', command], { stdio: 'ignore' })
    return true
  } catch {
    return false
  }
}

/** Installs Debian's Chromium for the browser tests where there is none and we may; otherwise says how, and stops. */
export async function ensureChromium() {
  if (existsSync(chromiumPath)) return
  const asRoot = process.getuid?.() === 0
  const sudo = !asRoot && may('sudo -n true')
  if (!may('command -v apt-get') || !(asRoot || sudo)) {
    console.error(
      `The browser tests need Chromium at ${chromiumPath} (or set CHROMIUM to its path). Please run: sudo apt-get install -y chromium`,
    )
    process.exit(1)
  }
  console.error('Installing Chromium for the browser tests: a minute or two, once.')
  const apt = args => {
    const words = ['env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', '-qq', ...args]
    return sudo ? run('sudo', words, { quietOut: true }) : run(words[0], words.slice(1), { quietOut: true })
  }
  const updated = await withTicks('reading package lists', apt(['update']))
  const code =
    updated || (await withTicks('installing Chromium', apt(['install', '-y', '--no-install-recommends', 'chromium'])))
  if (code !== 0 || !existsSync(chromiumPath)) {
    console.error('Chromium could not be installed. Please run: apt-get update && apt-get install -y chromium')
    process.exit(1)
  }
}
