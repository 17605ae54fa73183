// A text field of a form, with its name and its error.
import type { FieldPath, FieldValues, UseFormReturn } from 'react-hook-form'
import { flawAt } from '../lib/field-error.ts'
import { Field, fieldLook } from './Field.tsx'

type Props<T extends FieldValues> = {
  form: UseFormReturn<T, unknown, T>
  path: FieldPath<T>
  name: string
  hint?: string
  /** An example, shown while the field is empty. */
  example?: string
  max?: number
  /** Whether the text is G-code or similar, shown in the code's typeface. */
  mono?: boolean
}

export function TextField<T extends FieldValues>({ form, path, name, hint, example, max, mono = false }: Props<T>) {
  return (
    <Field name={name} {...(hint && { hint })} flaw={flawAt(form, path)}>
      {(id, described) => (
        <input
          id={id}
          {...described}
          maxLength={max}
          placeholder={example}
          {...form.register(path)}
          className={mono ? `${fieldLook} font-mono` : fieldLook}
        />
      )}
    </Field>
  )
}
