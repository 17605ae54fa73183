// Builds the web application, only when something it is made of is newer than the last build.
import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { root, run } from './setup.mjs'

const sources = ['src/core', 'src/web', 'src/worker', 'index.html', 'vite.config.ts', 'package-lock.json']

function newest(path) {
  const info = statSync(path)
  if (!info.isDirectory()) return info.mtimeMs
  return Math.max(info.mtimeMs, ...readdirSync(path).map(name => newest(join(path, name))))
}

/** Builds into dist/ where that is absent or older than its sources; true when dist/ is good afterwards. */
export async function ensureBuilt() {
  const built = join(root, 'dist', 'index.html')
  if (existsSync(built) && sources.every(path => newest(join(root, path)) <= statSync(built).mtimeMs)) return true
  console.error('Building the application: about ten seconds.')
  return (await run('npx', ['vite', 'build', '--logLevel', 'warn'])) === 0
}
