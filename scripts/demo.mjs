// `npm run demo`: from a fresh clone to a running Warm Prelude with demo data.
import { ensureBuilt } from './build.mjs'
import { ensureInstalled } from './setup.mjs'

await ensureInstalled()
if (!(await ensureBuilt())) {
  console.error('The application could not be built; what the build said stands above.')
  process.exit(1)
}
const { register } = await import('tsx/esm/api')
register()
await import('../src/server/main.ts')
