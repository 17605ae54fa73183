// A short number field with its name before it and its unit after it; empty for null.
import { useId } from 'react'

type Props = { name: string; unit: string; step: number; value: number | null; onChange: (value: number) => void }

export function NumberField({ name, unit, step, value, onChange }: Props) {
  const id = useId()
  return (
    <div className="flex items-center gap-1 text-control">
      <label htmlFor={id} className="font-semibold">
        {name}
      </label>
      <input
        id={id}
        type="number"
        step={step}
        value={value ?? ''}
        onChange={event => Number.isFinite(event.target.valueAsNumber) && onChange(event.target.valueAsNumber)}
        className="w-[60px] rounded-button border border-rule bg-paper px-1.5 py-0 leading-6"
      />
      <span className="text-soft">{unit}</span>
    </div>
  )
}
