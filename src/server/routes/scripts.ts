// /api/scripts: one script opened, made, or saved as its next revision.
import { Hono } from 'hono'
import * as v from 'valibot'
import { Moment, ScriptName } from '../../core/model/script.ts'
import type { Database } from '../database.ts'
import { bodyOf, Refused } from '../requests.ts'
import { addScript, saveScript, scriptById, scriptNamed } from '../scripts.ts'

const Text = v.pipe(v.string(), v.maxLength(24 * 1024 * 1024, 'a script has at most 24 million characters'))
const Note = v.optional(v.pipe(v.string(), v.maxLength(2000)), '')
const Id = v.pipe(v.number(), v.integer(), v.minValue(1))

const New = v.strictObject({ name: ScriptName, printerId: Id, moment: Moment, text: Text, note: Note })
const Change = v.strictObject({ printerId: Id, moment: Moment, text: Text, note: Note, base: Id })

const momentWords: Record<Moment, string> = {
  start: 'start script',
  end: 'end script',
  'layer-change': 'layer change',
  'tool-change': 'tool change',
  pause: 'pause script',
  resume: 'resume script',
  cancel: 'cancel script',
}

export function scriptRoutes(database: Database, now: () => string): Hono {
  const find = (param: string) => {
    const script = /^\d+$/.test(param) ? scriptById(database, Number(param)) : undefined
    if (!script) throw new Refused(404, `There is no script ${param}.`)
    return script
  }
  const needPrinter = (id: number) => {
    if (!database.prepare('SELECT 1 FROM printers WHERE id = ?').get(id))
      throw new Refused(400, `There is no printer ${id}.`, 'printerId')
  }

  return new Hono()
    .get('/:id', context => context.json(find(context.req.param('id'))))
    .post('/', async context => {
      const script = await bodyOf(context, New)
      needPrinter(script.printerId)
      const taken = scriptNamed(database, script.name)
      if (taken)
        throw new Refused(
          409,
          `“${taken.name}” is already the name of ${taken.printer}’s ${momentWords[taken.moment]}.`,
          'name',
        )
      return context.json(scriptById(database, addScript(database, script, now())), 201)
    })
    .put('/:id', async context => {
      const { id } = find(context.req.param('id'))
      const change = await bodyOf(context, Change)
      needPrinter(change.printerId)
      const outcome = saveScript(database, id, change, now())
      if (outcome === 'stale')
        throw new Refused(
          409,
          'This script was saved elsewhere in the meantime. Save yours under another name, or open it afresh.',
          'base',
        )
      return context.json(find(String(id)))
    })
}
