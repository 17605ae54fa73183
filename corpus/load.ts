// The scripts of the corpus with what is said of them, and what each is rehearsed for.
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import * as v from 'valibot'
import { demoJobs, demoMaterials, demoPrinters } from '../demo/load.ts'
import { Moment } from '../src/core/model/moment.ts'
import { Printer } from '../src/core/model/printer.ts'
import type { RehearsalInput } from '../src/core/round.ts'

const folder = dirname(fileURLToPath(import.meta.url))

/** A block of a file: its name, a wish a line, and the script behind them. */
export type Case = { file: string; name: string; wishes: string[]; text: string }

export const corpusCases: readonly Case[] = readdirSync(folder)
  .filter(file => file.endsWith('.cases'))
  .flatMap(file =>
    readFileSync(join(folder, file), 'utf8')
      .split(/^=== /m)
      .slice(1)
      .map(block => {
        const at = block.indexOf('\n---\n')
        const [name = '', ...wishes] = block.slice(0, at).split('\n')
        return { file, name, wishes: wishes.filter(Boolean), text: block.slice(at + 5) }
      }),
  )

const named = <T extends { name: string }>(all: readonly T[], name: string): T => {
  const found = all.find(each => each.name.toLowerCase() === name.toLowerCase())
  if (!found) throw new Error(`the demo data has no ${name}`)
  return found
}

export function inputOf({ wishes }: Case): RehearsalInput {
  const of = (key: string, standard: string) =>
    wishes.find(wish => wish.startsWith(`${key} `))?.slice(key.length + 1) ?? standard
  const job = named(demoJobs(), of('job', 'small'))
  const materials = job.materials.map(name => named(demoMaterials(), name))
  const material = materials[job.firstTool] ?? materials[0]
  if (!material) throw new Error('a job without a material')
  const printer = v.parse(Printer, {
    ...named(demoPrinters(), of('printer', 'Dunlin')),
    ...JSON.parse(of('with', '{}')),
  })
  return { printer, job, material, materials, moment: v.parse(Moment, of('moment', 'start')) }
}
