// /api/along: the whole shelf, or one printer, taken along as a file and brought in again; and the backups.
import { join } from 'node:path'
import { type Context, Hono } from 'hono'
import * as v from 'valibot'
import { nameKey } from '../../core/model/script.ts'
import { bring, compareAlong, Decision } from '../along/bring.ts'
import { gather } from '../along/gather.ts'
import { type Along, pack, unpack } from '../along/layout.ts'
import { allBackups, backUp } from '../backups.ts'
import type { Database } from '../database.ts'
import { bodyOf, Refused } from '../requests.ts'
import { emptyAll, restore } from '../restore.ts'
import { allThings } from '../things.ts'

const Decisions = v.pipe(v.string(), v.parseJson(), v.record(v.string(), Decision))
const Restore = v.strictObject({ file: v.string() })

/** What stays when a shelf is emptied: a rehearsal needs materials and jobs. */
const staying = ['materials', 'jobs', 'remembered']

export function alongRoutes(database: Database, backups: string, now: () => string): Hono {
  const zip = (context: Context, along: Along, name: string) => {
    context.header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
    return context.body(new Uint8Array(pack(along)), 200, { 'content-type': 'application/zip' })
  }
  /** The form's file, unpacked, and what was decided of it. */
  const formOf = async (context: Context): Promise<{ along: Along; decisions: v.InferOutput<typeof Decisions> }> => {
    const { file, decisions = '{}' } = await context.req.parseBody()
    if (!(file instanceof Blob)) throw new Refused(400, 'The request has no file.', 'file')
    const found = unpack(new Uint8Array(await file.arrayBuffer()))
    if (!found.ok) throw new Refused(400, found.why, 'file')
    const decided = v.safeParse(Decisions, decisions)
    if (!decided.success) throw new Refused(400, 'The decisions don’t fit.', 'decisions')
    return { along: found.along, decisions: decided.output }
  }
  return new Hono()
    .get('/shelf.zip', context => zip(context, gather(database), 'warm prelude shelf.zip'))
    .get('/printers/:id', context => {
      const along = gather(database, Number(context.req.param('id')))
      const [printer] = along.printers
      if (!printer) throw new Refused(404, `There is no printer ${context.req.param('id')}.`)
      return zip(context, along, `${printer.name}.zip`)
    })
    .post('/look', async context => context.json(compareAlong(database, (await formOf(context)).along)))
    .post('/bring', async context => {
      const { along, decisions } = await formOf(context)
      const known = new Set(
        [...along.printers, ...allThings(database, 'printers').map(({ data }) => data)].map(({ name }) =>
          nameKey(name),
        ),
      )
      const lost = along.scripts.find(({ printer }) => !known.has(nameKey(printer)))
      if (lost)
        throw new Refused(400, `“${lost.name}” is for ${lost.printer}, which is neither here nor in the file.`, 'file')
      const backup = backUp(database, backups, 'before-import', now())
      bring(database, along, decisions, now())
      return context.json({ backup })
    })
    .post('/empty', context => {
      const backup = backUp(database, backups, 'before-emptying', now())
      database.transaction(() => emptyAll(database, staying))()
      return context.json({ backup })
    })
    .get('/backups', context => context.json(allBackups(backups)))
    .post('/restore', async context => {
      const { file } = await bodyOf(context, Restore)
      if (!allBackups(backups).some(each => each.file === file)) throw new Refused(404, 'There is no such backup.')
      const backup = backUp(database, backups, 'before-restoring', now())
      restore(database, join(backups, file))
      return context.json({ backup })
    })
}
