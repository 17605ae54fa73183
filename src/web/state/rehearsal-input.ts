// What a script is rehearsed for: what was chosen on the Desk, or what is usual where nobody has chosen.
import { openedBy } from '../../core/documents/opened.ts'
import { fitsPrinter, type Opened } from '../../core/machine/state.ts'
import { type Job, ofFirstTool } from '../../core/model/job.ts'
import type { Material } from '../../core/model/material.ts'
import type { Moment } from '../../core/model/moment.ts'
import type { Printer } from '../../core/model/printer.ts'
import { wordsFor } from '../../core/model/vocabulary.ts'
import type { RehearsalInput } from '../../core/round.ts'
import { jobFor } from '../../core/runs/fits.ts'
import type { Things } from './api.ts'
import type { Situation } from './situation.ts'

export type Chosen = {
  printerId: number
  moment: Moment
  materialName: string
  jobName: string
  /** Of a config or macro file: which, and what it is called with; empty for what is usual. */
  opened?: Opened | undefined
  /** The situation of a whole print that it is looked at in; the moment's usual one when absent. */
  situation?: Situation | undefined
}

/** The material that a job begins with, or whatever there is. */
export function materialFor(job: Job | undefined, materials: readonly Material[]): string {
  const wanted = job && ofFirstTool(job, job.materials)
  return materials.find(({ name }) => name === wanted)?.name ?? materials[0]?.name ?? ''
}

/** Where nobody has chosen: the first job, or for a change the first that changes tools, and its material. */
export function usualChosen({ printerId, moment }: Pick<Chosen, 'printerId' | 'moment'>, things: Things): Chosen {
  const printer = things.printers.find(({ id }) => id === printerId)?.data
  const jobs = things.jobs.map(({ data }) => data)
  const job = printer ? jobFor(jobs, printer, moment) : jobs[0]
  const materials = things.materials.map(({ data }) => data)
  return { printerId, moment, jobName: job?.name ?? '', materialName: materialFor(job, materials) }
}

/** What a script on the shelf is rehearsed for when nobody has chosen; null where a printer, a job or a material is lacking. */
export const usualSetting = (
  script: Pick<Chosen, 'printerId' | 'moment'> & { file?: string | null },
  things: Things,
): RehearsalInput | null =>
  madeSetting(things, {
    ...usualChosen(script, things),
    // A config or macro file is rehearsed by a call of what is in it.
    ...(typeof script.file === 'string' && { opened: openedBy(script.file) }),
  })

/** The last one is the same object for as long as nothing of it changes. */
let latest: { things: Things | null; chosen: Chosen | null; setting: RehearsalInput | null } = {
  things: null,
  chosen: null,
  setting: null,
}

/** What was chosen is rehearsed for; null until all of it is known. */
export function settingOf(things: Things | null, chosen: Chosen): RehearsalInput | null {
  if (things !== latest.things || chosen !== latest.chosen)
    latest = { things, chosen, setting: things && madeSetting(things, chosen) }
  return latest.setting
}

function madeSetting(things: Things, chosen: Chosen): RehearsalInput | null {
  const printer = things.printers.find(({ id }) => id === chosen.printerId)?.data
  const named = (wanted: string) => things.materials.find(({ data }) => data.name === wanted)?.data
  const material = named(chosen.materialName)
  const job = things.jobs.find(({ data }) => data.name === chosen.jobName)?.data
  if (!printer || !material || !job) return null
  const own = job.materials.flatMap(name => named(name) ?? [])
  return {
    printer,
    material,
    materials: job.materials.length > 1 && own.length === job.materials.length ? own : undefined,
    job,
    moment: chosen.moment,
    ...(chosen.opened && { opened: chosen.opened }),
    ...(chosen.situation && situationOn(chosen.situation, printer)),
    ...taughtFor(things, printer),
  }
}

/** What the person taught, of commands and of other programs' words, as this printer's scripts are rehearsed with it. */
export const taughtFor = ({ taught, vocabularies }: Things, { name }: Printer) => ({
  taught,
  ...wordsFor(
    vocabularies.map(({ data }) => data),
    name,
  ),
})

/** What was handed on fits the printer that it was rehearsed on; on another the layer and the tools alone are kept. */
function situationOn({ layer, change, from }: Situation, printer: Printer): Partial<RehearsalInput> {
  const fits = from && fitsPrinter(from, printer) === null ? { from } : {}
  return { layer, ...(change && { change }), ...fits }
}
