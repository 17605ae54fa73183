// Reads a shelf's .zip from any source: checks its size before unpacking, and its content before using it.
import { type UnzipFileInfo, unzipSync } from 'fflate'
import * as v from 'valibot'
import { sentenceOf } from '../../core/model/issues.ts'
import { nameKey } from '../../core/model/script.ts'
import { Archive, byName, Head, type Order } from './layout.ts'

export type Unpacked = { ok: true; archive: Archive } | { ok: false; why: string }

const maxFiles = 200_000
const maxBytes = 512 * 1024 * 1024
/** Limit for the compression ratio. Texts shrink to a tenth, or to a fiftieth if one line repeats. */
const maxTimes = 100
const always = 16 * 1024 * 1024

/** Why a .zip is not unpacked, by its table of contents; null if it may be. */
function tooMuchIn(bytes: Uint8Array): string | null {
  let [files, packed, unpacked] = [0, 0, 0]
  unzipSync(bytes, {
    filter: ({ size, originalSize }: UnzipFileInfo) => {
      files++
      packed += size
      unpacked += originalSize
      return false
    },
  })
  if (files > maxFiles) return `It has more than ${maxFiles.toLocaleString('en')} files in it.`
  if (packed > bytes.length) return 'Files overlap in it, so it is damaged.'
  return unpacked > maxBytes || unpacked > always + maxTimes * bytes.length
    ? 'It would unpack to far more than any shelf.'
    : null
}

/** A byte order mark belongs to the text. */
const decoder = new TextDecoder('utf-8', { ignoreBOM: true })

/** Says what is wrong, and in which file. Used within this file only. */
class Unfit extends Error {}

/** A file's name in a message; of a long one the end. */
const shortened = (path: string): string => (path.length > 80 ? `…${path.slice(-80)}` : path)

class Contents {
  constructor(private readonly files: Readonly<Record<string, Uint8Array>>) {}

  bytes(path: string): Uint8Array {
    const content = Object.hasOwn(this.files, path) ? this.files[path] : undefined
    if (!content) throw new Unfit(`${shortened(path)} can’t be read: it is missing.`)
    return content
  }

  text(path: string): string {
    return decoder.decode(this.bytes(path))
  }

  json(path: string): unknown {
    try {
      return JSON.parse(this.text(path))
    } catch (error) {
      throw error instanceof Unfit ? error : new Unfit(`${shortened(path)} can’t be read: it is not JSON.`)
    }
  }

  /** Reads a JSON file through a schema. */
  read<S extends v.GenericSchema>(path: string, schema: S): v.InferOutput<S> {
    const found = v.safeParse(schema, this.json(path), { abortEarly: true })
    if (!found.success) throw new Unfit(`${shortened(path)} does not fit: ${sentenceOf(found.issues)}`)
    return found.output
  }

  paths(folder: string, ending: string): string[] {
    return Object.keys(this.files).filter(path => path.startsWith(folder) && path.endsWith(ending))
  }
}

const FileName = v.pipe(v.string(), v.maxLength(2000))
const Files = v.looseObject({ revisions: v.array(v.looseObject({ file: FileName })) })
const ScriptFile = v.looseObject({
  variants: v.array(Files),
  trials: v.array(v.looseObject({ picture: v.nullable(FileName) })),
})

/** Items in the order of the shelf; items that the order does not name come last, by name. */
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

/** What is inconsistent in a script: variants or revisions that are referred to and missing. Null if nothing is. */
function lostIn(archive: Archive): string | null {
  for (const { name, variants, trials, backTo } of archive.scripts) {
    const known = new Set(
      variants.flatMap(variant => [
        variant.name,
        ...variant.revisions.map(({ number }) => `${variant.name} ${number}`),
      ]),
    )
    const references = [
      ...(backTo === null ? [] : [backTo]),
      ...variants.flatMap(({ bornOf }) => (bornOf ? [`${bornOf.variant} ${bornOf.number}`] : [])),
      ...trials.map(({ variant, number }) => `${variant} ${number}`),
    ]
    if (!references.every(each => known.has(each)))
      return `“${name}” refers to a variant or revision that is not in the file.`
  }
  return null
}

/** Reads a .zip; a sentence says what is wrong, and in which of its files. */
export function unpack(bytes: Uint8Array): Unpacked {
  let contents: Contents
  try {
    const tooMuch = tooMuchIn(bytes)
    if (tooMuch) return { ok: false, why: tooMuch }
    contents = new Contents(unzipSync(bytes))
  } catch {
    return { ok: false, why: 'This is not a .zip file, or it is incomplete.' }
  }
  try {
    const head = v.safeParse(Head, contents.json('shelf.json'))
    if (!head.success)
      return {
        ok: false,
        why: 'Its shelf.json says that it is not a shelf of Warm Prelude, or one of a newer version.',
      }
    const withTexts = (revisions: v.InferOutput<typeof Files>['revisions']) =>
      revisions.map(({ file, ...revision }) => ({ ...revision, text: contents.text(file) }))
    const all = (folder: string) => contents.paths(folder, '.json').map(path => contents.json(path))
    const whole = {
      printers: all('printers/'),
      materials: all('materials/'),
      jobs: all('jobs/'),
      vocabularies: all('vocabularies/'),
      taught: contents.json('taught-commands.json'),
      refrains: contents.paths('refrains/', '/refrain.json').map(path => {
        const refrain = contents.read(path, Files)
        return { ...refrain, revisions: withTexts(refrain.revisions) }
      }),
      scripts: contents.paths('scripts/', '/script.json').map(path => {
        const script = contents.read(path, ScriptFile)
        return {
          ...script,
          variants: script.variants.map(variant => ({ ...variant, revisions: withTexts(variant.revisions) })),
          trials: script.trials.map(trial => ({
            ...trial,
            picture: trial.picture === null ? null : Buffer.from(contents.bytes(trial.picture)).toString('base64'),
          })),
        }
      }),
    }
    const result = v.safeParse(Archive, whole, { abortEarly: true })
    if (!result.success) return { ok: false, why: `Something in it does not fit: ${sentenceOf(result.issues)}` }
    const lost = lostIn(result.output)
    return lost ? { ok: false, why: lost } : { ok: true, archive: inOrder(result.output, head.output.order) }
  } catch (error) {
    if (error instanceof Unfit) return { ok: false, why: error.message }
    throw error
  }
}
