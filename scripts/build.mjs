// Builds the web application, only when something it is made of is newer than the last build.
import { join } from 'node:path'
import { isFresh } from './fresh.mjs'
import { root, run } from './setup.mjs'

const sources = [
  'src/core',
  'src/web',
  'src/worker',
  'src/pages.ts',
  'docs',
  'index.html',
  'vite.config.ts',
  'scripts',
  'package-lock.json',
]

/** Builds into dist/ where that is absent or older than its sources; true when dist/ is good afterwards. */
export async function ensureBuilt() {
  if (isFresh(join(root, 'dist', 'index.html'), sources)) return true
  console.error('Building the application: about ten seconds.')
  return (await run('npx', ['vite', 'build', '--logLevel', 'warn'])) === 0
}
