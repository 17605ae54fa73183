// What a script on the shelf is rehearsed for when nobody has chosen: its printer, the first job, that job's material.
import { openedBy } from '../../core/documents/opened.ts'
import type { Moment } from '../../core/model/moment.ts'
import { wordsFor } from '../../core/model/vocabulary.ts'
import type { RehearsalInput } from '../../core/round.ts'
import type { Things } from './api.ts'

type Kept = { printerId: number; moment: Moment; file?: string | null }

/** Null where a printer, a job or a material is lacking. */
export function usualSetting(script: Kept, things: Things): RehearsalInput | null {
  const printer = things.printers.find(({ id }) => id === script.printerId)?.data
  const job = things.jobs[0]?.data
  const materials = things.materials.map(({ data }) => data)
  const material = materials.find(({ name }) => name === job?.materials[0]) ?? materials[0]
  if (!printer || !job || !material) return null
  const vocabularies = things.vocabularies.map(({ data }) => data)
  return {
    printer,
    job,
    material,
    moment: script.moment,
    // A config or macro file is rehearsed by a call of what is in it.
    ...(typeof script.file === 'string' && { opened: openedBy(script.file) }),
    taught: things.taught,
    ...wordsFor(vocabularies, printer.name),
  }
}
