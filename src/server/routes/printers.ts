// PUT /api/printers/:id/firmware: what a printer runs, as identified and confirmed by the person.
import { Hono } from 'hono'
import * as v from 'valibot'
import { Firmware, Printer } from '../../core/model/printer.ts'
import type { Database } from '../database.ts'
import { bodyOf, Refused } from '../requests.ts'

export function printerRoutes(database: Database, now: () => string): Hono {
  return new Hono().put('/:id/firmware', async context => {
    const firmware = await bodyOf(context, Firmware)
    const id = Number(context.req.param('id'))
    const row = database.prepare<[number], { data: string }>('SELECT data FROM printers WHERE id = ?').get(id)
    if (!row) throw new Refused(404, `There is no printer ${context.req.param('id')}.`)
    const printer = v.parse(Printer, { ...JSON.parse(row.data), firmware })
    database
      .prepare('UPDATE printers SET data = ?, changed_at = ? WHERE id = ?')
      .run(JSON.stringify(printer), now(), id)
    return context.json({ id, data: printer })
  })
}
