// /api/bin: lists deleted items, restores them, or deletes them for ever.
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
  const find = (kind: string, id: string): Binned => {
    const binned = allBinned(database).find(each => each.kind === kind && String(each.id) === id)
    if (!binned) throw new Refused(404, 'This is not in the bin.')
    return binned
  }
  /** Refuses a name that a different item of the kind has by now. */
  const needFree = ({ kind, id }: Binned, name: string) => {
    if (kind === 'scripts') {
      const why = whyStaysBinned(database, id)
      if (why !== null) throw new Refused(409, why, 'name')
      return needFreeName(database, name)
    }
    const taken =
      kind === 'refrains'
        ? refrainNamed(database, name)?.name
        : kind === 'variants'
          ? variantNamed(database, scriptOfVariant(database, id) ?? 0, name)?.name
          : entryNamed(database, kind, nameKey(name))
    if (taken !== undefined) throw new Refused(409, `“${taken}” is now the name of a different item.`, 'name')
  }
  return new Hono()
    .get('/', context => context.json({ days: daysInBin, things: allBinned(database) }))
    .put('/:kind/:id', takes(Out), async context => {
      const binned = find(context.req.param('kind'), context.req.param('id'))
      const { name } = context.req.valid('json')
      needFree(binned, name)
      writing(database, () => {
        takeOut(database, binned.kind, binned.id, name)
        if (binned.kind === 'scripts') writeBack(database, binned.id, now())
        if (binned.kind === 'printers') syncDocuments(database, binned.id, now(), 'Put back with its printer.')
        const job = binned.kind === 'jobs' && allEntries(database, 'jobs').find(({ id }) => id === binned.id)
        if (job) needMaterials(database, job.data)
      })
      return context.json({ kind: binned.kind, id: binned.id })
    })
    .delete('/:kind/:id', context => {
      const { kind, id } = find(context.req.param('kind'), context.req.param('id'))
      dropForGood(database, kind, id)
      return context.json({ kind, id })
    })
}
