// How a shelf lies in an open file: a .zip of JSON and .gcode, each script a folder, in an order that does not depend on the machine.
import { strToU8, unzipSync, type Zippable, zipSync } from 'fflate'
import * as v from 'valibot'
import { sentenceOf } from '../../core/model/issues.ts'
import { Job } from '../../core/model/job.ts'
import { Material } from '../../core/model/material.ts'
import { Printer } from '../../core/model/printer.ts'
import { Moment, nameKey, ScriptName } from '../../core/model/script.ts'
import { TaughtCommand } from '../../core/model/taught.ts'
import { Trial } from '../../core/model/trial.ts'
import { Vocabulary } from '../../core/model/vocabulary.ts'

const Count = v.pipe(v.number(), v.integer(), v.minValue(1))
const Revision = v.object({ number: Count, note: v.string(), createdAt: v.string(), text: v.string() })
const Born = v.nullable(v.object({ variant: v.string(), number: Count }))

export const ArchiveScript = v.object({
  name: ScriptName,
  printer: v.string(),
  moment: Moment,
  createdAt: v.string(),
  /** The variant to go back to after the next print, by name. */
  backTo: v.nullable(v.string()),
  variants: v.pipe(
    v.array(
      v.object({
        name: ScriptName,
        stock: v.boolean(),
        inUse: v.boolean(),
        bornOf: Born,
        revisions: v.pipe(v.array(Revision), v.minLength(1)),
      }),
    ),
    v.minLength(1),
    v.check(variants => variants.filter(({ inUse }) => inUse).length === 1, 'just one variant is in use'),
  ),
  trials: v.array(
    v.object({
      variant: v.string(),
      number: Count,
      madeAt: v.string(),
      data: Trial,
      /** JPEG in base 64. */
      picture: v.nullable(v.string()),
    }),
  ),
})
export type ArchiveScript = v.InferOutput<typeof ArchiveScript>

export const ArchiveRefrain = v.object({
  name: v.string(),
  createdAt: v.string(),
  revisions: v.pipe(v.array(Revision), v.minLength(1)),
})
export type ArchiveRefrain = v.InferOutput<typeof ArchiveRefrain>

/** A whole shelf, or one printer with all that belongs to it. */
export const Archive = v.object({
  printers: v.array(Printer),
  materials: v.array(Material),
  jobs: v.array(Job),
  vocabularies: v.array(Vocabulary),
  taught: v.array(TaughtCommand),
  refrains: v.array(ArchiveRefrain),
  scripts: v.array(ArchiveScript),
})
export type Archive = v.InferOutput<typeof Archive>

const head = { format: 'warm-prelude shelf', version: 1 }
/** What has an order of its own on the shelf, which files have not: the first job, say, is what everything is rehearsed for. */
const ordered = ['printers', 'materials', 'jobs', 'vocabularies', 'scripts'] as const
const Order = v.object({
  printers: v.array(v.string()),
  materials: v.array(v.string()),
  jobs: v.array(v.string()),
  vocabularies: v.array(v.string()),
  scripts: v.array(v.string()),
})
const Head = v.object({ format: v.literal(head.format), version: v.literal(head.version), order: Order })

