// PUT /api/printers/:id/firmware, …/macros and …/macro-files: what a printer runs, as identified and confirmed, and its macros.
import { Hono } from 'hono'
import * as v from 'valibot'
import { Firmware, MacroFile, Printer } from '../../core/model/printer.ts'
import { nameKey } from '../../core/model/script.ts'
import type { Database } from '../database.ts'
import { bodyOf, Refused } from '../requests.ts'
import { changeThing } from '../things.ts'

const Macros = v.strictObject({
  macros: v.pipe(v.string(), v.maxLength(400_000, 'a config has at most 400,000 signs')),
})

const MacroFiles = v.strictObject({
  macroFiles: v.pipe(
    v.array(MacroFile),
    v.check(
      files => new Set(files.map(({ name }) => nameKey(name))).size === files.length,
      'two macro files have the same name',
    ),
  ),
})

export function printerRoutes(database: Database, now: () => string): Hono {
  /** Changes a part of a printer and nothing else of it. */
  const change = (param: string, part: Partial<Printer>) => {
    const id = Number(param)
    const row = database.prepare<[number], { data: string }>('SELECT data FROM printers WHERE id = ?').get(id)
    if (!row) throw new Refused(404, `There is no printer ${param}.`)
    const printer = v.parse(Printer, { ...JSON.parse(row.data), ...part })
    changeThing(database, 'printers', id, printer, now())
    return { id, data: printer }
  }
  return new Hono()
    .put('/:id/firmware', async context => {
      const firmware = await bodyOf(context, Firmware)
      return context.json(change(context.req.param('id'), { firmware }))
    })
    .put('/:id/macros', async context => {
      const { macros } = await bodyOf(context, Macros)
      return context.json(change(context.req.param('id'), { macros }))
    })
    .put('/:id/macro-files', async context => {
      const { macroFiles } = await bodyOf(context, MacroFiles)
      return context.json(change(context.req.param('id'), { macroFiles }))
    })
}
