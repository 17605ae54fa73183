// /api/bin: what was thrown away, for 30 days: taken out again, or thrown away for good.
import { Hono } from 'hono'
import * as v from 'valibot'
import { plainName } from '../../core/model/pieces.ts'
import { nameKey } from '../../core/model/script.ts'
import type { Binned } from '../../core/model/stored.ts'
import { allBinned, daysInBin, dropForGood, takeOut } from '../bin.ts'
import { allEntries, entryNamed } from '../catalog.ts'
import { type Database, writing } from '../database.ts'
import { syncDocuments, whyStaysBinned, writeBack } from '../documents.ts'
import { refrainNamed } from '../refrains.ts'
import { Refused, takes } from '../requests.ts'
import { scriptOfVariant, variantNamed } from '../variants.ts'
import { needMaterials } from './catalog.ts'
import { needFreeName } from './scripts.ts'

const Out = v.strictObject({ name: plainName('it', 120) })

export function binRoutes(database: Database, now: () => string) {
  const find = (sort: string, id: string): Binned => {
    const binned = allBinned(database).find(each => each.sort === sort && String(each.id) === id)
    if (!binned) throw new Refused(404, 'This is not in the bin.')
    return binned
  }
  /** Refuses a name that another of its kind has been given meanwhile. */
  const needFree = ({ sort, id }: Binned, name: string) => {
    if (sort === 'scripts') {
      const why = whyStaysBinned(database, id)
      if (why !== null) throw new Refused(409, why, 'name')
      return needFreeName(database, name)
    }
    const taken =
      sort === 'refrains'
        ? refrainNamed(database, name)?.name
        : sort === 'variants'
          ? variantNamed(database, scriptOfVariant(database, id) ?? 0, name)?.name
          : entryNamed(database, sort, nameKey(name))
    if (taken !== undefined) throw new Refused(409, `“${taken}” is the name of another by now.`, 'name')
  }
  return new Hono()
    .get('/', context => context.json({ days: daysInBin, things: allBinned(database) }))
    .put('/:sort/:id', takes(Out), async context => {
      const binned = find(context.req.param('sort'), context.req.param('id'))
      const { name } = context.req.valid('json')
      needFree(binned, name)
      writing(database, () => {
        takeOut(database, binned.sort, binned.id, name)
        if (binned.sort === 'scripts') writeBack(database, binned.id, now())
        if (binned.sort === 'printers') syncDocuments(database, binned.id, now(), 'Put back with its printer.')
        const job = binned.sort === 'jobs' && allEntries(database, 'jobs').find(({ id }) => id === binned.id)
        if (job) needMaterials(database, job.data)
      })
      return context.json({ sort: binned.sort, id: binned.id })
    })
    .delete('/:sort/:id', context => {
      const { sort, id } = find(context.req.param('sort'), context.req.param('id'))
      dropForGood(database, sort, id)
      return context.json({ sort, id })
    })
}
