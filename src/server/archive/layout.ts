// The file format of an exported shelf: a .zip of JSON and .gcode files, a folder for each script, in an order that
// does not depend on the machine.
import { strToU8, type Zippable, zipSync } from 'fflate'
import * as v from 'valibot'
import { CameFrom } from '../../core/model/came-from.ts'
import { Job } from '../../core/model/job.ts'
import { Material } from '../../core/model/material.ts'
import { Moment } from '../../core/model/moment.ts'
import { count, isoTime, listOf, plainName, plainText } from '../../core/model/pieces.ts'
import { Printer } from '../../core/model/printer.ts'
import { Note, nameKey, ScriptName, ScriptText } from '../../core/model/script.ts'
import { TaughtCommand } from '../../core/model/taught.ts'
import { Picture, Trial } from '../../core/model/trial.ts'
import { Vocabulary } from '../../core/model/vocabulary.ts'
import { RefrainName, RefrainText } from '../../core/script/refrains.ts'

/** Limit for revision numbers. */
const RevisionNumber = v.pipe(count, v.maxValue(1_000_000))
const Born = v.nullable(v.object({ variant: ScriptName, number: RevisionNumber }))

/** Revisions in ascending order, without duplicates. */
const revisionsOf = <T extends v.GenericSchema<string, string>>(text: T) =>
  v.pipe(
    listOf(v.object({ number: RevisionNumber, note: Note, createdAt: isoTime, text }), 100_000),
    v.minLength(1),
    v.check(
      revisions => revisions.every((revision, i) => Number(revision.number) > Number(revisions[i - 1]?.number ?? 0)),
      'revisions come in the order of their numbers, none of them twice',
    ),
  )

/** No two items of a kind have the same name, compared as people do. */
const eachOnce = <S extends v.GenericSchema<unknown, { name: string; family?: string }>>(item: S, max: number) =>
  v.pipe(
    listOf(item, max),
    v.check(
      things => new Set(things.map(({ name, family = '' }) => `${family} ${nameKey(name)}`)).size === things.length,
      'two of them have the same name',
    ),
  )

export const ArchiveScript = v.object({
  name: ScriptName,
  printer: plainName('a printer'),
  moment: Moment,
  /** For a config or macro file, its name on the machine. */
  file: v.optional(v.nullable(plainText(200)), null),
  createdAt: isoTime,
  /** The original, if the script was carried over. */
  cameFrom: v.optional(v.nullable(CameFrom), null),
  /** The variant to switch back to after the next print, by name. */
  backTo: v.nullable(ScriptName),
  variants: v.pipe(
    eachOnce(
      v.object({
        name: ScriptName,
        stock: v.boolean(),
        inUse: v.boolean(),
        bornOf: Born,
        revisions: revisionsOf(ScriptText),
      }),
      10_000,
    ),
    v.minLength(1),
    v.check(variants => variants.filter(({ inUse }) => inUse).length === 1, 'just one variant is in use'),
  ),
  trials: listOf(
    v.object({
      variant: ScriptName,
      number: RevisionNumber,
      madeAt: isoTime,
      data: Trial,
      /** JPEG in base 64. */
      picture: v.nullable(Picture),
    }),
    100_000,
  ),
})
export type ArchiveScript = v.InferOutput<typeof ArchiveScript>

export const ArchiveRefrain = v.object({
  name: RefrainName,
  createdAt: isoTime,
  revisions: revisionsOf(RefrainText),
})
export type ArchiveRefrain = v.InferOutput<typeof ArchiveRefrain>

/** A whole shelf, or one printer with everything that belongs to it. */
export const Archive = v.object({
  printers: eachOnce(Printer, 10_000),
  materials: eachOnce(Material, 10_000),
  jobs: eachOnce(Job, 10_000),
  vocabularies: eachOnce(Vocabulary, 10_000),
  taught: eachOnce(TaughtCommand, 10_000),
  refrains: eachOnce(ArchiveRefrain, 10_000),
  scripts: eachOnce(ArchiveScript, 100_000),
})
export type Archive = v.InferOutput<typeof Archive>

const head = { format: 'warm-prelude shelf', version: 1 }
/**
 * Kinds whose order on the shelf matters, which files don't preserve: the first job, for example, is the default for
 * rehearsals.
 */
