// A few words of a form, with their name and what is wrong with them.
import type { FieldPath, FieldValues, UseFormReturn } from 'react-hook-form'
import { flawAt } from '../lib/field-error.ts'
import { Field, fieldLook } from './Field.tsx'

type Props<T extends FieldValues> = {
  form: UseFormReturn<T, unknown, T>
  path: FieldPath<T>
  name: string
  hint?: string
  /** What could stand in it, shown while nothing does. */
  example?: string
  max?: number
  /** G-code and the like, in the letters of code. */
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
