// Runs one of our TypeScript entries (the server, the bench, the screenshots) after seeing to the packages.
import { ensureInstalled } from './setup.mjs'
import { runSource } from './source.mjs'

const entry = process.argv[2]
process.argv.splice(1, 2, entry)
await ensureInstalled()
await runSource(entry)
