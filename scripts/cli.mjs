// The terminal. What it runs is made into one file, once and whenever something that it is made of has changed: a call then takes
// less than half a second, where reading several hundred files anew takes three.
import { createHash } from 'node:crypto'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { isFresh } from './fresh.mjs'
import { needInstalled, root } from './setup.mjs'
import { runSource } from './source.mjs'

const entry = 'src/cli/main.ts'
const sources = ['src/cli', 'src/core', 'src/server', 'demo', 'scripts', 'package-lock.json']
// Its files know where they stand, so that a project which was moved needs another.
const place = createHash('sha256').update(root).digest('hex').slice(0, 12)
const made = join(root, '.cache', `cli-${place}`, 'main.js')

/** Whether the file is there and new. A folder that can't be written to, or a fault in making it, is no reason to stop. */
async function isMade() {
  if (isFresh(made, sources)) return true
  try {
    const { bundle } = await import('./bundle.mjs')
    await bundle(entry, made)
    return true
  } catch {
    return false
  }
}

needInstalled()
if (await isMade()) await import(pathToFileURL(made).href)
else await runSource(entry)
