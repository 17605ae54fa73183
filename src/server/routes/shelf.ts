// GET /api/shelf: all printers with their scripts, and which need attention. POST /api/shelf/summaries: totals of
// scripts, calculating missing ones in portions so that the server stays responsive.

import { Hono } from 'hono'
import * as v from 'valibot'
import { count, listOf } from '../../core/model/pieces.ts'
import type { ScriptHead, ShelfPrinter } from '../../core/model/stored.ts'
import type { Work } from '../../tasks/server-tasks.ts'
import { allEntries } from '../catalog.ts'
import type { Database } from '../database.ts'
import { sent, takes, written } from '../requests.ts'
import { allDocuments, allHeads } from '../scripts.ts'
import { examplesIn } from '../seed.ts'
import { seriousCounts, summariesOf } from '../summaries.ts'

/** Time for calculating summaries in one response, ms; the rest is left for the next request. */
const patienceMs = 150

type ShelfAnswer = { printers: ShelfPrinter[] }

const Wanted = v.strictObject({ ids: listOf(count, 200) })

export function shelfRoutes(database: Database, work: Work, quiet: () => Promise<void>) {
  /** The state of the database when the cached response was made: changes of this connection and of others. */
  const changes = database.prepare('SELECT total_changes()').pluck()
  const stampNow = () => `${changes.get()} ${database.pragma('data_version', { simple: true })}`
  let kept = { stamp: '', answer: written<ShelfAnswer>({ printers: [] }) }

  const made = (): ShelfAnswer => {
    const heads = allHeads(database)
    const files = allDocuments(database)
    const serious = seriousCounts(database)
    const byPrinter = new Map<number, (ScriptHead & { serious: number | null })[]>()
    for (const each of heads) {
      const head = Object.assign(each, { serious: serious.get(each.id) ?? null })
      const its = byPrinter.get(head.printerId)
      if (its) its.push(head)
      else byPrinter.set(head.printerId, [head])
    }
    const examples = examplesIn(database)
    return {
      printers: allEntries(database, 'printers').map(({ id, data: printer }) => ({
        id,
        printer,
        example: examples.has(id),
        scripts: byPrinter.get(id) ?? [],
        files: files.filter(({ printerId }) => printerId === id),
      })),
    }
  }

  return new Hono()
    .get('/', context => {
      const stamp = stampNow()
      if (kept.stamp !== stamp) kept = { stamp, answer: written(made()) }
      return sent(context, kept.answer)
    })
    .post('/summaries', takes(Wanted), async context => {
      const { ids } = context.req.valid('json')
      const began = performance.now()
      const done = await summariesOf(database, ids, () => performance.now() - began > patienceMs, work, quiet)
      return context.json(Object.fromEntries(done))
    })
}
