// /api/archive: the whole shelf, or one printer, as a file; brought in again; and the backups.
import { type Context, Hono } from 'hono'
import * as v from 'valibot'
import { nameKey } from '../../core/model/script.ts'
import { bring, compareArchive, Decision } from '../archive/bring.ts'
import { gather } from '../archive/gather.ts'
import { type Archive, pack } from '../archive/layout.ts'
import { allBackups, backUp } from '../backups.ts'
import { allEntries } from '../catalog.ts'
import { type Database, writing } from '../database.ts'
import { bodyOf, Refused, shelfTooLarge } from '../requests.ts'
import { emptyAll, restore } from '../restore.ts'
import { TookTooMuch } from '../work/pool.ts'
import type { Work } from '../work/tasks.ts'

const Decisions = v.pipe(v.string(), v.parseJson(), v.record(v.string(), Decision))
const Restore = v.strictObject({ file: v.string() })

/** What stays when a shelf is emptied: a rehearsal needs materials and jobs. */
const staying = ['materials', 'jobs', 'remembered']

/** A file that takes too much is refused as one that is too large. */
const tooMuch = (error: Error): never => {
  throw error instanceof TookTooMuch ? new Refused(413, error.message, 'file') : error
}

/** A body that says it is a form, and may be none. */
async function formIn(context: Context) {
  try {
    return await context.req.parseBody()
  } catch (error) {
    if ((error as Error).name === 'BodyLimitError') throw new Refused(413, shelfTooLarge)
    throw new Refused(400, 'The form can’t be read.', 'file')
  }
}

export function archiveRoutes(database: Database, backups: string, now: () => string, work: Work): Hono {
  const zip = (context: Context, archive: Archive, name: string) => {
    context.header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
    return context.body(new Uint8Array(pack(archive)), 200, { 'content-type': 'application/zip' })
  }
  /** The form's file, unpacked, and what was decided of it. */
  const formOf = async (
    context: Context,
  ): Promise<{ archive: Archive; decisions: v.InferOutput<typeof Decisions> }> => {
    if (!context.req.header('content-type')?.startsWith('multipart/form-data'))
      throw new Refused(415, 'A shelf is sent as a form with its file (multipart/form-data).', 'file')
    const { file, decisions = '{}' } = await formIn(context)
    if (!(file instanceof Blob)) throw new Refused(400, 'The request has no file.', 'file')
    const bytes = new Uint8Array(await file.arrayBuffer())
    const found = await work.unpack(bytes).catch(tooMuch)
    if (!found.ok) throw new Refused(400, found.why, 'file')
    const decided = v.safeParse(Decisions, decisions)
    if (!decided.success) throw new Refused(400, 'The decisions don’t fit.', 'decisions')
    return { archive: found.archive, decisions: decided.output }
  }
  return new Hono()
    .get('/shelf.zip', context => zip(context, gather(database), 'warm prelude shelf.zip'))
    .get('/printers/:id', context => {
      const archive = gather(database, Number(context.req.param('id')))
      const [printer] = archive.printers
      if (!printer) throw new Refused(404, `There is no printer ${context.req.param('id')}.`)
      return zip(context, archive, `${printer.name}.zip`)
    })
    .post('/look', async context => context.json(compareArchive(database, (await formOf(context)).archive)))
    .post('/bring', async context => {
      const { archive, decisions } = await formOf(context)
      const known = new Set(
        [...archive.printers, ...allEntries(database, 'printers').map(({ data }) => data)].map(({ name }) =>
          nameKey(name),
        ),
      )
      const lost = archive.scripts.find(({ printer }) => !known.has(nameKey(printer)))
      if (lost)
        throw new Refused(400, `“${lost.name}” is for ${lost.printer}, which is neither here nor in the file.`, 'file')
      const backup = backUp(database, backups, 'before-import', now())
      bring(database, archive, decisions, now())
      return context.json({ backup })
    })
    .post('/empty', context => {
      const backup = backUp(database, backups, 'before-emptying', now())
      writing(database, () => emptyAll(database, staying))
      return context.json({ backup })
    })
    .get('/backups', context => context.json(allBackups(backups)))
    .post('/restore', async context => {
      const { file } = await bodyOf(context, Restore)
      if (!allBackups(backups).some(each => each.file === file)) throw new Refused(404, 'There is no such backup.')
      return context.json({ backup: restore(database, backups, file, now()) })
    })
}
