// The tools of a new printer: their number, nozzles and filaments; for several, where they are and how they are heated.
import { type UseFormReturn, useFieldArray } from 'react-hook-form'
import { type Answers, firstTool } from '../../../core/model/new-printer.ts'
import { Button } from '../../ui/Button.tsx'
import { type Column, Table } from '../../ui/Table.tsx'

type Props = { form: UseFormReturn<Answers, unknown, Answers> }

const cell = 'w-full rounded-button border border-rule bg-paper px-2 py-1 text-control aria-invalid:border-bad'

export function ToolQuestions({ form }: Props) {
  const { fields: tools, append, remove } = useFieldArray({ control: form.control, name: 'tools' })
  const several = tools.length > 1
  const figure = (name: string, path: Figure) => (
    <td className="pr-2 pb-1.5">
      <input
        type="number"
        step="any"
        aria-label={name}
        aria-invalid={form.getFieldState(path, form.formState).invalid || undefined}
        {...form.register(path, { valueAsNumber: true })}
        className={cell}
      />
    </td>
  )
  const columns: readonly Column[] = [
    { title: 'Tool', width: '2.25rem' },
    'Nozzle, mm',
    'Filament, mm',
    'Filaments into it',
    ...(several ? ['Offset X', 'Y', 'Z', 'Heater', { title: 'Remove', hidden: true, width: '4rem' }] : []),
  ]
  return (
    <div>
      <Table className="table-fixed" columns={columns}>
        <tbody>
          {tools.map(({ id }, i) => (
            <tr key={id}>
              <th scope="row" className="text-left font-mono text-control">
                T{i}
              </th>
              {figure(`Nozzle of T${i}`, `tools.${i}.nozzleMm`)}
              {figure(`Filament of T${i}`, `tools.${i}.filamentMm`)}
              {figure(`Filaments into T${i}`, `tools.${i}.mixingInputs`)}
              {several && (
                <>
                  {figure(`Offset X of T${i}`, `tools.${i}.offset.x`)}
                  {figure(`Offset Y of T${i}`, `tools.${i}.offset.y`)}
                  {figure(`Offset Z of T${i}`, `tools.${i}.offset.z`)}
                  <td className="pr-2 pb-1.5">
                    <select
                      aria-label={`Heater of T${i}`}
                      {...form.register(`tools.${i}.heater`, {
                        setValueAs: (value: string | null) => (value === '' || value === null ? null : Number(value)),
                      })}
                      className={cell}
                    >
                      <option value="">its own</option>
                      {tools.map(({ id: other }, at) =>
                        at < i ? (
                          <option key={other} value={at}>
                            T{at}’s
                          </option>
                        ) : null,
                      )}
                    </select>
                  </td>
                  <td className="pb-1.5">
                    {i === tools.length - 1 && (
                      <Button small onClick={() => remove(i)}>
                        Drop
                      </Button>
                    )}
                  </td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </Table>
      <Button small onClick={() => append({ ...(form.getValues('tools').at(-1) ?? firstTool), heater: null })}>
        Another tool
      </Button>
    </div>
  )
}

type Figure =
  | `tools.${number}.${'nozzleMm' | 'filamentMm' | 'mixingInputs'}`
  | `tools.${number}.offset.${'x' | 'y' | 'z'}`
