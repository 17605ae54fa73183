// Everything a fresh clone needs before anything else can run: the packages, and Chromium for the browser tests.
import { execFileSync, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { setTimeout } from 'node:timers/promises'
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

/** Whether a process of this number runs. */
function runs(pid) {
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    return error.code === 'EPERM'
  }
}

const installing = join(root, '.cache', 'installing')

/** Takes the lock under which packages are installed; waits while another call has it. Returns what lets go of it. */
async function takeInstalling() {
  mkdirSync(dirname(installing), { recursive: true })
  for (let told = false; ; told = true) {
    try {
      writeFileSync(installing, String(process.pid), { flag: 'wx' })
      return () => rmSync(installing, { force: true })
    } catch (error) {
      if (error.code !== 'EEXIST') throw error
    }
    const pid = Number(existsSync(installing) && readFileSync(installing, 'utf8'))
    // The call that took it was ended before it could let go.
    if (pid > 0 && !runs(pid)) rmSync(installing, { force: true })
    else if (!told) console.error('Another call is installing the packages. Waiting for it.')
    await setTimeout(500)
  }
}

/** Ends the program with one sentence where there are no packages. For commands that other programs call: they install nothing. */
export function needInstalled() {
  if (existsSync(installedMark)) return
  console.error('The packages are not installed. Run “npm ci” in this folder, or “npm run demo”, and then try again.')
  process.exit(2)
}

/** Installs the packages with `npm ci` when they are absent or older than the lock file. Progress goes to standard error. */
export async function ensureInstalled() {
  if (packagesAreCurrent()) return
  const letGo = await takeInstalling()
  try {
    if (!packagesAreCurrent()) await install()
  } finally {
    letGo()
  }
}

async function install() {
  console.error('Installing the packages. The data base compiles on this machine: about three minutes, once.')
  const code = await withTicks('installing', run('npm', ['ci', '--no-audit', '--no-fund'], { quietOut: true }))
  if (code !== 0) {
    console.error('The packages could not be installed; what npm said stands above.')
    rmSync(installing, { force: true })
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