const ordered = ['printers', 'materials', 'jobs', 'vocabularies', 'scripts'] as const
const Names = listOf(plainText(120), 100_000)
export const Order = v.object({ printers: Names, materials: Names, jobs: Names, vocabularies: Names, scripts: Names })
export const Head = v.object({ format: v.literal(head.format), version: v.literal(head.version), order: Order })

/** A fixed time for all files, so that equal shelves give equal bytes. */
const when = new Date('2000-01-01T00:00:00Z')

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`
export const byName = <T extends { name: string }>(things: readonly T[]): T[] =>
  [...things].sort((a, b) => (nameKey(a.name) < nameKey(b.name) ? -1 : 1))

/** Names that some systems reserve for devices. */
const reserved = /^(?:con|prn|aux|nul|com\d|lpt\d)(?:\.|$)/i

function bareName(name: string): string {
  const plain = name
    .replace(/[\\/:*?"<>|\p{Cc}]/gu, '-')
    .replace(/^\.+/, '-')
    .trim()
  const ended = plain.endsWith('.') ? `${plain.slice(0, -1)}-` : plain
  return reserved.test(ended) ? `${ended}-` : ended
}

/** Folder names: without characters that file systems reject; duplicates get a number. */
class Folders {
  private readonly taken = new Set<string>()
  path(parent: string, name: string, ending = ''): string {
    const bare = bareName(name)
    for (let i = 1; ; i++) {
      const path = `${parent}${bare}${i === 1 ? '' : ` ${i}`}${ending}`
      if (this.taken.has(path.toLowerCase())) continue
      this.taken.add(path.toLowerCase())
      return path
    }
  }
}

/** An item that can't be read. It is packed as stored, and not read back. */
export type LeftOut = { name: string; ending: '.json' | '.gcode'; text: string }

/** Packs a shelf into a .zip; equal shelves give equal bytes. */
export function pack(archive: Archive, leftOut: readonly LeftOut[] = []): Uint8Array {
  const { printers, materials, jobs, vocabularies, taught, refrains, scripts } = archive
  const order = Object.fromEntries(ordered.map(kind => [kind, archive[kind].map(({ name }) => name)]))
  const files: Record<string, string | Uint8Array> = { 'shelf.json': json({ ...head, order }) }
  const folders = new Folders()
  const simple: [string, readonly { name: string }[]][] = [
    ['printers/', printers],
    ['materials/', materials],
    ['jobs/', jobs],
    ['vocabularies/', vocabularies],
  ]
  for (const [folder, things] of simple)
    for (const entry of byName(things)) files[folders.path(folder, entry.name, '.json')] = json(entry)
  files['taught-commands.json'] = json(
    [...taught].sort((a, b) => (`${a.family} ${a.name}` < `${b.family} ${b.name}` ? -1 : 1)),
  )
  const putRevisions = (folder: string, revisions: ArchiveRefrain['revisions']) =>
    revisions.map(({ text, ...revision }) => {
      const file = `${folder}/${String(revision.number).padStart(4, '0')}.gcode`
      files[file] = text
      return { ...revision, file }
    })
  for (const { revisions, ...refrain } of byName(refrains)) {
    const folder = folders.path('refrains/', refrain.name)
    files[`${folder}/refrain.json`] = json({ ...refrain, revisions: putRevisions(folder, revisions) })
  }
  for (const { variants, trials, ...script } of byName(scripts)) {
    const folder = folders.path('scripts/', `${script.printer}, ${script.name}`)
    const own = variants.map(({ revisions, ...variant }) => ({
      ...variant,
      revisions: putRevisions(folders.path(`${folder}/`, variant.name), revisions),
    }))
    const seen = trials.map(({ picture, ...trial }, i) => {
      if (picture === null) return { ...trial, picture: null }
      const file = `${folder}/trial ${i + 1}.jpg`
      files[file] = new Uint8Array(Buffer.from(picture, 'base64'))
      return { ...trial, picture: file }
    })
    files[`${folder}/script.json`] = json({ ...script, variants: own, trials: seen })
  }
  for (const { name, ending, text } of leftOut) files[folders.path('left out/', name, ending)] = text
  const zipped: Zippable = {}
  for (const path of Object.keys(files).sort()) {
    const content = files[path] as string | Uint8Array
    // Texts are compressed, pictures are already.
    zipped[path] = [
      typeof content === 'string' ? strToU8(content) : content,
      { mtime: when, level: typeof content === 'string' ? 6 : 0 },
    ]
  }
  return zipSync(zipped, { mtime: when })
}
