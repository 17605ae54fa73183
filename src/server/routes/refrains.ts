// /api/refrains: saved passages, changed together with the scripts that they are rolled out to, all or nothing.

import { Hono } from 'hono'
import * as v from 'valibot'
import { read } from '../../core/gcode/read.ts'
import { count, listOf } from '../../core/model/pieces.ts'
import { Note, nameKey, ScriptText } from '../../core/model/script.ts'
import type { SavedScript } from '../../core/model/stored.ts'
import { RefrainName, RefrainText, refrainsIn } from '../../core/script/refrains.ts'
import { binThing } from '../bin.ts'
import { type Database, writing } from '../database.ts'
import { writeBack } from '../documents.ts'
import { addRefrain, addRefrainRevision, allRefrains, refrainNamed } from '../refrains.ts'
import { Refused, takes } from '../requests.ts'
import { allTexts, saveScript, scriptById } from '../scripts.ts'

const Why = v.optional(Note, '')

const New = v.strictObject({
  name: RefrainName,
  text: RefrainText,
  note: Why,
})

/** A script's new text, and the revision that it is based on. */
const Landing = v.strictObject({
  id: count,
  variant: count,
  base: count,
  text: ScriptText,
})

/** `text` is null if only scripts change. */
const RollOut = v.strictObject({
  base: count,
  text: v.nullable(RefrainText),
  note: Why,
  scripts: listOf(Landing, 2000),
})

export function refrainRoutes(database: Database, now: () => string) {
  const find = (param: string) => {
    const refrain = allRefrains(database).find(({ id }) => String(id) === param)
    if (!refrain) throw new Refused(404, `There is no refrain ${param}.`)
    return refrain
  }
  return new Hono()
    .get('/', context => context.json(allRefrains(database)))
    .get('/:id/scripts', context => {
      const { name } = find(context.req.param('id'))
      const stands = ({ text }: SavedScript) =>
        text.includes(';&') && refrainsIn(read(text)).some(each => nameKey(each.name) === nameKey(name))
      return context.json(allTexts(database).filter(stands))
    })
    .post('/', takes(New), async context => {
      const refrain = context.req.valid('json')
      const taken = refrainNamed(database, refrain.name)
      if (taken) throw new Refused(409, `There is a refrain called “${taken.name}” already.`, 'name')
      return context.json(find(String(addRefrain(database, refrain, now()))), 201)
    })
    .put('/:id', takes(RollOut), async context => {
      const refrain = find(context.req.param('id'))
      const { base, text, note, scripts } = context.req.valid('json')
      if (base !== refrain.revision)
        throw new Refused(409, 'This refrain was changed elsewhere in the meantime. Reload the page.', 'base')
      writing(database, () => {
        if (text !== null && text !== refrain.text)
          addRefrainRevision(database, refrain.id, refrain.revision + 1, text, note, now())
        for (const { id, variant, base: from, text: whole } of scripts) {
          const script = scriptById(database, id)
          const change = script && { ...script, text: whole, note, base: from, variant }
          const outcome = change ? saveScript(database, id, change, now()) : 'gone'
          if (outcome === 'saved') {
            writeBack(database, id, now())
            continue
          }
          const why = {
            stale: 'was saved elsewhere in the meantime',
            stock: 'is stock, and not changed',
            gone: 'is no longer on the shelf',
          }[outcome]
          throw new Refused(409, `“${script?.name ?? id}” ${why}. Nothing was rolled out.`, 'scripts')
        }
      })
      return context.json(find(String(refrain.id)))
    })
    .delete('/:id', context => {
      const { id } = find(context.req.param('id'))
      binThing(database, 'refrains', id, now())
      return context.json({ id })
    })
}
