// An optional number field: empty means no limit.
import type { FieldPath, UseFormReturn } from 'react-hook-form'
import type { Job } from '../../../core/model/job.ts'
import { flawAt } from '../../lib/field-error.ts'
import { Field, fieldLook } from '../../ui/Field.tsx'

type Props = { form: UseFormReturn<Job, unknown, Job>; path: FieldPath<Job>; name: string }

export const MaybeNumber = ({ form, path, name }: Props) => (
  <div className="w-28">
    <Field name={name} flaw={flawAt(form, path)}>
      {(id, described) => (
        <input
          id={id}
          {...described}
          type="number"
          step="any"
          placeholder="any"
          {...form.register(path, {
            setValueAs: (value: unknown) => (value === '' || value === null ? null : Number(value)),
          })}
          className={fieldLook}
        />
      )}
    </Field>
  </div>
)
