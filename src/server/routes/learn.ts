// POST /api/learn: proposes a printer from files, with the JSON of the terminal's `learn --json` (docs/contract.md).
import { Hono } from 'hono'
import { LearnRequest } from '../../tasks/requests.ts'
import type { Work } from '../../tasks/server-tasks.ts'
import { worked } from '../input.ts'
import { takes } from '../requests.ts'

export const learnRoutes = (work: Work) =>
  new Hono().post('/', takes(LearnRequest), async context => {
    const { files } = context.req.valid('json')
    const answer = await worked(work.until(context.req.raw.signal).learn(files), 'files')
    return context.body(answer, 200, { 'content-type': 'application/json' })
  })