/** The same moment for every file, so that the same shelf gives the same bytes. */
const when = new Date('2000-01-01T00:00:00Z')

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`
const byName = <T extends { name: string }>(things: readonly T[]): T[] =>
  [...things].sort((a, b) => (nameKey(a.name) < nameKey(b.name) ? -1 : 1))

/** Names as folders: without signs that a file system minds; what would be the same is numbered. */
class Folders {
  private readonly taken = new Set<string>()
  path(parent: string, name: string, ending = ''): string {
    const bare = name.replace(/[\\/:*?"<>|]/g, '-').replace(/^\.+|\.+$/g, '-')
    for (let i = 1; ; i++) {
      const path = `${parent}${bare}${i === 1 ? '' : ` ${i}`}${ending}`
      if (this.taken.has(path.toLowerCase())) continue
      this.taken.add(path.toLowerCase())
      return path
    }
  }
}

/** Puts a shelf into a .zip; equal shelves give equal bytes. */
export function pack(archive: Archive): Uint8Array {
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
  const zipped: Zippable = {}
  for (const path of Object.keys(files).sort()) {
    const content = files[path] as string | Uint8Array
    // A text goes in byte for byte; a picture is pressed already.
    zipped[path] = [
      typeof content === 'string' ? strToU8(content) : content,
      { mtime: when, level: typeof content === 'string' ? 6 : 0 },
    ]
  }
  return zipSync(zipped, { mtime: when })
}

/** A text may begin with a byte order mark, which belongs to it. */
const decoder = new TextDecoder('utf-8', { ignoreBOM: true })

export type Unpacked = { ok: true; archive: Archive } | { ok: false; why: string }

/** Things in the order that the shelf had; those that it does not name come last, by name. */
function inOrder(archive: Archive, order: v.InferOutput<typeof Order>): Archive {
  const sorted = <T extends { name: string }>(things: readonly T[], names: readonly string[]): T[] => {
    const places = new Map(names.map((name, i) => [nameKey(name), i]))
    const placeOf = ({ name }: T) => places.get(nameKey(name)) ?? names.length
    return byName(things).sort((a, b) => placeOf(a) - placeOf(b))
  }
  return {
    ...archive,
    printers: sorted(archive.printers, order.printers),
    materials: sorted(archive.materials, order.materials),
    jobs: sorted(archive.jobs, order.jobs),
    vocabularies: sorted(archive.vocabularies, order.vocabularies),
    scripts: sorted(archive.scripts, order.scripts),
  }
}

const inside = (path: string, folder: string): boolean => path.startsWith(folder) && path.endsWith('.json')

/** Reads such a .zip; a sentence says what is wrong with another, and in which of its files. */
export function unpack(bytes: Uint8Array): Unpacked {
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(bytes)
  } catch {
    return { ok: false, why: 'This is no .zip file, or it is cut off.' }
  }
  let now = 'shelf.json'
  const text = (path: string): string => {
    now = path
    const content = files[path]
    if (!content) throw new Error('it is not there')
    return decoder.decode(content)
  }
  const parsed = (path: string): Record<string, unknown> => JSON.parse(text(path)) as Record<string, unknown>
  type Listed = { file: string }
  const withTexts = (revisions: unknown) =>
    (revisions as Listed[]).map(({ file, ...revision }) => ({ ...revision, text: text(String(file)) }))
  try {
    const said = v.safeParse(Head, parsed('shelf.json'))
    if (!said.success)
      return { ok: false, why: 'It says in shelf.json that it is no shelf of ours, or one of a newer version.' }
    const all = (folder: string) =>
      Object.keys(files)
        .filter(path => inside(path, folder))
        .map(parsed)
    const scripts = Object.keys(files)
      .filter(path => path.startsWith('scripts/') && path.endsWith('/script.json'))
      .map(path => {
        const { variants, trials, ...script } = parsed(path)
        return {
          ...script,
          variants: (variants as { revisions: unknown }[]).map(variant => ({
            ...variant,
            revisions: withTexts(variant.revisions),
          })),
          trials: (trials as { picture: string | null }[]).map(trial => ({
            ...trial,
            picture: trial.picture === null ? null : Buffer.from(files[trial.picture] ?? []).toString('base64'),
          })),
        }
      })
    const refrains = Object.keys(files)
      .filter(path => path.startsWith('refrains/') && path.endsWith('/refrain.json'))
      .map(path => {
        const { revisions, ...refrain } = parsed(path)
        return { ...refrain, revisions: withTexts(revisions) }
      })
    const whole = {
      printers: all('printers/'),
      materials: all('materials/'),
      jobs: all('jobs/'),
      vocabularies: all('vocabularies/'),
      taught: parsed('taught-commands.json'),
      refrains,
      scripts,
    }
    const result = v.safeParse(Archive, whole)
    return result.success
      ? { ok: true, archive: inOrder(result.output, said.output.order) }
      : { ok: false, why: `Something in it does not fit: ${sentenceOf(result.issues)}` }
  } catch (error) {
    return { ok: false, why: `${now} can’t be read: ${(error as Error).message}.` }
  }
}
