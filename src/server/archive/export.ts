// Collects the shelf for an archive: everything, or one printer with everything that belongs to it.
import { read } from '../../core/gcode/read.ts'
import { nameKey } from '../../core/model/script.ts'
import { refrainsIn } from '../../core/script/refrain-marks.ts'
import { allEntries } from '../catalog.ts'
import type { Database } from '../database.ts'
import { savedOrigin } from '../origins.ts'
import { allTaught } from '../routes/taught.ts'
import { allTexts } from '../scripts.ts'
import { pictureOf, trialsOf } from '../trials.ts'
import { allUnreadable } from '../unreadable.ts'
import { revisionsOf, variantsOf } from '../variants.ts'
import type { Archive, ArchiveRefrain, ArchiveScript, LeftOut } from './layout.ts'

type Row = {
  id: number
  name: string
  printer: string
  printerId: number
  moment: ArchiveScript['moment']
  file: string | null
  createdAt: string
  backTo: number | null
}

function scriptFrom(database: Database, { id, backTo, printerId: _, ...row }: Row): ArchiveScript {
  const from = savedOrigin(database, id)
  const [variants, revisions] = [variantsOf(database, id), revisionsOf(database, id)]
  const nameOf = (variantId: number) => variants.find(each => each.id === variantId)?.name ?? ''
  const placeOf = (revisionId: number) => {
    const revision = revisions.find(each => each.id === revisionId)
    return revision ? { variant: nameOf(revision.variantId), number: revision.number } : null
  }
  return {
    ...row,
    // Identities differ on a different shelf.
    cameFrom: from && { ...from, identity: '' },
    backTo: backTo === null ? null : nameOf(backTo),
    variants: variants.map(({ id: variantId, bornOf, ...variant }) => ({
      ...variant,
      bornOf: bornOf === null ? null : placeOf(bornOf),
      revisions: revisions
        .filter(each => each.variantId === variantId)
        .map(({ number, note, createdAt, text }) => ({ number, note, createdAt, text })),
    })),
    trials: trialsOf(database, id).map(({ id: trialId, revisionId, madeAt, data }) => ({
      ...(placeOf(revisionId) ?? { variant: '', number: 1 }),
      madeAt,
      data,
      picture: pictureOf(database, trialId)?.toString('base64') ?? null,
    })),
  }
}

function refrainsArchive(database: Database): ArchiveRefrain[] {
  const heads = database
    .prepare<[], { id: number; name: string; createdAt: string }>(
      'SELECT id, name, created_at AS createdAt FROM refrains WHERE binned_at IS NULL ORDER BY key',
    )
    .all()
  const revisions = database.prepare<[number], ArchiveRefrain['revisions'][number]>(
    'SELECT number, note, created_at AS createdAt, text FROM refrain_revisions WHERE refrain_id = ? ORDER BY number',
  )
  return heads.map(({ id, ...refrain }) => ({ ...refrain, revisions: revisions.all(id) }))
}

/** What an export of the whole shelf leaves out: items that can't be read, and the scripts of unreadable printers. */
export function gatherLeftOut(database: Database): LeftOut[] {
  const things = allUnreadable(database)
  const printers = new Map(things.flatMap(({ table, id, name }) => (table === 'printers' ? [[id, name] as const] : [])))
  const scripts = printers.size === 0 ? [] : allTexts(database).filter(({ printerId }) => printers.has(printerId))
  const list = things.map(({ table, name, why }) => `${table}: ${name}. ${why}`).join('\n')
  return things.length === 0
    ? []
    : [
        { name: 'why', ending: '.json', text: `${JSON.stringify(list.split('\n'), null, 2)}\n` },
        ...things.map(({ table, name, raw }): LeftOut => ({ name: `${table}, ${name}`, ending: '.json', text: raw })),
        ...scripts.map(
          ({ printerId, name, text }): LeftOut => ({
            name: `${printers.get(printerId)}, ${name}`,
            ending: '.gcode',
            text,
          }),
        ),
      ]
}

/** Items in the bin are not included. With a printer's id: that printer, its scripts, and the refrains in them. */
export function gather(database: Database, printerId: number | null = null): Archive {
  const rows = database
    .prepare<[], Row>(
      `SELECT s.id, s.name, p.name AS printer, p.id AS printerId, s.moment, s.file, s.created_at AS createdAt, s.back_to AS backTo
       FROM scripts s JOIN printers p ON p.id = s.printer_id WHERE s.binned_at IS NULL ORDER BY s.id`,
    )
    .all()
  const readable = new Set(allEntries(database, 'printers').map(({ id }) => id))
  const scripts = rows
    .filter(row => (printerId === null ? readable.has(row.printerId) : row.printerId === printerId))
    .map(row => scriptFrom(database, row))
  const printers = allEntries(database, 'printers').filter(({ id }) => printerId === null || id === printerId)
  const standing = new Set(
    scripts
      .flatMap(({ variants }) => variants.flatMap(({ revisions }) => revisions.at(-1)?.text ?? ''))
      .flatMap(text => (text.includes(';&') ? refrainsIn(read(text)).map(({ name }) => nameKey(name)) : [])),
  )
  const names = printers.map(({ data }) => data.name)
  const family = printers[0]?.data.firmware.family
  return {
    printers: printers.map(({ data }) => data),
    materials: allEntries(database, 'materials').map(({ data }) => data),
    jobs: allEntries(database, 'jobs').map(({ data }) => data),
    vocabularies: allEntries(database, 'vocabularies')
      .map(({ data }) => data)
      .filter(each => printerId === null || each.printers.some(name => names.includes(name))),
    taught: allTaught(database).filter(each => printerId === null || each.family === family),
    refrains: refrainsArchive(database).filter(({ name }) => printerId === null || standing.has(nameKey(name))),
    scripts,
  }
}
