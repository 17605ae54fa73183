// The input of a rehearsal: what was chosen on the Desk, with defaults.
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
  /** For a config or macro file: the file and its call; the default call if empty. */
  opened?: Opened | undefined
  /** The situation of a whole print; if absent, the default state of the moment. */
  situation?: Situation | undefined
}

/** The first material of a job, otherwise any material. */
export function materialFor(job: Job | undefined, materials: readonly Material[]): string {
  const wanted = job && ofFirstTool(job, job.materials)
  return materials.find(({ name }) => name === wanted)?.name ?? materials[0]?.name ?? ''
}

/** The defaults: the first job (for a tool change the first that changes tools), and its material. */
export function usualChosen({ printerId, moment }: Pick<Chosen, 'printerId' | 'moment'>, things: Things): Chosen {
  const printer = things.printers.find(({ id }) => id === printerId)?.data
  const jobs = things.jobs.map(({ data }) => data)
  const job = printer ? jobFor(jobs, printer, moment) : jobs[0]
  const materials = things.materials.map(({ data }) => data)
  return { printerId, moment, jobName: job?.name ?? '', materialName: materialFor(job, materials) }
}

/** The default input for a script on the shelf; null if a printer, a job or a material is missing. */
export const usualSetting = (
  script: Pick<Chosen, 'printerId' | 'moment'> & { file?: string | null },
  things: Things,
): RehearsalInput | null =>
  madeSetting(things, {
    ...usualChosen(script, things),
    // A config or macro file is rehearsed by a call of one of its macros.
    ...(typeof script.file === 'string' && { opened: openedBy(script.file) }),
  })

/** The last input: the same object as long as nothing in it changes. */
let latest: { things: Things | null; chosen: Chosen | null; setting: RehearsalInput | null } = {
  things: null,
  chosen: null,
  setting: null,
}

/** The input for what was chosen; null until everything has loaded. */
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

/** The taught commands and the slicers' placeholders for this printer. */
export const taughtFor = ({ taught, vocabularies }: Things, { name }: Printer) => ({
  taught,
  ...wordsFor(
    vocabularies.map(({ data }) => data),
    name,
  ),
})

/** A state fits only the printer that left it; on a different printer only the layer and the tools are used. */
function situationOn({ layer, change, from }: Situation, printer: Printer): Partial<RehearsalInput> {
  const fits = from && fitsPrinter(from, printer) === null ? { from } : {}
  return { layer, ...(change && { change }), ...fits }
}
