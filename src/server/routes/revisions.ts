// /api/revisions and /api/trials: reads a revision; saves and deletes trials with pictures.
import { Hono } from 'hono'
import * as v from 'valibot'
import { Picture, Trial } from '../../core/model/trial.ts'
import type { Database } from '../database.ts'
import { Refused, takes } from '../requests.ts'
import { addTrial, pictureOf, removeTrial } from '../trials.ts'
import { revisionById } from '../variants.ts'

const NewTrial = v.strictObject({
  trial: Trial,
  picture: v.nullable(Picture),
})

export function revisionRoutes(database: Database, now: () => string) {
  const find = (param: string) => {
    const revision = /^\d+$/.test(param) ? revisionById(database, Number(param)) : undefined
    if (!revision) throw new Refused(404, `There is no revision ${param}.`)
    return revision
  }
  return new Hono()
    .get('/:id', context => context.json(find(context.req.param('id'))))
    .post('/:id/trials', takes(NewTrial), async context => {
      const { id } = find(context.req.param('id'))
      const { trial, picture } = context.req.valid('json')
      const bytes = picture === null ? null : Buffer.from(picture, 'base64')
      return context.json({ id: addTrial(database, id, trial, bytes, now()) }, 201)
    })
}

export const trialRoutes = (database: Database) =>
  new Hono()
    .get('/:id/picture', context => {
      const picture = pictureOf(database, Number(context.req.param('id')))
      if (!picture) throw new Refused(404, 'There is no such picture.')
      return context.body(new Uint8Array(picture), 200, { 'content-type': 'image/jpeg' })
    })
    .delete('/:id', context => {
      const id = Number(context.req.param('id'))
      if (!removeTrial(database, id)) throw new Refused(404, `There is no trial ${context.req.param('id')}.`)
      return context.json({ id })
    })
