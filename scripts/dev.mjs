// `npm run dev`: the server with reload, and Vite in front of it with hot replacement of the screens.
import { spawn } from 'node:child_process'
import { ensureInstalled, root } from './setup.mjs'

await ensureInstalled()
const start = (command, args, env) =>
  spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })
const children = [
  start('npx', ['tsx', 'watch', '--clear-screen=false', 'src/server/main.ts'], { PORT: '4311' }),
  start('npx', ['vite', '--host', '127.0.0.1', '--port', process.env.PORT ?? '4310', '--strictPort'], {
    API: 'http://127.0.0.1:4311',
  }),
]
const stop = () => {
  for (const child of children) child.kill('SIGINT')
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
for (const child of children) child.on('exit', stop)
