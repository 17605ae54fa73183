// A job's prime tower: whether it has one, where its middle stands and how large it is.
import type { Job, Rectangle } from '../../../core/model/job.ts'
import { NumberIn } from './NumberIn.tsx'

type Tower = NonNullable<Job['tower']>
type Props = { tower: Job['tower']; beside: Rectangle; onChange: (tower: Job['tower']) => void }

const fields = [
  ['x', 'Tower X'],
  ['y', 'Tower Y'],
  ['widthMm', 'So wide'],
  ['depthMm', 'So deep'],
] as const

/** A tower of the usual size to the right of the print. */
const towerBeside = ({ right, front, back }: Rectangle): Tower => ({
  x: Math.round(right + 25),
  y: Math.round((front + back) / 2),
  widthMm: 30,
  depthMm: 30,
})

export function TowerFields({ tower, beside, onChange }: Props) {
  return (
    <div className="grid gap-2">
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={tower !== null}
          onChange={event => onChange(event.target.checked ? towerBeside(beside) : null)}
        />
        With a prime tower
      </label>
      {tower && (
        <div className="grid grid-cols-4 gap-3">
          {fields.map(([key, name]) => (
            <NumberIn
              key={key}
              name={name}
              unit="mm"
              value={String(tower[key])}
              onChange={value => onChange({ ...tower, [key]: Number(value) })}
            />
          ))}
        </div>
      )}
    </div>
  )
}
