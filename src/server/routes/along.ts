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

const File = v.pipe(v.string(), v.regex(/^[A-Za-z0-9+/]*=*$/, 'the file is to come in base 64'))
const Look = v.strictObject({ file: File })
const Bring = v.strictObject({ file: File, decisions: v.record(v.string(), Decision) })
const Restore = v.strictObject({ file: v.string() })

/** What stays when a shelf is emptied: a rehearsal needs materials and jobs. */
const staying = ['materials', 'jobs', 'remembered']

export function alongRoutes(database: Database, backups: string, now: () => string): Hono {
  const zip = (context: Context, along: Along, name: string) => {
    context.header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
    return context.body(new Uint8Array(pack(along)), 200, { 'content-type': 'application/zip' })
  }
  const unpacked = (file: string): Along => {
    const found = unpack(new Uint8Array(Buffer.from(file, 'base64')))
    if (!found.ok) throw new Refused(400, found.why, 'file')
    return found.along
  }
  return new Hono()
    .get('/shelf.zip', context => zip(context, gather(database), 'warm prelude shelf.zip'))
    .get('/printers/:id', context => {
      const along = gather(database, Number(context.req.param('id')))
      const [printer] = along.printers
      if (!printer) throw new Refused(404, `There is no printer ${context.req.param('id')}.`)
      return zip(context, along, `${printer.name}.zip`)
    })
    .post('/look', async context => {
      const { file } = await bodyOf(context, Look)
      return context.json(compareAlong(database, unpacked(file)))
    })
    .post('/bring', async context => {
      const { file, decisions } = await bodyOf(context, Bring)
      const along = unpacked(file)
      const known = new Set([...along.printers, ...gather(database).printers].map(({ name }) => nameKey(name)))
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
