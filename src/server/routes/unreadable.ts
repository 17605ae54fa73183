// /api/unreadable: lists unreadable items, restores earlier versions, or removes the items.
import { Hono } from 'hono'
import * as v from 'valibot'
import { count } from '../../core/model/pieces.ts'
import type { Database } from '../database.ts'
import { Refused, takes } from '../requests.ts'
import { allUnreadable, removeUnreadable, restoreEarlier } from '../unreadable.ts'

const Earlier = v.strictObject({ earlier: count })

export function unreadableRoutes(database: Database, now: () => string) {
  const find = (table: string, id: string) => {
    const found = allUnreadable(database).find(each => each.table === table && String(each.id) === id)
    if (!found) throw new Refused(404, 'There is no such unreadable item.')
    return found
  }
  return new Hono()
    .get('/', context => context.json(allUnreadable(database)))
    .put('/:table/:id', takes(Earlier), async context => {
      const thing = find(context.req.param('table'), context.req.param('id'))
      if (!restoreEarlier(database, thing, context.req.valid('json').earlier, now()))
        throw new Refused(404, `“${thing.name}” has no such earlier version.`, 'earlier')
      return context.json({ table: thing.table, id: thing.id })
    })
    .delete('/:table/:id', context => {
      const thing = find(context.req.param('table'), context.req.param('id'))
      removeUnreadable(database, thing, now())
      return context.json({ table: thing.table, id: thing.id })
    })
}
