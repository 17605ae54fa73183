// One thing that can be said of a printer, with what is wrong with it below.
import type { FieldPath, UseFormReturn } from 'react-hook-form'
import type { Printer } from '../../../core/model/printer.ts'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { flawAt } from '../../parts/flaw-at.ts'
import { NumberField } from '../../parts/NumberField.tsx'
import { TextField } from '../../parts/TextField.tsx'
import type { FieldSpec } from './fields.ts'

type Props = { field: FieldSpec; form: UseFormReturn<Printer, unknown, Printer> }

/** A tool is said by its number, and none by nothing. */
const toolOf = (value: string | number | null): number | null => (value === '' || value === null ? null : Number(value))

export function OneField({ field: { path, label, unit, kind, options }, form }: Props) {
  const name = path as FieldPath<Printer>
  if (kind === 'yes')
    return (
      <label className="flex items-end gap-2 pb-1.5">
        <input type="checkbox" {...form.register(name)} className="mb-1" />
        {label}
      </label>
    )
  if (!kind && !options) return <NumberField form={form} path={name} name={label} {...(unit && { unit })} />
  return (
    <div className="col-span-2">
      {options ? (
        <Field name={label} flaw={flawAt(form, name)}>
          {(id, described) => (
            <select
              id={id}
              {...described}
              {...form.register(name, kind === 'tool' ? { setValueAs: toolOf } : {})}
              className={fieldLook}
            >
              {options.map(option => (
                <option key={option.value} value={option.value}>
                  {option.label}
                </option>
              ))}
            </select>
          )}
        </Field>
      ) : (
        <TextField form={form} path={name} name={label} />
      )}
    </div>
  )
}
