// Reads the demo printers, materials, jobs and scripts from this folder, each through its schema.
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as v from 'valibot'
import { Job } from '../src/core/model/job.ts'
import { Material } from '../src/core/model/material.ts'
import { Moment } from '../src/core/model/moment.ts'
import { Printer } from '../src/core/model/printer.ts'
import { Trial } from '../src/core/model/trial.ts'

const here = dirname(fileURLToPath(import.meta.url))

const readJson = (path: string): unknown => JSON.parse(readFileSync(join(here, path), 'utf8'))

function readFolder<T extends v.GenericSchema>(folder: string, schema: T): v.InferOutput<T>[] {
  const files = readdirSync(join(here, folder)).filter(name => name.endsWith('.json'))
  return files.sort().map(file => v.parse(schema, readJson(join(folder, file))))
}

const days = v.pipe(v.number(), v.minValue(0))
/** A file holds the newest text; `earlier` ones come before it, `variants` stand beside it, and a trial says of which it is. */
const Index = v.array(
  v.object({
    file: v.string(),
    name: v.string(),
    printer: v.string(),
    moment: Moment,
    note: v.string(),
    stock: v.optional(v.boolean(), false),
    daysAgo: v.optional(days, 0),
    earlier: v.optional(v.array(v.object({ file: v.string(), note: v.string(), daysAgo: days })), []),
    variants: v.optional(v.array(v.object({ file: v.string(), name: v.string(), note: v.string() })), []),
    trials: v.optional(v.array(v.object({ revision: v.number(), daysAgo: days, ...Trial.entries })), []),
  }),
)

type Told = { text: string; note: string; daysAgo: number }
export type DemoScript = {
  name: string
  printer: string
  moment: Moment
  note: string
  text: string
  stock: boolean
  daysAgo: number
  earlier: Told[]
  variants: { name: string; text: string; note: string }[]
  trials: { revision: number; daysAgo: number; trial: Trial }[]
}

/** What a machine keeps on its card or its small computer, or says of itself, as files of `machines/NAME`. */
export function demoFiles(printer: string): { name: string; text: string }[] {
  const folder = join(here, 'machines', printer.toLowerCase())
  const names = existsSync(folder) ? readdirSync(folder).sort() : []
  return names.map(name => ({ name, text: readFileSync(join(folder, name), 'utf8') }))
}

const config = 'printer.cfg'
function withFiles(printer: Printer): Printer {
  const files = demoFiles(printer.name)
  if (printer.firmware.family === 'macro-file') return { ...printer, macroFiles: files }
  if (printer.firmware.family !== 'host') return printer
  return {
    ...printer,
    macros: files.find(({ name }) => name === config)?.text ?? '',
    configFiles: files.filter(({ name }) => name !== config),
  }
}

/** In the order in which they stand on the shelf. */
export const demoPrinters = (): Printer[] => {
  const order = ['Dunlin', 'Turnstone', 'Curlew', 'Sanderling', 'Oystercatcher', 'Avocet', 'Phalarope', 'Shelduck']
  return readFolder('printers', Printer)
    .map(withFiles)
    .sort((a, b) => order.indexOf(a.name) - order.indexOf(b.name))
}

export const demoMaterials = (): Material[] => readFolder('materials', Material)

/** Small first: it is what everything is rehearsed for unless said otherwise. */
export const demoJobs = (): Job[] => {
  const order = [
    'small',
    'tall',
    'full-bed',
    'two-tool',
    'right-tool',
    'name-plate',
    'striped-cup',
    'chequered-post',
    'faded-vase',
  ]
  return readFolder('jobs', Job).sort((a, b) => order.indexOf(a.name) - order.indexOf(b.name))
}

const readScript = (file: string): string => readFileSync(join(here, 'scripts', file), 'utf8')

export const demoScripts = (): DemoScript[] =>
  v.parse(Index, readJson('scripts/index.json')).map(({ file, earlier, variants, trials, ...script }) => ({
    ...script,
    text: readScript(file),
    earlier: earlier.map(({ file: its, ...told }) => ({ ...told, text: readScript(its) })),
    variants: variants.map(({ file: its, ...variant }) => ({ ...variant, text: readScript(its) })),
    trials: trials.map(({ revision, daysAgo, ...trial }) => ({ revision, daysAgo, trial })),
  }))

export const demoRefrains = (): { name: string; text: string; note: string }[] =>
  v.parse(v.array(v.object({ name: v.string(), text: v.string(), note: v.string() })), readJson('refrains.json'))
