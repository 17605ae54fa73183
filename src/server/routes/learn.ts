// POST /api/learn: a proposal for a printer from files, the same JSON as the terminal's `learn --json` (contract.md).
import { Hono } from 'hono'
import * as v from 'valibot'
import { listOf, plainText } from '../../core/model/pieces.ts'
import { Refused, takes } from '../requests.ts'
import { TookTooMuch } from '../work/pool.ts'
import type { Work } from '../work/tasks.ts'

/** More than any machine has; each file may be as long as a request may. */
const Body = v.strictObject({
  files: v.pipe(
    listOf(v.strictObject({ name: plainText(200), text: v.string() }), 500),
    v.minLength(1, 'give at least one file'),
  ),
})

export const learnRoutes = (work: Work) =>
  new Hono().post('/', takes(Body), async context => {
    const { files } = context.req.valid('json')
    try {
      return context.body(await work.learn(files), 200, { 'content-type': 'application/json' })
    } catch (error) {
      throw error instanceof TookTooMuch ? new Refused(413, error.message, 'files') : error
    }
  })
