// /api/materials, /api/jobs and /api/vocabularies: create, change and delete.
import { Hono } from 'hono'
import type * as v from 'valibot'
import { Job } from '../../core/model/job.ts'
import { Material } from '../../core/model/material.ts'
import { nameKey } from '../../core/model/script.ts'
import { Vocabulary } from '../../core/model/vocabulary.ts'
import { binThing } from '../bin.ts'
import { addEntry, allEntries, changeEntry, earlierOf } from '../catalog.ts'
import { type Database, writing } from '../database.ts'
import { Refused, takes } from '../requests.ts'

type Table = 'materials' | 'jobs' | 'vocabularies'
const one: Record<Table, string> = { materials: 'material', jobs: 'job', vocabularies: 'vocabulary' }

/** Refuses a name that a different item has, in any case. */
function needFreeName(database: Database, table: Table, name: string, but: number | null): void {
  const taken = allEntries(database, table).find(({ id, data }) => id !== but && nameKey(data.name) === nameKey(name))
  if (taken) throw new Refused(409, `There is a ${one[table]} called “${taken.data.name}” already.`, 'name')
}

export function needMaterials(database: Database, job: Job): void {
  const known = allEntries(database, 'materials').map(({ data }) => data.name)
  const missing = job.materials.find(name => !known.includes(name))
  if (missing !== undefined) throw new Refused(400, `There is no material called “${missing}”.`, 'materials')
}

/** What happens before an item is changed, and what prevents its deletion. */
type Care<T> = {
  check: (thing: T) => void
  /** `before` is the previous name. */
  renamed?: (before: string, after: string) => void
  needed?: (name: string) => string | null
}

function routes<S extends v.GenericSchema<unknown, { name: string }>>(
  database: Database,
  table: Table,
  schema: S,
  now: () => string,
  care: Care<v.InferOutput<S>>,
) {
  const find = (param: string) => {
    const found = allEntries(database, table).find(({ id }) => String(id) === param)
    if (!found) throw new Refused(404, `There is no ${one[table]} ${param}.`)
    return found
  }
  return new Hono()
    .post('/', takes(schema), async context => {
      const thing = context.req.valid('json')
      needFreeName(database, table, thing.name, null)
      care.check(thing)
      return context.json({ id: addEntry(database, table, thing, now()), data: thing }, 201)
    })
    .get('/:id/earlier', context => context.json(earlierOf(database, table, find(context.req.param('id')).id)))
    .put('/:id', takes(schema), async context => {
      const { id, data: before } = find(context.req.param('id'))
      const thing = context.req.valid('json')
      needFreeName(database, table, thing.name, id)
      care.check(thing)
      writing(database, () => {
        changeEntry(database, table, id, thing, now())
        if (before.name !== thing.name) care.renamed?.(before.name, thing.name)
      })
      return context.json({ id, data: thing })
    })
    .delete('/:id', context => {
      const { id, data } = find(context.req.param('id'))
      if (table !== 'vocabularies' && allEntries(database, table).length === 1)
        throw new Refused(409, `The last ${one[table]} can’t be deleted: rehearsals need one.`)
      const needed = care.needed?.(data.name)
      if (needed) throw new Refused(409, needed)
      binThing(database, table, id, now())
      return context.json({ id })
    })
}

export const materialRoutes = (database: Database, now: () => string) =>
  routes(database, 'materials', Material, now, {
    check: () => {},
    renamed: (before, after) => {
      for (const { id, data } of allEntries(database, 'jobs'))
        if (data.materials.includes(before)) {
          const materials = data.materials.map(name => (name === before ? after : name))
          changeEntry(database, 'jobs', id, { ...data, materials } as { name: string }, now())
        }
    },
    needed: name => {
      const using = allEntries(database, 'jobs').filter(({ data }) => data.materials.includes(name))
      const [first] = using
      return first
        ? `“${name}” is used by the job “${first.data.name}”${using.length > 1 ? `, and ${using.length - 1} more` : ''}.`
        : null
    },
  })

export const vocabularyRoutes = (database: Database, now: () => string) =>
  routes(database, 'vocabularies', Vocabulary, now, { check: () => {} })

export const jobRoutes = (database: Database, now: () => string) =>
  routes(database, 'jobs', Job, now, { check: job => needMaterials(database, job) })
