// A table of the learned fields in groups: the learned value, the current one, and the source.
import { Check, CircleDashed, CornerDownRight } from 'lucide-react'
import type { How } from '../../../../core/learn/findings.ts'
import type { LearnedField } from '../../../../core/learn/learn.ts'
import type { Printer } from '../../../../core/model/printer.ts'
import { Press } from '../../../ui/Press.tsx'
import { Table } from '../../../ui/Table.tsx'
import { at } from '../fields.ts'
import { describeField, grouped, labelOfField } from './learned-words.ts'

type Props = {
  fields: readonly LearnedField[]
  existing: Printer | null
  /** The number of fields whose value does not change. */
  same: number
  isTaken: (field: LearnedField) => boolean
  onTake: (fields: readonly string[], take: boolean) => void
}

const signs: Record<How, typeof Check> = { stated: Check, derived: CornerDownRight, guessed: CircleDashed }

export function LearnedTable({ fields, existing, same, isTaken, onTake }: Props) {
  const all = (take: boolean) =>
    onTake(
      fields.map(({ field }) => field),
      take,
    )
  const columns = ['Take', 'Field', 'Value', ...(existing ? ['Known now'] : []), 'Where from']
  const stated = fields.filter(({ how }) => how !== 'guessed')
  return (
    <section aria-label="What the files say">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h2 className="font-serif text-heading font-semibold">What the files say</h2>
        <p className="text-control text-soft">
          {same > 0 && `${same} more are as they are known already. `}
          <Press className="text-heat underline" onClick={() => all(true)}>
            Take all
          </Press>{' '}
          ·{' '}
          <Press
            className="text-heat underline"
            onClick={() => {
              all(false)
              onTake(
                stated.map(({ field }) => field),
                true,
              )
            }}
          >
            Take no guesses
          </Press>{' '}
          ·{' '}
          <Press className="text-heat underline" onClick={() => all(false)}>
            Take none
          </Press>
        </p>
      </div>
      <div className="overflow-x-auto" tabIndex={-1}>
        <Table hideHeadings columns={columns}>
          {grouped(fields).map(({ title, fields: of }) => (
            <tbody key={title}>
              <tr>
                <th colSpan={columns.length} className="pt-3 pb-0.5 text-left font-serif text-lead font-semibold">
                  {title}
                </th>
              </tr>
              {of.map(each => (
                <Row
                  key={each.field}
                  learned={each}
                  existing={existing}
                  taken={isTaken(each)}
                  onTake={take => onTake([each.field], take)}
                />
              ))}
            </tbody>
          ))}
        </Table>
      </div>
    </section>
  )
}

type RowProps = { learned: LearnedField; existing: Printer | null; taken: boolean; onTake: (take: boolean) => void }

function Row({ learned: { field, value, file, line, how, why }, existing, taken, onTake }: RowProps) {
  const Sign = signs[how]
  const label = labelOfField(field)
  return (
    <tr className={`border-t border-rule align-top ${taken ? '' : 'text-soft'}`}>
      <td className="w-7 py-1 pr-2">
        <input
          type="checkbox"
          checked={taken}
          aria-label={`Take ${label}`}
          onChange={event => onTake(event.target.checked)}
        />
      </td>
      <td className="py-1 pr-3">{label}</td>
      <td className={`max-w-[260px] py-1 pr-3 ${taken ? 'font-semibold' : ''}`}>{describeField(field, value)}</td>
      {existing && (
        <td className="max-w-[180px] py-1 pr-3 text-soft">
          <span className="sr-only">known now: </span>
          {describeField(field, at(existing, field), 'nothing')}
        </td>
      )}
      <td className="py-1 text-small text-soft">
        <Sign
          size={13}
          aria-hidden
          className={`mr-1.5 inline align-[-2px] ${how === 'guessed' ? 'text-warn' : 'text-good'}`}
        />
        {how}
        {file && (
          <>
            {' · '}
            <span className="font-mono text-small">{file}</span>
            {line !== null && `, line ${line}`}
          </>
        )}
        {why && file && <span className="block pl-5">{why}</span>}
      </td>
    </tr>
  )
}
