// The prime tower of a job: whether there is one, its centre and its size.
import type { UseFormReturn } from 'react-hook-form'
import type { Job, Rectangle } from '../../../core/model/job.ts'
import { NumberField } from '../../ui/NumberField.tsx'

type Tower = NonNullable<Job['tower']>
type Props = { form: UseFormReturn<Job, unknown, Job>; tower: Job['tower']; beside: Rectangle }

const fields = [
  ['x', 'Tower X'],
  ['y', 'Tower Y'],
  ['widthMm', 'Tower width'],
  ['depthMm', 'Tower depth'],
] as const

/** A tower of the default size to the right of the print. */
const towerBeside = ({ right, front, back }: Rectangle): Tower => ({
  x: Math.round(right + 25),
  y: Math.round((front + back) / 2),
  widthMm: 30,
  depthMm: 30,
})

export function TowerFields({ form, tower, beside }: Props) {
  return (
    <div className="grid gap-2">
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={tower !== null}
          onChange={event => form.setValue('tower', event.target.checked ? towerBeside(beside) : null)}
        />
        With a prime tower
      </label>
      {tower && (
        <div className="grid grid-cols-4 max-phone:grid-cols-2 gap-3">
          {fields.map(([key, name]) => (
            <NumberField key={key} form={form} path={`tower.${key}`} name={name} unit="mm" />
          ))}
        </div>
      )}
    </div>
  )
}
