// /api/scripts: reads, creates, saves, renames and deletes scripts; variants and history.

import { Hono } from 'hono'
import * as v from 'valibot'
import { CarryOptions } from '../../core/model/came-from.ts'
import { Moment, momentFacts } from '../../core/model/moment.ts'
import { count } from '../../core/model/pieces.ts'
import { Note, ScriptName, ScriptText } from '../../core/model/script.ts'
import type { SavedScript } from '../../core/model/stored.ts'
import { binThing } from '../bin.ts'
import { type Database, writing } from '../database.ts'
import { putText, writeBack } from '../documents.ts'
import { cameFrom, keepOrigin } from '../origins.ts'
import { Refused, takes } from '../requests.ts'
import { addScript, renameScript, saveScript, scriptById, scriptNamed } from '../scripts.ts'
import { trialsOf } from '../trials.ts'
import { addVariant, putInUse, renameVariant, revisionsOf, setStock, variantNamed, variantsOf } from '../variants.ts'

const Why = v.optional(Note, '')

/** The revision that a text was carried over from, with the options. */
const Origin = v.strictObject({ revisionId: count, asked: CarryOptions })

const New = v.strictObject({
  name: ScriptName,
  printerId: count,
  moment: Moment,
  text: ScriptText,
  note: Why,
  stock: v.optional(v.boolean(), false),
  /** The text as pasted, before it was changed; it becomes the first revision. */
  pasted: v.optional(v.nullable(ScriptText), null),
  cameFrom: v.optional(Origin),
})
const Change = v.strictObject({
  printerId: count,
  moment: Moment,
  text: ScriptText,
  note: Why,
  base: count,
  variant: v.optional(count),
  identity: v.pipe(v.string(), v.maxLength(80)),
  cameFrom: v.optional(Origin),
})
const Branch = v.strictObject({
  name: ScriptName,
  text: ScriptText,
  note: Why,
  bornOf: v.optional(v.nullable(count), null),
})
const Name = v.strictObject({ name: ScriptName })
const Stock = v.strictObject({ stock: v.boolean() })
const Use = v.strictObject({ variantId: count, forNextPrint: v.optional(v.boolean(), false) })

/** Limit of `GET /?ids=1,2`, which reads several scripts at once and leaves out those that are not on the shelf. */
const maxScripts = 2000

const gone = 'The script that you changed is no longer on the shelf. Save your text under a new name.'

/** Refuses a name that a different script has, ignoring case and spaces. */
export function needFreeName(database: Database, name: string, but: number | null = null): void {
  const taken = scriptNamed(database, name)
  if (taken && taken.id !== but)
    throw new Refused(
      409,
      `“${taken.name}” is already the name of ${taken.printer}’s ${momentFacts[taken.moment].script}.`,
      'name',
    )
}

