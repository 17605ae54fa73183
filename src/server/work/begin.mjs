// Where a thread of the pool begins: the code is TypeScript, here as in the server itself.
import { register } from 'tsx/esm/api'

register()
await import('./thread.ts')
