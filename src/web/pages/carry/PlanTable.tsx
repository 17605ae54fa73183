// A table of plans with one row each: a checkbox, the changed lines, the questions, the findings only on the target,
// the duration.
import type { UseQueryResult } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { duration } from '../../../core/format.ts'
import type { PlanShown } from '../../state/api.ts'
import { Failed } from '../../ui/Failed.tsx'
import { ScrollRegion } from '../../ui/ScrollRegion.tsx'
import { seriousOf } from '../../ui/Severity.tsx'
import { type Column, Table } from '../../ui/Table.tsx'
import { changesOf, needsOf } from './carry-options.ts'
import { countedKinds } from './kinds.ts'

/** The number of columns; the last is empty if there is nothing more to show. */
export const planColumns = 6

type Props = { label: string; first: string; findings: string; children: ReactNode }

const columns = (first: string, findings: string): Column[] => [
  { title: first, width: '30%' },
  { title: 'Lines', width: '17%' },
  { title: 'Questions', width: '14%' },
  { title: findings, width: '17%' },
  { title: 'Time', width: '13%' },
  { title: 'More', hidden: true },
]

/** `first` heads the column of checkboxes, `findings` that of the new findings. Each row is a separate table body. */
export const PlanTable = ({ label, first, findings, children }: Props) => (
  <ScrollRegion aria-label={label}>
    <Table card className="table-fixed tablet:min-w-[860px]" columns={columns(first, findings)}>
      {children}
    </Table>
  </ScrollRegion>
)

type TickProps = { name: string; about: string; ticked: boolean; disabled: boolean; onTick: (ticked: boolean) => void }

export const TickCell = ({ name, about, ticked, disabled, onTick }: TickProps) => (
  <td className="py-2 pr-3 pl-3">
    <label className="flex items-baseline gap-2">
      <input type="checkbox" checked={ticked} disabled={disabled} onChange={event => onTick(event.target.checked)} />
      <span className="min-w-0">
        <b className="block truncate" title={name}>
          {name}
        </b>
        <span className="block text-small text-soft">{about}</span>
      </span>
    </label>
  </td>
)

type CellsProps = {
  /** The query that fetches the plan. */
  query: UseQueryResult<PlanShown, Error> | undefined
  /** Whether the duration on the source is shown too. */
  fromBefore?: boolean
}

/** The cells of a plan, over four columns. */
export function PlanCells({ query, fromBefore = false }: CellsProps) {
  const plan = query?.data
  if (!plan)
    return (
      <td colSpan={4} className="py-2 pr-3 text-soft">
        {query?.error ? <Failed why={query.error.message} onRetry={() => void query.refetch()} /> : 'Carrying it over…'}
      </td>
    )
  const { before, after, newFindings } = plan
  return (
    <>
      <td className="py-2 pr-3 text-control">{countedKinds(changesOf(plan).map(({ kind }) => kind))}</td>
      <td className="py-2 pr-3 text-control">{needsOf(plan)}</td>
      <td
        className={`py-2 pr-3 text-control ${seriousOf(newFindings).length ? 'font-semibold text-warn' : 'text-soft'}`}
      >
        {[...new Set(newFindings.map(({ title }) => title))].join('; ') || 'none'}
      </td>
      <td className="py-2 pr-3 whitespace-nowrap">
        {fromBefore && <span className="text-soft">{duration(before.durationS)} → </span>}
        <b>{duration(after.durationS)}</b>
      </td>
    </>
  )
}

/** The set with or without an item. */
export function ticking<T>(set: ReadonlySet<T>, what: T, isIn: boolean): ReadonlySet<T> {
  const next = new Set(set)
  if (isIn) next.add(what)
  else next.delete(what)
  return next
}
