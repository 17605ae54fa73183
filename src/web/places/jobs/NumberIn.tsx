// A number with its name and unit in a form.
import { Field, fieldLook } from '../../parts/Field.tsx'

type Props = { name: string; unit: string; value: string; onChange: (value: string) => void; step?: number }

export const NumberIn = ({ name, unit, value, onChange, step = 1 }: Props) => (
  <Field name={name} {...(unit && { hint: unit })}>
    {id => (
      <input
        id={id}
        type="number"
        step={step}
        value={value}
        onChange={event => onChange(event.target.value)}
        className={fieldLook}
      />
    )}
  </Field>
)
