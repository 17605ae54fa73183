// Reads the terminal's input: script files, demo data by name, JSON files in our format.
import { existsSync, readFileSync } from 'node:fs'
import { basename } from 'node:path'
import * as v from 'valibot'
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../demo/load.ts'
import { decodeScript } from '../core/gcode/decode.ts'
import type { GivenFile, PassedOver } from '../core/learn/learn.ts'
import { fitsPrinter, MachineState } from '../core/machine/state.ts'
import { sentenceOf } from '../core/model/issues.ts'
import { Job, ofFirstTool } from '../core/model/job.ts'
import type { Moment } from '../core/model/moment.ts'
import { Printer } from '../core/model/printer.ts'
import type { Scripts } from '../core/print/situation.ts'
import type { RehearsalInput } from '../core/round.ts'
import { Refusal } from './arguments.ts'
import { shelfPrinter, shelfScript, shelfScripts } from './shelf.ts'

export function readScript(file: string): string {
  const kept = file.startsWith('shelf:') ? shelfScript(file.slice('shelf:'.length)) : null
  if (kept !== null) return kept
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

/** Reads files to learn from; files that are not text are reported with the reason. */
export function readGiven(paths: readonly string[]): { files: GivenFile[]; unreadable: PassedOver[] } {
  const files: GivenFile[] = []
  const unreadable: PassedOver[] = []
  for (const path of paths) {
    let bytes: Uint8Array
    try {
      bytes = readFileSync(path === '-' ? 0 : path)
    } catch (error) {
      const code = (error as NodeJS.ErrnoException).code
      throw new Refusal(code === 'ENOENT' ? `There is no file ${path}.` : `${path} can’t be read (${code}).`, 3)
    }
    const name = path === '-' ? 'standard input' : basename(path)
    const decoded = decodeScript(bytes)
    if (decoded.ok) files.push({ name, text: decoded.text })
    else unreadable.push({ file: name, line: null, why: decoded.why })
  }
  return { files, unreadable }
}

type Named = { name: string }

/** Finds demo data by name in any case, or reads a JSON file. */
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

type Wanted = {
  printer: string
  job: string
  moment: Moment
  from?: string | null
  config?: string | null
}

/** Builds the input from demo data, the person's own shelf, and files. */
export function readInput({
  printer: printerName,
  job: jobName,
  moment,
  from = null,
  config = null,
}: Wanted): RehearsalInput {
  const described = printerNamed(printerName)
  const printer = config === null ? described : { ...described, macros: readScript(config) }
  const job = find('job', jobName, demoJobs(), Job)
  return { ...inputFor(printer, job), moment, ...(from !== null && { from: readState(from, printer) }) }
}

/** A printer of the person's shelf, a demo printer, or one in a JSON file. */
export const printerNamed = (name: string): Printer =>
  shelfPrinter(name) ?? find('printer', name, demoPrinters(), Printer)
export const jobNamed = (name: string): Job => find('job', name, demoJobs(), Job)

/** A printer and a job with the job's materials. */
export function inputFor(printer: Printer, job: Job): Omit<RehearsalInput, 'moment'> {
  const known = demoMaterials()
  const materials = job.materials.map(wanted => {
    const material = known.find(each => each.name.toLowerCase() === wanted.toLowerCase())
    if (material) return material
    const names = known.map(each => each.name).join(', ')
    throw new Refusal(`The job uses the material “${wanted}”, which does not exist; there are ${names}.`, 3)
  })
  const material = ofFirstTool(job, materials)
  if (!material) throw new Refusal('The job has no material.', 3)
  return { printer, job, material, materials }
}

/** A state from an earlier answer, alone or with the rest of that answer. */
function readState(file: string, printer: Printer): MachineState {
  let json: unknown
  try {
    json = JSON.parse(readFileSync(file, 'utf8'))
  } catch (error) {
    throw new Refusal(`${file} is not JSON: ${(error as Error).message}.`, 3)
  }
  return stateFrom(json, printer, file)
}

export function stateFrom(json: unknown, printer: Printer, place: string): MachineState {
  const alone = typeof json === 'object' && json !== null && 'state' in json ? json.state : json
  const parsed = v.safeParse(MachineState, alone)
  if (!parsed.success) throw new Refusal(`${place} holds no state of a machine: ${sentenceOf(parsed.issues)}`, 3)
  const why = fitsPrinter(parsed.output, printer)
  if (why) throw new Refusal(why, 3)
  return parsed.output
}

/** The scripts of a whole print: those in files, otherwise the printer's scripts in use. */
export function readScripts(printer: string, files: Scripts): Scripts {
  const demo = demoScripts()
    .filter(each => each.printer.toLowerCase() === printer.toLowerCase())
    .toSorted((a, b) => b.daysAgo - a.daysAgo)
    .map(({ moment, text }) => [moment, text])
  const own = shelfScripts(printer) ?? Object.fromEntries(demo)
  const named = Object.entries(files).map(([moment, file]) => [moment, readScript(file)])
  return { ...own, ...Object.fromEntries(named) }
}
