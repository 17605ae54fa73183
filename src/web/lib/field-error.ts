// The error of one field of a form.
import type { FieldPath, FieldValues, UseFormReturn } from 'react-hook-form'
import { asSentence } from '../../core/model/issues.ts'

export function flawAt<T extends FieldValues>(
  form: UseFormReturn<T, unknown, T>,
  path: FieldPath<T>,
): string | undefined {
  const message = form.getFieldState(path, form.formState).error?.message
  return typeof message === 'string' ? asSentence(message) : undefined
}
