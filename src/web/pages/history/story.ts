// Prepares a script's story: the revision that each was made from, and the timed trials.
import type { Revision, Story } from '../../../core/model/stored.ts'
import type { RehearsalInput } from '../../../core/round.ts'
import type { Timed } from '../../../core/runs/fit-printer.ts'
import type { Things } from '../../state/api.ts'

/**
 * The revision that each was made from: the previous one of its variant, or the one that the variant was branched from.
 */
export const beforeOf = (
  { variants, revisions }: Pick<Story, 'variants' | 'revisions'>,
  revision: Revision,
): number | null =>
  revisions.find(({ variantId, number }) => variantId === revision.variantId && number === revision.number - 1)?.id ??
  variants.find(({ id }) => id === revision.variantId)?.bornOf ??
  null

/**
 * The trials with a measured time, each with its input. `setting` is for trials without a job or material, or whose job
 * or material is gone.
 */
export function timedTrials(
  { revisions, trials }: Story,
  setting: RehearsalInput,
  things: Things,
): (Timed & { trialId: number })[] {
  return trials.flatMap(({ id, revisionId, data }) => {
    const text = revisions.find(each => each.id === revisionId)?.text
    if (text === undefined || data.measuredS === null) return []
    const job = things.jobs.find(each => each.data.name === data.job)?.data ?? setting.job
    const material = things.materials.find(each => each.data.name === data.material)?.data ?? setting.material
    return [{ trialId: id, text, measuredS: data.measuredS, setting: { ...setting, job, material } }]
  })
}
