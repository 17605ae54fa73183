// Workers built together with the page: what both need of the core is one file, sent once. By itself the builder gives each worker a
// bundle of its own, with its own copy of the core.
import { dirname, resolve } from 'node:path'
import type { Plugin } from 'vite'

/** `new URL('….worker.ts', import.meta.url)`, as a page makes a worker of it. */
const workerUrl = /new URL\(\s*'([^']+\.worker\.ts)'\s*,\s*import\.meta\.url\s*\)/g

/**
 * Puts the address of the file that a worker was built into in place of its source's; only where the application is built. What a
 * worker asks for on demand is not fetched ahead: that is done in a page's head, and a worker has none.
 */
export const sharedWorkers = (): Plugin => ({
  name: 'shared-workers',
  apply: 'build',
  enforce: 'pre',
  config: () => ({
    build: {
      modulePreload: { resolveDependencies: (_, needed, { hostId }) => (hostId.includes('.worker-') ? [] : needed) },
    },
  }),
  transform: {
    filter: { id: /\/src\/web\/.*\.tsx?$/, code: '.worker.ts' },
    handler(code, id) {
      return code.replace(workerUrl, (_, source: string) => {
        const file = this.emitFile({ type: 'chunk', id: resolve(dirname(id), source) })
        return `import.meta.ROLLUP_FILE_URL_${file}`
      })
    },
  },
})
