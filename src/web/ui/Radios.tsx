// Radio buttons in a row.
type Props<T extends string> = {
  name: string
  options: readonly { value: T; label: string }[]
  value: T
  onChange: (value: T) => void
}

export const Radios = <T extends string>({ name, options, value: chosen, onChange }: Props<T>) => (
  <div className="flex flex-wrap gap-x-5 gap-y-1">
    {options.map(({ value, label }) => (
      <label key={value} className="flex items-center gap-2 [overflow-wrap:anywhere]">
        <input type="radio" name={name} checked={chosen === value} onChange={() => onChange(value)} />
        {label}
      </label>
    ))}
  </div>
)
