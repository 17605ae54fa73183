// What a script on the shelf is rehearsed for when nobody has chosen: its printer, the first job, that job's material.
import { openedBy } from '../../core/documents/opened.ts'
import type { Moment } from '../../core/model/moment.ts'
import { wordsFor } from '../../core/model/vocabulary.ts'
import type { RehearsalInput } from '../../core/round.ts'
import { jobFor } from '../../core/runs/fits.ts'
import type { Things } from './api.ts'

type Kept = { printerId: number; moment: Moment; file?: string | null }

/** Null where a printer, a job or a material is lacking. */
export function usualSetting(script: Kept, things: Things): RehearsalInput | null {
  const printer = things.printers.find(({ id }) => id === script.printerId)?.data
  const job =
    printer &&
    jobFor(
      things.jobs.map(({ data }) => data),
      printer,
      script.moment,
    )
  const materials = things.materials.map(({ data }) => data)
  const material = materials.find(({ name }) => name === job?.materials[0]) ?? materials[0]
  const own = job?.materials.flatMap(name => materials.find(each => each.name === name) ?? []) ?? []
  if (!printer || !job || !material) return null
  const vocabularies = things.vocabularies.map(({ data }) => data)
  return {
    printer,
    job,
    material,
    ...(own.length > 1 && own.length === job.materials.length && { materials: own }),
    moment: script.moment,
    // A config or macro file is rehearsed by a call of what is in it.
    ...(typeof script.file === 'string' && { opened: openedBy(script.file) }),
    taught: things.taught,
    ...wordsFor(vocabularies, printer.name),
  }
}
