// A number field of a form, with its name, its unit and its error.
import type { FieldPath, FieldValues, UseFormReturn } from 'react-hook-form'
import { flawAt } from '../lib/field-error.ts'
import { Field, fieldLook } from './Field.tsx'

type Props<T extends FieldValues> = {
  form: UseFormReturn<T, unknown, T>
  path: FieldPath<T>
  name: string
  unit?: string
  step?: number | 'any'
}

export function NumberField<T extends FieldValues>({ form, path, name, unit = '', step = 'any' }: Props<T>) {
  return (
    <Field name={name} {...(unit && { hint: unit })} flaw={flawAt(form, path)}>
      {(id, described) => (
        <input
          id={id}
          {...described}
          type="number"
          step={step}
          {...form.register(path, { valueAsNumber: true })}
          className={fieldLook}
        />
      )}
    </Field>
  )
}