export function scriptRoutes(database: Database, now: () => string) {
  const find = (param: string): SavedScript => {
    const script = /^\d+$/.test(param) ? scriptById(database, Number(param)) : undefined
    if (!script) throw new Refused(404, `There is no script ${param}.`)
    return script
  }
  const needPrinter = (id: number) => {
    if (!database.prepare('SELECT 1 FROM printers WHERE id = ? AND binned_at IS NULL').get(id))
      throw new Refused(400, `There is no printer ${id}.`, 'printerId')
  }
  const keepCameFrom = (id: number, { revisionId, asked }: v.InferOutput<typeof Origin>) => {
    const from = cameFrom(database, revisionId, asked)
    if (!from)
      throw new Refused(400, 'The script that this was carried over from is no longer on the shelf.', 'cameFrom')
    keepOrigin(database, id, from)
  }
  const findVariant = (scriptId: number, param: string | number) => {
    const variant = variantsOf(database, scriptId).find(({ id }) => String(id) === String(param))
    if (!variant) throw new Refused(404, `This script has no variant ${param}.`)
    return variant
  }
  const needFreeVariant = (scriptId: number, name: string, but: number | null) => {
    const taken = variantNamed(database, scriptId, name)
    if (taken && taken.id !== but)
      throw new Refused(409, `“${taken.name}” is already a variant of this script.`, 'name')
  }

  return new Hono()
    .get('/', context => {
      const ids = (context.req.query('ids') ?? '').split(',').filter(id => /^\d{1,15}$/.test(id))
      return context.json(ids.slice(0, maxScripts).flatMap(id => scriptById(database, Number(id)) ?? []))
    })
    .get('/:id', context => context.json(find(context.req.param('id'))))
    .get('/:id/story', context => {
      const script = find(context.req.param('id'))
      return context.json({
        script,
        variants: variantsOf(database, script.id),
        revisions: revisionsOf(database, script.id),
        trials: trialsOf(database, script.id),
      })
    })
    .post('/', takes(New), async context => {
      const script = context.req.valid('json')
      needPrinter(script.printerId)
      needFreeName(database, script.name)
      const { cameFrom: origin, ...rest } = script
      const id = writing(database, () => {
        const made = addScript(database, rest, now())
        if (origin) keepCameFrom(made, origin)
        return made
      })
      return context.json(scriptById(database, id), 201)
    })
    .put('/:id', takes(Change), async context => {
      const change = context.req.valid('json')
      const before = scriptById(database, Number(context.req.param('id')))
      if (!before) throw new Refused(404, gone, 'identity')
      const { id, name } = before
      needPrinter(change.printerId)
      if (before.file !== null && change.printerId !== before.printerId)
        throw new Refused(409, 'A config or macro file belongs to its printer. Copy its text instead.', 'printerId')
      const outcome = writing(database, () => {
        const { cameFrom: origin, ...rest } = change
        const saved = saveScript(database, id, rest, now())
        if (saved === 'saved') writeBack(database, id, now())
        if (saved === 'saved' && origin) keepCameFrom(id, origin)
        return saved
      })
      if (outcome === 'stale')
        throw new Refused(
          409,
          'This script was saved elsewhere in the meantime. Save yours under a new name, or reload the page.',
          'base',
        )
      if (outcome === 'gone') throw new Refused(409, gone, 'identity')
      if (outcome === 'stock')
        throw new Refused(
          409,
          `“${name}” is stock: it came with the printer. Save your change as a new variant.`,
          'stock',
        )
      return context.json(find(String(id)))
    })
    .put('/:id/name', takes(Name), async context => {
      const { id } = find(context.req.param('id'))
      const { name } = context.req.valid('json')
      needFreeName(database, name, id)
      renameScript(database, id, name)
      return context.json(find(String(id)))
    })
    .delete('/:id', context => {
      const { id, file, printerId } = find(context.req.param('id'))
      writing(database, () => {
        if (file !== null) putText(database, printerId, file, null, now())
        binThing(database, 'scripts', id, now())
      })
      return context.json({ id })
    })
    .post('/:id/variants', takes(Branch), async context => {
      const { id } = find(context.req.param('id'))
      const branch = context.req.valid('json')
      needFreeVariant(id, branch.name, null)
      addVariant(database, id, branch, now())
      writeBack(database, id, now())
      return context.json(find(String(id)), 201)
    })
    .put('/:id/variants/:variant/name', takes(Name), async context => {
      const { id } = find(context.req.param('id'))
      const variant = findVariant(id, context.req.param('variant'))
      const { name } = context.req.valid('json')
      needFreeVariant(id, name, variant.id)
      renameVariant(database, variant.id, name)
      return context.json(find(String(id)))
    })
    .put('/:id/variants/:variant/stock', takes(Stock), async context => {
      const { id } = find(context.req.param('id'))
      setStock(database, findVariant(id, context.req.param('variant')).id, context.req.valid('json').stock)
      return context.json(find(String(id)))
    })
    .delete('/:id/variants/:variant', context => {
      const script = find(context.req.param('id'))
      const { id, name, stock } = findVariant(script.id, context.req.param('variant'))
      if (id === script.variantId)
        throw new Refused(409, `“${name}” is in use. Put a different variant in use first.`, 'variant')
      if (id === script.backTo)
        throw new Refused(409, `“${name}” will be in use again after the next print.`, 'variant')
      if (stock) throw new Refused(409, `“${name}” is stock: it came with the printer.`, 'variant')
      binThing(database, 'variants', id, now())
      return context.json({ id })
    })
    .put('/:id/use', takes(Use), async context => {
      const { id } = find(context.req.param('id'))
      const { variantId, forNextPrint } = context.req.valid('json')
      putInUse(database, id, findVariant(id, variantId).id, forNextPrint)
      writeBack(database, id, now())
      return context.json(find(String(id)))
    })
}
