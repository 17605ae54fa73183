// Stops within the print, for an insert or a manual filament change, and objects printed one after another.
import { Plus, X } from 'lucide-react'
import type { UseFormReturn } from 'react-hook-form'
import { layerOfStop } from '../../../core/model/changes.ts'
import type { Job, Stop } from '../../../core/model/job.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { NumberField } from '../../ui/NumberField.tsx'
import { Press } from '../../ui/Press.tsx'
import { MaybeNumber } from './MaybeNumber.tsx'

type Props = { form: UseFormReturn<Job, unknown, Job>; job: Job; printer: Printer }

export function StopsFields({ form, job, printer }: Props) {
  const set = (stops: Stop[]) => form.setValue('stops', stops, { shouldDirty: true })
  const { stops } = job
  const put = (which: number, part: Partial<Stop>) =>
    set(stops.map((stop, i) => (i === which ? { ...stop, ...part } : stop)))
  return (
    <details className="border-t border-rule pt-2" open={stops.length > 0 || job.objects > 1}>
      <summary className="font-semibold">Stops and objects</summary>
      <div className="grid gap-2 pt-2">
        <ul className="grid gap-1.5">
          {stops.map((stop, i) => {
            const layer = layerOfStop(job, printer, stop)
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: a stop is its place
              <li key={i} className="flex flex-wrap items-end gap-3">
                <Choice
                  name="Runs"
                  value={stop.runs}
                  options={[
                    { value: 'pause', label: 'pause and resume', about: 'as when one presses pause' },
                    {
                      value: 'at-layer',
                      label: 'the script at a fixed layer',
                      about: 'an insert, a change of filament by hand',
                    },
                  ]}
                  onChange={runs => put(i, { runs: runs === 'pause' ? 'pause' : 'at-layer' })}
                />
                <MaybeNumber form={form} path={`stops.${i}.mm`} name="At (mm)" />
                <MaybeNumber form={form} path={`stops.${i}.layer`} name="or layer" />
                <p className="pb-2 text-control text-soft">
                  {layer ? `before layer ${layer}` : 'not within this print'}
                </p>
                <Press
                  aria-label={`Take stop ${i + 1} out`}
                  onClick={() => set(stops.filter((_, each) => each !== i))}
                  className="mb-1.5 rounded-sm p-1 text-soft hover:bg-sunk hover:text-ink"
                >
                  <X size={16} aria-hidden />
                </Press>
              </li>
            )
          })}
        </ul>
        <div className="flex items-end gap-4">
          <Button small onClick={() => set([...stops, { layer: null, mm: 5, runs: 'pause' }])}>
            <Plus size={14} aria-hidden /> A stop
          </Button>
          <div className="w-44">
            <NumberField form={form} path="objects" name="Objects" unit="one after another" step={1} />
          </div>
        </div>
      </div>
    </details>
  )
}
