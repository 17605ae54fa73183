// /api/archive: exports the shelf or one printer, imports a file, and lists and restores backups.
import { type Context, Hono } from 'hono'
import * as v from 'valibot'
import { Decision, type Decisions } from '../archive/import.ts'
import { allBackups } from '../backups.ts'
import { Refused, shelfTooLarge, takes } from '../requests.ts'
import { TookTooMuch } from '../work/pool.ts'
import type { ShelfWork } from '../work/whole-shelf.ts'

const Decided = v.pipe(v.string(), v.parseJson(), v.record(v.string(), Decision))
const Restore = v.strictObject({ file: v.string() })

/** Refuses a file that exceeds a thread's limits. */
const tooMuch = (error: Error): never => {
  throw error instanceof TookTooMuch ? new Refused(413, error.message, 'file') : error
}

/** A body that claims to be a form. */
async function formIn(context: Context) {
  try {
    return await context.req.parseBody()
  } catch (error) {
    if ((error as Error).name === 'BodyLimitError') throw new Refused(413, shelfTooLarge)
    throw new Refused(400, 'The form can’t be read.', 'file')
  }
}

/** The file and the decisions in the form. */
async function shelfIn(context: Context): Promise<{ zip: Uint8Array; decisions: Decisions }> {
  if (!context.req.header('content-type')?.startsWith('multipart/form-data'))
    throw new Refused(415, 'A shelf is sent as a form with its file (multipart/form-data).', 'file')
  const { file, decisions = '{}' } = await formIn(context)
  if (!(file instanceof Blob)) throw new Refused(400, 'The request has no file.', 'file')
  const decided = v.safeParse(Decided, decisions)
  if (!decided.success) throw new Refused(400, 'The decisions are not valid.', 'decisions')
  return { zip: new Uint8Array(await file.arrayBuffer()), decisions: decided.output }
}

export function archiveRoutes(backups: string, now: () => string, whole: ShelfWork) {
  const packed = async (context: Context, printerId: number | null) => {
    const found = await whole.pack(printerId)
    if (!found) throw new Refused(404, `There is no printer ${context.req.param('id')}.`)
    const name = printerId === null ? 'warm prelude shelf.zip' : `${found.printer}.zip`
    context.header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
    return context.body(found.zip, 200, { 'content-type': 'application/zip' })
  }
  return new Hono()
    .get('/shelf.zip', context => packed(context, null))
    .get('/printers/:id', context => packed(context, Number(context.req.param('id'))))
    .post('/look', async context => {
      const { zip } = await shelfIn(context)
      return context.json(await whole.compare(zip).catch(tooMuch))
    })
    .post('/import', async context => {
      const { zip, decisions } = await shelfIn(context)
      return context.json({ backup: await whole.importShelf(zip, decisions, now()).catch(tooMuch) })
    })
    .post('/empty', async context => context.json({ backup: await whole.empty(now()) }))
    .get('/backups', context => context.json(allBackups(backups)))
    .post('/restore', takes(Restore), async context => {
      const { file } = context.req.valid('json')
      if (!allBackups(backups).some(each => each.file === file)) throw new Refused(404, 'There is no such backup.')
      return context.json({ backup: await whole.restore(file, now()) })
    })
}
