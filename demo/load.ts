// Reads the demo printers, materials, jobs and scripts from this folder, each through its schema.
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as v from 'valibot'
import { Job } from '../src/core/model/job.ts'
import { Material } from '../src/core/model/material.ts'
import { Printer } from '../src/core/model/printer.ts'
import { Moment } from '../src/core/model/script.ts'

const here = dirname(fileURLToPath(import.meta.url))

const readJson = (path: string): unknown => JSON.parse(readFileSync(join(here, path), 'utf8'))

function readFolder<T extends v.GenericSchema>(folder: string, schema: T): v.InferOutput<T>[] {
  const files = readdirSync(join(here, folder)).filter(name => name.endsWith('.json'))
  return files.sort().map(file => v.parse(schema, readJson(join(folder, file))))
}

const Index = v.array(
  v.object({ file: v.string(), name: v.string(), printer: v.string(), moment: Moment, note: v.string() }),
)

export type DemoScript = { name: string; printer: string; moment: Moment; note: string; text: string }

/** In the order in which they stand on the shelf. */
export const demoPrinters = (): Printer[] => {
  const order = ['Dunlin', 'Turnstone', 'Curlew', 'Sanderling', 'Oystercatcher', 'Avocet', 'Phalarope', 'Shelduck']
  return readFolder('printers', Printer).sort((a, b) => order.indexOf(a.name) - order.indexOf(b.name))
}

export const demoMaterials = (): Material[] => readFolder('materials', Material)

/** Small first: it is what everything is rehearsed for unless said otherwise. */
export const demoJobs = (): Job[] => {
  const order = ['small', 'tall', 'full-bed', 'two-tool', 'right-tool']
  return readFolder('jobs', Job).sort((a, b) => order.indexOf(a.name) - order.indexOf(b.name))
}

export const demoScripts = (): DemoScript[] =>
  v
    .parse(Index, readJson('scripts/index.json'))
    .map(({ file, ...script }) => ({ ...script, text: readFileSync(join(here, 'scripts', file), 'utf8') }))
