// GET /api/shelf: every printer with its scripts, and what each comes to where that is known. POST /api/shelf/summaries works out
// what is not, as much at a time as keeps the server answering.
import { Hono } from 'hono'
import * as v from 'valibot'
import type { Database } from '../database.ts'
import { bodyOf } from '../requests.ts'
import { allHeads, type ScriptHead } from '../scripts.ts'
import { knownSummaries, workOut } from '../summaries.ts'
import { allThings } from '../things.ts'

/** An answer works summaries out for so long, ms, and leaves the rest to the next. */
const patienceMs = 150

const Wanted = v.strictObject({ ids: v.pipe(v.array(v.pipe(v.number(), v.integer())), v.maxLength(200)) })

export function shelfRoutes(database: Database): Hono {
  return new Hono()
    .get('/', context => {
      const heads = allHeads(database)
      const known = knownSummaries(database, heads)
      const byPrinter = new Map<number, ScriptHead[]>()
      for (const head of heads) {
        const its = byPrinter.get(head.printerId)
        if (its) its.push(head)
        else byPrinter.set(head.printerId, [head])
      }
      return context.json({
        printers: allThings(database, 'printers').map(({ id, data: printer }) => ({
          id,
          printer,
          scripts: (byPrinter.get(id) ?? []).map(head => ({ ...head, summary: known.get(head.id) ?? null })),
        })),
      })
    })
    .post('/summaries', async context => {
      const { ids } = await bodyOf(context, Wanted)
      const began = performance.now()
      const done = workOut(database, ids, () => performance.now() - began > patienceMs)
      return context.json(Object.fromEntries(done))
    })
}
