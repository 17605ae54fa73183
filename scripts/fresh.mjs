// Whether what was made is newer than everything that it is made of.
import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './setup.mjs'

function newest(path) {
  const info = statSync(path)
  if (!info.isDirectory()) return info.mtimeMs
  return Math.max(info.mtimeMs, ...readdirSync(path).map(name => newest(join(path, name))))
}

/** `sources` are files and folders under the project's root. */
export const isFresh = (made, sources) =>
  existsSync(made) && sources.every(path => newest(join(root, path)) <= statSync(made).mtimeMs)
