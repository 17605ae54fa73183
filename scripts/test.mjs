// `npm test`: set-up, names, types, lint, unit tests, build, browser tests; one closing line over all tests.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureChromium, ensureInstalled, root, run } from './setup.mjs'

const results = join(root, 'test-results')
const unitReport = join(results, 'unit.json')
const browserReport = join(results, 'browser.json')
const failedSteps = []

async function step(name, command, args, options) {
  console.log(`\n── ${name}`)
  const code = await run(command, args, options)
  if (code !== 0) failedSteps.push(name)
  return code === 0
}

const readReport = path => (existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : null)

await ensureInstalled()
await ensureChromium()
rmSync(results, { recursive: true, force: true })
mkdirSync(results, { recursive: true })

const nameCheck = join(root, '..', 'shared', 'check-names.mjs')
if (existsSync(nameCheck)) await step('names', process.execPath, [nameCheck, root])
await step('type check', 'npx', ['tsc', '--noEmit'])
await step('type check of the core, without browser and Node', 'npx', ['tsc', '--noEmit', '-p', 'src/core'])
await step('lint and format', 'npx', ['biome', 'check', '--error-on-warnings', '.'])
await step('unit tests', 'npx', [
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  `--outputFile.json=${unitReport}`,
])
const built = await step('build', 'npx', ['vite', 'build', '--logLevel', 'warn'])
if (built)
  await step('browser tests', 'npx', ['playwright', 'test'], { env: { PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport } })

const unit = readReport(unitReport)
const browser = readReport(browserReport)
if (!unit && !failedSteps.includes('unit tests')) failedSteps.push('unit tests')
if (!browser && !failedSteps.includes('browser tests')) failedSteps.push('browser tests')
const passed = (unit?.numPassedTests ?? 0) + (browser ? browser.stats.expected : 0)
const failed = (unit?.numFailedTests ?? 0) + (browser ? browser.stats.unexpected + browser.stats.flaky : 0)
if (failedSteps.length) console.log(`\nNot in order: ${failedSteps.join(', ')}`)
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failedSteps.length || failed ? 1 : 0)
