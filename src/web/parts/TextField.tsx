// A few words of a form, with their name and what is wrong with them.
import type { FieldPath, FieldValues, UseFormReturn } from 'react-hook-form'
import { Field, fieldLook } from './Field.tsx'
import { flawAt } from './flaw-at.ts'

type Props<T extends FieldValues> = {
  form: UseFormReturn<T, unknown, T>
  path: FieldPath<T>
  name: string
  hint?: string
  most?: number
}

export function TextField<T extends FieldValues>({ form, path, name, hint, most }: Props<T>) {
  return (
    <Field name={name} {...(hint && { hint })} flaw={flawAt(form, path)}>
      {(id, described) => (
        <input id={id} {...described} maxLength={most} {...form.register(path)} className={fieldLook} />
      )}
    </Field>
  )
}
