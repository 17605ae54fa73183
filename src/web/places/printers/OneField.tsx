// One thing that can be said of a printer, with what is wrong with it below.
import type { FieldPath, UseFormReturn } from 'react-hook-form'
import type { Printer } from '../../../core/model/printer.ts'
import { Field, fieldLook } from '../../parts/Field.tsx'
import type { FieldSpec } from './fields.ts'

type Props = { field: FieldSpec; form: UseFormReturn<Printer, unknown, Printer> }

/** A tool is said by its number, and none by nothing. */
const toolOf = (value: string | number | null): number | null => (value === '' || value === null ? null : Number(value))

export function OneField({ field: { path, label, unit, kind, options }, form }: Props) {
  const name = path as FieldPath<Printer>
  const { error } = form.getFieldState(name, form.formState)
  const flaw = typeof error?.message === 'string' ? error.message : null
  if (kind === 'yes')
    return (
      <label className="flex items-end gap-2 pb-1.5">
        <input type="checkbox" {...form.register(name)} className="mb-1" />
        {label}
      </label>
    )
  const how = kind === 'tool' ? { setValueAs: toolOf } : kind || options ? {} : { valueAsNumber: true as const }
  return (
    <div className={kind === 'text' || options ? 'col-span-2' : ''}>
      <Field name={label} {...(unit && { hint: unit })} {...(flaw && { flaw })}>
        {(id, described) =>
          options ? (
            <select id={id} {...described} {...form.register(name, how)} className={fieldLook}>
              {options.map(option => (
                <option key={option.value} value={option.value}>
                  {option.label}
                </option>
              ))}
            </select>
          ) : (
            <input
              id={id}
              {...described}
              type={kind === 'text' ? 'text' : 'number'}
              step="any"
              {...form.register(name, how)}
              className={fieldLook}
            />
          )
        }
      </Field>
    </div>
  )
}
