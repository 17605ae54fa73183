// Checkboxes in a row, with their name before them.
type Props<T extends string> = {
  legend: string
  options: readonly { value: T; label: string }[]
  chosen: readonly T[]
  onChange: (chosen: T[]) => void
  /** The meaning of none being ticked. */
  none?: string
}

export function Ticks<T extends string>({ legend, options, chosen, onChange, none }: Props<T>) {
  return (
    <fieldset className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <legend className="float-left pr-1 text-soft">{legend}</legend>
      {options.map(({ value, label }) => (
        <label key={value} className="flex items-center gap-1.5 [overflow-wrap:anywhere]">
          <input
            type="checkbox"
            checked={chosen.includes(value)}
            onChange={event =>
              onChange(event.target.checked ? [...chosen, value] : chosen.filter(each => each !== value))
            }
          />
          {label}
        </label>
      ))}
      {none && chosen.length === 0 && <span className="text-control text-soft">{none}</span>}
    </fieldset>
  )
}
