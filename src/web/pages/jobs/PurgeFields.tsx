// The amount that the slicer purges into the tower at each change: one for all pairs of tools, or one for each pair.
import type { UseFormReturn } from 'react-hook-form'
import { changeWords, pairsOf, purgeOf } from '../../../core/model/changes.ts'
import type { Job } from '../../../core/model/job.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { NumberField } from '../../ui/NumberField.tsx'

type Props = { form: UseFormReturn<Job, unknown, Job>; job: Job; printer: Printer }

/** Limit of the pairs shown in a table. */
const maxPairs = 20

export function PurgeFields({ form, job, printer }: Props) {
  const pairs = pairsOf(job, printer)
  if (pairs.length === 0) return null
  const put = (from: number, to: number, mm3: number) =>
    form.setValue(
      'purges',
      [
        ...job.purges.filter(each => each.from !== from || each.to !== to),
        ...(Number.isFinite(mm3) && mm3 >= 0 && mm3 !== job.purgeMm3 ? [{ from, to, mm3 }] : []),
      ],
      { shouldDirty: true },
    )
  return (
    <fieldset className="grid gap-2 border-t border-rule pt-2">
      <legend className="sr-only">Purged at a change</legend>
      <div className="grid grid-cols-4 items-end gap-3 max-phone:grid-cols-2">
        <NumberField form={form} path="purgeMm3" name="Program purges" unit="mm³ a change" />
        <p className="col-span-3 pb-1.5 text-control text-soft">
          into the tower or the infill; 0 if only your scripts purge. From dark to light needs more.
        </p>
      </div>
      {job.purgeMm3 > 0 && pairs.length > 1 && pairs.length <= maxPairs && (
        <ul className="flex flex-wrap gap-3">
          {pairs.map(({ from, to }) => (
            <li key={changeWords({ from, to })}>
              <label className="block text-control">
                {changeWords({ from, to })} <span className="text-soft">(mm³)</span>
                <input
                  type="number"
                  min={0}
                  value={purgeOf(job, { from, to })}
                  onChange={event => put(from, to, event.target.valueAsNumber)}
                  className="mt-1 block w-24 rounded-button border border-rule bg-paper px-2 py-1"
                />
              </label>
            </li>
          ))}
        </ul>
      )}
    </fieldset>
  )
}
