// Runs one of our TypeScript entries (the server, the bench, the screenshots). Other programs call it, so it installs nothing.
import { needInstalled } from './setup.mjs'
import { runSource } from './source.mjs'

const entry = process.argv[2]
process.argv.splice(1, 2, entry)
needInstalled()
await runSource(entry)
