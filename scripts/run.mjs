// Runs one of our TypeScript entries (the terminal, the bench, the screenshots) after seeing to the packages.

import { resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureInstalled, root } from './setup.mjs'

const entry = process.argv[2]
process.argv.splice(1, 2, entry)
await ensureInstalled()
const { register } = await import('tsx/esm/api')
register()
await import(pathToFileURL(resolve(root, entry)).href)
