// Runs one of our TypeScript entries as it stands in the source.
import { resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import { root } from './setup.mjs'

export async function runSource(entry) {
  const { register } = await import('tsx/esm/api')
  register()
  await import(pathToFileURL(resolve(root, entry)).href)
}
