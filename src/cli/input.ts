// Where the terminal takes its input from: script files, demo things by name, JSON files in our open format.
import { existsSync, readFileSync } from 'node:fs'
import * as v from 'valibot'
import { demoJobs, demoMaterials, demoPrinters } from '../../demo/load.ts'
import { decodeScript } from '../core/gcode/decode.ts'
import { sentenceOf } from '../core/model/issues.ts'
import { Job } from '../core/model/job.ts'
import { Printer } from '../core/model/printer.ts'
import type { Moment } from '../core/model/script.ts'
import type { RehearsalInput } from '../core/round.ts'
import { Refusal } from './arguments.ts'

export function readScript(file: string): string {
  let bytes: Uint8Array
  try {
    bytes = readFileSync(file === '-' ? 0 : file)
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    throw new Refusal(code === 'ENOENT' ? `There is no file ${file}.` : `${file} can’t be read (${code}).`, 3)
  }
  const decoded = decodeScript(bytes)
  if (!decoded.ok) throw new Refusal(`${file === '-' ? 'Standard input' : file}: ${decoded.why}`, 3)
  return decoded.text
}

type Named = { name: string }

/** A demo thing by its name in any case, or one of the person's own from a JSON file. */
function find<T extends Named>(
  what: string,
  name: string,
  known: readonly T[],
  schema: v.GenericSchema<unknown, T>,
): T {
  const demo = known.find(each => each.name.toLowerCase() === name.toLowerCase())
  if (demo) return demo
  if (!existsSync(name)) {
    const names = known.map(each => each.name).join(', ')
    throw new Refusal(`There is no ${what} “${name}”: name one of ${names}, or a JSON file.`, 2)
  }
  let json: unknown
  try {
    json = JSON.parse(readFileSync(name, 'utf8'))
  } catch (error) {
    throw new Refusal(`${name} is not JSON: ${(error as Error).message}.`, 3)
  }
  const parsed = v.safeParse(schema, json)
  if (!parsed.success) throw new Refusal(`${name} is not a ${what} as we know it: ${sentenceOf(parsed.issues)}`, 3)
  return parsed.output
}

export function readSetting(asked: { printer: string; job: string; moment: Moment }): RehearsalInput {
  const printer = find('printer', asked.printer, demoPrinters(), Printer)
  const job = find('job', asked.job, demoJobs(), Job)
  const known = demoMaterials()
  const materials = job.materials.map(wanted => {
    const material = known.find(each => each.name.toLowerCase() === wanted.toLowerCase())
    if (material) return material
    const names = known.map(each => each.name).join(', ')
    throw new Refusal(`The job asks for the material “${wanted}”; we know ${names}.`, 3)
  })
  const [first] = materials
  const material = materials[job.firstTool] ?? first
  if (!material) throw new Refusal('The job names no material.', 3)
  return { printer, job, material, materials, moment: asked.moment }
}
