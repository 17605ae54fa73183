// /api/bin: what was thrown away, for 30 days: taken out again, or thrown away for good.
import { Hono } from 'hono'
import * as v from 'valibot'
import { ScriptName } from '../../core/model/script.ts'
import { allBinned, daysInBin, dropForGood, emptyOld, takeOut } from '../bin.ts'
import type { Database } from '../database.ts'
import { bodyOf, Refused } from '../requests.ts'
import { scriptById } from '../scripts.ts'
import { needFreeName } from './scripts.ts'

const Out = v.strictObject({ name: ScriptName })

export function binRoutes(database: Database, now: () => string): Hono {
  const find = (param: string) => {
    const binned = allBinned(database).find(({ id }) => String(id) === param)
    if (!binned) throw new Refused(404, `There is no script ${param} in the bin.`)
    return binned
  }
  return new Hono()
    .get('/', context => {
      emptyOld(database, now())
      return context.json({ days: daysInBin, scripts: allBinned(database) })
    })
    .put('/:id', async context => {
      const { id } = find(context.req.param('id'))
      const { name } = await bodyOf(context, Out)
      needFreeName(database, name)
      takeOut(database, id, name)
      return context.json(scriptById(database, id))
    })
    .delete('/:id', context => {
      const { id } = find(context.req.param('id'))
      dropForGood(database, id)
      return context.json({ id })
    })
}
