// Both texts side by side by passages, each line with its change and the reason; each change can be refused.
import { ChevronDown, ChevronRight } from 'lucide-react'
import { useState } from 'react'
import { kindWords } from '../../../core/carry/outcomes.ts'
import { plural } from '../../../core/format.ts'
import type { Change, PlanShown } from '../../state/api.ts'
import { Card } from '../../ui/Card.tsx'
import { Press } from '../../ui/Press.tsx'
import { countedKinds, kindChars, kindLooks } from './kinds.ts'

type Props = {
  plan: PlanShown
  from: string
  to: string
  refused: readonly string[]
  onRefuse: (id: string, refused: boolean) => void
}

export function PlanText({ plan, from, to, refused, onRefuse }: Props) {
  const [quiet, setQuiet] = useState(true)
  const kinds = plan.passages.flatMap(({ changes }) => changes.map(({ kind }) => kind))
  return (
    <section aria-label="Both scripts, passage by passage">
      <div className="flex flex-wrap items-baseline gap-x-4 pb-2">
        <h2 className="font-serif text-heading font-semibold">Line by line</h2>
        <p className="text-control text-soft" role="status">
          {countedKinds(kinds)}
        </p>
        <label className="ml-auto flex items-center gap-2 text-control">
          <input type="checkbox" checked={quiet} onChange={event => setQuiet(event.target.checked)} />
          fold unchanged lines
        </label>
      </div>
      <ol className="grid gap-2">
        {plan.passages.map(({ title, changes }, i) => (
          <Passage
            key={`${title} ${changes[0]?.id ?? i}`}
            title={title}
            changes={changes}
            from={from}
            to={to}
            quiet={quiet}
            refused={refused}
            onRefuse={onRefuse}
          />
        ))}
      </ol>
    </section>
  )
}

type PassageProps = Omit<Props, 'plan'> & { title: string | null; changes: readonly Change[]; quiet: boolean }

function Passage({ title, changes, from, to, quiet, refused, onRefuse }: PassageProps) {
  const [open, setOpen] = useState<boolean | null>(null)
  const counted = countedKinds(changes.map(({ kind }) => kind))
  const touched = changes.some(({ kind, id }) => kind !== 'same' || refused.includes(id))
  const shown = open ?? (touched || !quiet)
  // Blank lines between passages need no heading.
  if (title === null && !touched && quiet) return null
  return (
    <Card as="li" flush className="overflow-hidden">
      <Press
        aria-expanded={shown}
        onClick={() => setOpen(!shown)}
        className="flex w-full min-w-0 items-baseline gap-2 px-3 py-1.5 text-left"
      >
        {shown ? (
          <ChevronDown size={16} aria-hidden className="self-center" />
        ) : (
          <ChevronRight size={16} aria-hidden className="self-center" />
        )}
        <span className="truncate font-semibold">{title ?? 'Between the passages'}</span>
        <span className={`text-control ${touched ? 'text-heat' : 'text-soft'}`}>{counted}</span>
      </Press>
      {shown && (
        <table className="w-full table-fixed border-t border-rule text-small leading-[19px]">
          <colgroup>
            <col />
            <col className="w-[104px]" />
            <col />
          </colgroup>
          <thead className="sr-only">
            <tr>
              <th>{from}</th>
              <th>What becomes of it</th>
              <th>{to}</th>
            </tr>
          </thead>
          <tbody>
            {rowsOf(changes, quiet, refused).map(row =>
              'folded' in row ? (
                <tr key={`fold ${row.first}`}>
                  <td colSpan={3} className="px-3 py-0.5 text-soft">
                    {plural(row.folded, 'line')} the same
                  </td>
                </tr>
              ) : (
                <Row
                  key={row.change.id}
                  change={row.change}
                  raw={row.raw}
                  refused={refused.includes(row.change.id)}
                  onRefuse={onRefuse}
                />
              ),
            )}
          </tbody>
        </table>
      )}
    </Card>
  )
}

type Shown = { change: Change; raw: string | null } | { folded: number; first: string }

/** The rows to show; if `quiet`, a run of unchanged lines is a single row. */
function rowsOf(changes: readonly Change[], quiet: boolean, refused: readonly string[]): Shown[] {
  const rows: Shown[] = []
  for (const change of changes) {
    const last = rows.at(-1)
    if (!quiet || change.kind !== 'same' || refused.includes(change.id)) rows.push({ change, raw: change.was })
    else if (last && 'folded' in last) last.folded++
    else rows.push({ folded: 1, first: change.id })
  }
  return rows
}

type RowProps = { change: Change; raw: string | null; refused: boolean; onRefuse: Props['onRefuse'] }

function Row({ change, raw, refused, onRefuse }: RowProps) {
  const { id, line, kind, became, why, wouldBe } = change
  const touched = kind !== 'same' || refused
  const ticks = touched && kind !== 'refused'
  return (
    <tr className="border-t border-rule/60 align-top first:border-t-0">
      <td
        className={`px-2 py-0.5 font-mono break-words whitespace-pre-wrap ${touched && raw !== null ? 'bg-move-fill' : ''} ${raw === null ? 'bg-sunk' : ''}`}
      >
        {raw !== null && (
          <>
            <span className="mr-2 inline-block w-8 text-right text-soft select-none">{line}</span>
            {raw}
          </>
        )}
      </td>
      <td className={`border-x border-rule px-2 py-0.5 ${kindLooks[kind]}`}>
        {ticks ? (
          <label className="flex items-start gap-1.5">
            <input
              type="checkbox"
              className="mt-[3px]"
              checked={!refused}
              onChange={event => onRefuse(id, !event.target.checked)}
              aria-label={`${wouldBe ? kindWords.added : kindWords[kind]}: ${raw ?? (wouldBe ?? became).join(' ')}`}
            />
            {wouldBe ? 'not added' : refused ? 'as it was' : kindWords[kind]}
          </label>
        ) : (
          <span className="flex items-start gap-1.5">
            <span aria-hidden className="inline-block w-[13px] text-center font-mono">
              {kindChars[kind]}
            </span>
            {kindWords[kind]}
          </span>
        )}
      </td>
      <td
        className={`px-2 py-0.5 ${touched && became.length > 0 && !refused ? 'bg-heat-fill' : ''} ${became.length === 0 ? 'bg-sunk' : ''}`}
      >
        {became.length > 0 && (
          <span className="block font-mono break-words whitespace-pre-wrap">{became.join('\n')}</span>
        )}
        {wouldBe && <s className="block font-mono break-words whitespace-pre-wrap text-soft">{wouldBe.join('\n')}</s>}
        {touched && <span className="block text-soft">{why}</span>}
      </td>
    </tr>
  )
}
