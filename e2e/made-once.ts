// Before all browser tests: the data that each file begins with, made by the server itself; gives what throws them away again.
import { rmSync } from 'node:fs'
import { emptyFolder, end, firstPort, madeOnce, serve } from './served.ts'

type Shelf = { printers: { scripts: { id: number }[] }[] }

export default async function makeOnce(): Promise<() => void> {
  const folder = emptyFolder()
  const server = await serve(firstPort, folder)
  const api = `http://127.0.0.1:${firstPort}/api`
  const { printers }: Shelf = await (await fetch(`${api}/shelf`)).json()
  let ids = printers.flatMap(({ scripts }) => scripts.map(({ id }) => id))
  // An answer has what could be worked out in its time.
  while (ids.length > 0) {
    const answer = await fetch(`${api}/shelf/summaries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ids }),
    })
    if (!answer.ok) throw new Error(`the scripts could not be rehearsed: ${await answer.text()}`)
    const known: Record<string, object> = await answer.json()
    ids = ids.filter(id => !(id in known))
  }
  await end(server, 'SIGINT')
  process.env[madeOnce] = folder
  return () => rmSync(folder, { recursive: true })
}
