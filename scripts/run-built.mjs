// Runs one of our TypeScript entries as it is shipped, bundled.
import { basename, join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureInstalled, root } from './setup.mjs'

const entry = process.argv[2]
process.argv.splice(1, 2, entry)
await ensureInstalled()
const { bundle } = await import('./bundle.mjs')
const file = join(root, '.cache', 'built', `${basename(entry, '.ts')}.js`)
await bundle(entry, file)
await import(pathToFileURL(file).href)
