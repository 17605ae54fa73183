// /api/printers: create, change and delete. PUT /:id/firmware, …/macros and …/macro-files: confirmed firmware, and
// macros. …/other-firmware: different firmware, with scripts and macros adapted to it.
import { Hono } from 'hono'
import * as v from 'valibot'
import { refitted } from '../../core/carry/refitted.ts'
import { familyFacts } from '../../core/model/family.ts'
import { Moment } from '../../core/model/moment.ts'
import { count, listOf, plainText } from '../../core/model/pieces.ts'
import { Firmware, MacroFile, Printer } from '../../core/model/printer.ts'
import { nameKey, ScriptText } from '../../core/model/script.ts'
import { binThing } from '../bin.ts'
import { addEntry, allEntries, changeEntry, earlierOf } from '../catalog.ts'
import { type Database, writing } from '../database.ts'
import { documentName, syncDocuments } from '../documents.ts'
import { Refused, takes } from '../requests.ts'
import { addScript, allDocuments, saveScript, scriptById } from '../scripts.ts'
import { addVariant, variantNamed } from '../variants.ts'

const Macros = v.strictObject({
  macros: plainText(400_000),
})

const MacroFiles = v.strictObject({
  macroFiles: v.pipe(
    listOf(MacroFile, 500),
    v.check(
      files => new Set(files.map(({ name }) => nameKey(name))).size === files.length,
      'two macro files have the same name',
    ),
  ),
})

/** A printer's new firmware, and its scripts adapted to it. */
const OtherFirmware = v.strictObject({
  firmware: Firmware,
  scripts: listOf(v.strictObject({ id: count, base: count, identity: plainText(80), text: ScriptText }), 10_000),
  /** The printer's macros, written out as scripts. */
  macros: v.optional(listOf(v.strictObject({ name: plainText(100), moment: Moment, text: ScriptText }), 1000), []),
})

type CarriedScript = v.InferOutput<typeof OtherFirmware>['scripts'][number]

/** A script for a printer's new firmware: its next revision, or a new variant if it is stock. */
function carryTo(
  database: Database,
  printerId: number,
  script: CarriedScript,
  firmware: Printer['firmware'],
  now: string,
): void {
  const { id, base, identity, text } = script
  const saved = scriptById(database, id)
  if (!saved || saved.printerId !== printerId)
    throw new Refused(409, 'One of the scripts no longer belongs to this printer.', 'scripts')
  const to = `${familyFacts[firmware.family].name} ${firmware.version}`
  const note = `Carried over to ${to}.`
  if (saved.stock && text !== saved.text) {
    const name = `For ${to}`
    if (variantNamed(database, id, name))
      throw new Refused(409, `“${saved.name}” has a variant “${name}” already.`, 'scripts')
    addVariant(database, id, { name, text, note, bornOf: saved.revisionId }, now)
    return
  }
  const outcome = saveScript(database, id, { text, note, printerId, moment: saved.moment, base, identity }, now)
  if (outcome !== 'saved')
    throw new Refused(409, `“${saved.name}” was saved elsewhere in the meantime. Reload this page.`, 'scripts')
}

/** The note of a file's revision that was made with the printer. */
const changedWithPrinter = 'Changed on the printer’s own pages.'

export function printerRoutes(database: Database, now: () => string) {
  /** Changes one part of a printer only. */
  const change = (param: string, part: Partial<Printer> | ((was: Printer) => Printer)) => {
    const id = Number(param)
    const was = allEntries(database, 'printers').find(each => each.id === id)?.data
    if (!was) throw new Refused(404, `There is no printer ${param}.`)
    const printer = v.parse(Printer, typeof part === 'function' ? part(was) : { ...was, ...part })
    writing(database, () => {
      changeEntry(database, 'printers', id, printer, now())
      syncDocuments(database, id, now(), changedWithPrinter)
    })
    return { id, data: printer }
  }
  /** Refuses a name that a different printer has, ignoring case and spaces. */
  const needFreeName = (name: string, but: number | null) => {
    const taken = allEntries(database, 'printers').find(
      ({ id, data }) => id !== but && nameKey(data.name) === nameKey(name),
    )
    if (taken) throw new Refused(409, `There is a printer called “${taken.data.name}” already.`, 'name')
  }
  return new Hono()
    .post('/', takes(Printer), async context => {
      const printer = context.req.valid('json')
      needFreeName(printer.name, null)
      const id = writing(database, () => {
        const made = addEntry(database, 'printers', printer, now())
        syncDocuments(database, made, now(), 'As it came with the printer.')
        return made
      })
      return context.json({ id, data: printer }, 201)
    })
    .put('/:id', takes(Printer), async context => {
      const id = Number(context.req.param('id'))
      const printer = context.req.valid('json')
      needFreeName(printer.name, id)
      const before = allEntries(database, 'printers').find(each => each.id === id)?.data.name
      if (before === undefined) throw new Refused(404, `There is no printer ${context.req.param('id')}.`)
      writing(database, () => {
        changeEntry(database, 'printers', id, printer, now())
        syncDocuments(database, id, now(), changedWithPrinter)
        // Vocabularies refer to printers by name.
        for (const { id: its, data } of allEntries(database, 'vocabularies'))
          if (data.printers.includes(before)) {
            const printers = data.printers.map(name => (name === before ? printer.name : name))
            changeEntry(database, 'vocabularies', its, { ...data, printers } as { name: string }, now())
          }
      })
      return context.json({ id, data: printer })
    })
    .delete('/:id', context => {
      const id = Number(context.req.param('id'))
      const scripts = database
        .prepare('SELECT count(*) FROM scripts WHERE printer_id = ? AND file IS NULL')
        .pluck()
        .get(id)
      if (Number(scripts) > 0)
        throw new Refused(
          409,
          `It has ${scripts === 1 ? 'a script' : `${scripts} scripts`}, on the shelf or in the bin. Move them to a different printer or delete them first.`,
        )
      const gone = writing(database, () => {
        // Its config and macro files are deleted and restored with it.
        for (const doc of allDocuments(database).filter(({ printerId }) => printerId === id))
          binThing(database, 'scripts', doc.id, now())
        return binThing(database, 'printers', id, now())
      })
      if (!gone) throw new Refused(404, `There is no printer ${context.req.param('id')}.`)
      return context.json({ id })
    })
    .get('/:id/earlier', context => context.json(earlierOf(database, 'printers', Number(context.req.param('id')))))
    .put('/:id/firmware', takes(Firmware), async context => {
      const firmware = context.req.valid('json')
      return context.json(change(context.req.param('id'), { firmware }))
    })
    .put('/:id/other-firmware', takes(OtherFirmware), async context => {
      const { firmware, scripts, macros } = context.req.valid('json')
      const id = Number(context.req.param('id'))
      return context.json(
        writing(database, () => {
          const printer = change(context.req.param('id'), was => refitted(was, firmware))
          for (const script of scripts) carryTo(database, id, script, firmware, now())
          for (const { name, moment, text } of macros) {
            const note = `What the macro ${name} ran, for ${familyFacts[firmware.family].name} ${firmware.version}.`
            const free = documentName(database, printer.data.name, name)
            addScript(database, { name: free, printerId: id, moment, text, note }, now())
          }
          return printer
        }),
      )
    })
    .put('/:id/macros', takes(Macros), async context => {
      const { macros } = context.req.valid('json')
      return context.json(change(context.req.param('id'), { macros }))
    })
    .put('/:id/macro-files', takes(MacroFiles), async context => {
      const { macroFiles } = context.req.valid('json')
      return context.json(change(context.req.param('id'), { macroFiles }))
    })
}
