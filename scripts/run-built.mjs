// Runs one of our TypeScript entries as it is shipped, bundled: what is measured is not to be slowed by a transpiler's wrappers.
import { basename, join, resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureInstalled, root } from './setup.mjs'

const entry = process.argv[2]
process.argv.splice(1, 2, entry)
await ensureInstalled()
const { build } = await import('vite')
const outDir = join(root, '.cache', 'built')
await build({
  root,
  configFile: false,
  logLevel: 'error',
  // The demo's files are read from where they stand.
  define: { 'import.meta.url': JSON.stringify(pathToFileURL(join(root, 'demo', 'load.ts')).href) },
  build: { ssr: resolve(root, entry), outDir, emptyOutDir: true, minify: false, target: 'node20' },
})
await import(pathToFileURL(join(outDir, `${basename(entry, '.ts')}.js`)).href)
