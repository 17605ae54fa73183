// One of our TypeScript entries made into one file, so that it begins at once and is not slowed by a transpiler's wrappers.
import { mkdirSync, renameSync, rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import { build } from 'vite'
import { root } from './setup.mjs'

/** Every file goes on finding what lies beside it where it stands, and not beside the bundle. */
const whereTheyStand = {
  name: 'where-they-stand',
  transform: {
    filter: { code: 'import.meta.' },
    handler: (code, id) =>
      id.startsWith(root)
        ? code
            .replaceAll('import.meta.url', JSON.stringify(pathToFileURL(id).href))
            .replaceAll('import.meta.dirname', JSON.stringify(dirname(id)))
        : null,
  },
}

/** Writes the bundle of an entry to a file; whoever looks for the file meanwhile sees the whole of it, or the one before. */
export async function bundle(entry, file) {
  const aside = join(dirname(file), `making-${process.pid}`)
  try {
    await build({
      root,
      configFile: false,
      logLevel: 'error',
      plugins: [whereTheyStand],
      build: {
        ssr: resolve(root, entry),
        outDir: aside,
        emptyOutDir: true,
        minify: false,
        target: 'node20',
        rollupOptions: { output: { entryFileNames: 'bundle.js', codeSplitting: false } },
      },
    })
    mkdirSync(dirname(file), { recursive: true })
    renameSync(join(aside, 'bundle.js'), file)
  } finally {
    rmSync(aside, { recursive: true, force: true })
  }
}
