// POST /api/learn: proposes a printer from files, with the JSON of the terminal's `learn --json` (docs/contract.md).
import { Hono } from 'hono'
import * as v from 'valibot'
import { listOf, plainText } from '../../core/model/pieces.ts'
import { worked } from '../input.ts'
import { takes } from '../requests.ts'
import type { Work } from '../work/tasks.ts'

/** More files than any machine has; each may be as long as a request. */
const Body = v.strictObject({
  files: v.pipe(
    listOf(v.strictObject({ name: plainText(200), text: v.string() }), 500),
    v.minLength(1, 'give at least one file'),
  ),
})

export const learnRoutes = (work: Work) =>
  new Hono().post('/', takes(Body), async context => {
    const { files } = context.req.valid('json')
    const answer = await worked(work.until(context.req.raw.signal).learn(files), 'files')
    return context.body(answer, 200, { 'content-type': 'application/json' })
  })
