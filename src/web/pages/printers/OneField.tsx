// A field of a printer, with its error below.
import type { FieldPath, UseFormReturn } from 'react-hook-form'
import type { Printer } from '../../../core/model/printer.ts'
import { flawAt } from '../../lib/field-error.ts'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { NumberField } from '../../ui/NumberField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { at, type FieldSpec } from './fields.ts'
import { canMeasure, Measure } from './Measure.tsx'
import { measured, sourceOf, wordsOfSource } from './sources.ts'

type Props = {
  field: FieldSpec
  form: UseFormReturn<Printer, unknown, Printer>
  /** The printer with the form's values, and as it is saved. */
  printer: Printer
  saved: Printer
  onChange: (part: Partial<Printer>) => void
}

/** A tool is written as its number; empty means none. */
const toolOf = (value: string | number | null): number | null => (value === '' || value === null ? null : Number(value))

/** A field with the source of its value below, and a stopwatch if the value can be measured. */
export function OneField({ field, form, printer, saved, onChange }: Props) {
  const { path } = field
  const source = sourceOf(printer, path)
  const own = source?.how !== 'measured' && JSON.stringify(at(printer, path)) !== JSON.stringify(at(saved, path))
  const wide = field.options || field.kind === 'text'
  return (
    <div className={wide ? 'col-span-2' : ''}>
      <Entry field={field} form={form} />
      {(source || canMeasure(path)) && (
        <p className="flex flex-wrap items-baseline gap-x-2 text-small leading-4 text-soft">
          {source && <span>{own ? 'yours, not saved yet' : wordsOfSource(source)}</span>}
          {canMeasure(path) && (
            <Measure
              printer={printer}
              path={path}
              onMeasured={seconds => {
                form.setValue(path as FieldPath<Printer>, seconds)
                onChange({ sources: measured(printer, path) })
              }}
            />
          )}
        </p>
      )}
    </div>
  )
}

function Entry({ field: { path, label, unit, kind, options }, form }: Pick<Props, 'field' | 'form'>) {
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
    <div>
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
