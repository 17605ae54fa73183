// A table of all runs: the job, its duration and amounts, its findings, its final state; worst first, and each opens on
// the Desk.
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { duration, plain, plural } from '../../../core/format.ts'
import { areaOn, ofFirstTool } from '../../../core/model/job.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { byWorst, isRight } from '../../../core/runs/many.ts'
import { unparted } from '../../lib/words.ts'
import { borrowJob } from '../../state/borrowed-jobs.ts'
import type { RunRow } from '../../state/runs.ts'
import { BedPicture } from '../../ui/BedPicture.tsx'
import { Press } from '../../ui/Press.tsx'
import { SeverityMark } from '../../ui/Severity.tsx'
import { type Column, Table } from '../../ui/Table.tsx'

type Kind = 'worst' | 'job' | 'time' | 'filament'
type Only = 'all' | 'error' | 'warning' | 'clean'

const kinds: Record<Kind, (a: RunRow, b: RunRow) => number> = {
  worst: byWorst,
  job: (a, b) => a.job.localeCompare(b.job, 'en'),
  time: (a, b) => b.durationS - a.durationS,
  filament: (a, b) => b.massG - a.massG,
}

const keeps: Record<Only, (row: RunRow) => boolean> = {
  all: () => true,
  error: ({ counts }) => counts.error > 0,
  warning: ({ counts }) => counts.warning > 0,
  clean: isRight,
}

const onlyWords: Record<Only, string> = { all: 'all', error: 'errors', warning: 'warnings', clean: 'no problems' }

/** Limit of the rows drawn; sorting and filtering reach the others. */
const max = 300

export function RunsTable({ rows, printer }: { rows: readonly RunRow[]; printer: Printer }) {
  const [kind, setKind] = useState<Kind>('worst')
  const [only, setOnly] = useState<Only>('all')
  const navigate = useNavigate()
  const shown = useMemo(() => rows.filter(keeps[only]).sort(kinds[kind]), [rows, kind, only])
  const several = new Set(rows.map(({ script }) => script)).size > 1
  const open = ({ scriptId, run }: RunRow, line?: number) => {
    borrowJob(run.job)
    const where = new URLSearchParams({ job: run.job.name, material: ofFirstTool(run.job, run.materials)?.name ?? '' })
    if (line) where.set('line', String(line))
    navigate(`/desk/${scriptId}?${where}`)
  }
  const sortable = (by: Kind, title: string): Column => ({
    title,
    sorted: kind === by,
    head: (
      <Press
        onClick={() => setKind(by)}
        className={`rounded-sm hover:text-ink ${kind === by ? 'font-semibold text-ink underline underline-offset-4' : ''}`}
      >
        {title}
      </Press>
    ),
  })
  const columns: readonly Column[] = [
    { title: 'Bed', width: '4rem' },
    sortable('job', 'Job'),
    ...(several ? ['Script'] : []),
    sortable('time', 'Time'),
    sortable('filament', 'Filament'),
    sortable('worst', 'Found'),
    'Left in an unexpected state',
  ]
  return (
    <section aria-label="Results">
      <fieldset className="mb-2 flex items-center gap-1.5 text-control">
        <legend className="sr-only">Show</legend>
        <span className="text-soft">Show</span>
        {(Object.keys(onlyWords) as Only[]).map(each => (
          <Press
            key={each}
            aria-pressed={only === each}
            onClick={() => setOnly(each)}
            className={`rounded-button border px-2.5 py-0.5 ${only === each ? 'border-ink bg-sunk font-semibold' : 'border-rule bg-raised'}`}
          >
            {onlyWords[each]} {rows.filter(keeps[each]).length}
          </Press>
        ))}
      </fieldset>
      <Table card columns={columns}>
        <tbody>
          {shown.slice(0, max).map(row => (
            <tr key={row.key} className="border-t border-rule align-top hover:bg-sunk">
              <td className="py-1 pl-3">
                <BedPicture
                  printer={printer}
                  strokes={row.strokes}
                  probes={false}
                  size={48}
                  area={areaOn(row.run.job, printer)}
                />
              </td>
              <td className="py-1.5 pr-3">
                <Press
                  onClick={() => open(row)}
                  className="rounded-sm text-left font-semibold underline decoration-rule underline-offset-2 hover:decoration-ink"
                >
                  {row.job}
                </Press>
                {!row.job.includes(row.materials[0] ?? '') && (
                  <span className="block text-small text-soft">{row.materials.join(' + ')}</span>
                )}
              </td>
              {several && <td className="py-1.5 pr-3">{row.script}</td>}
              <td className="py-1.5 pr-3 whitespace-nowrap">{duration(row.durationS)}</td>
              <td className="py-1.5 pr-3 whitespace-nowrap">{plain(row.massG, 2)} g</td>
              <td className="max-w-[34rem] py-1.5 pr-3">
                <Found row={row} onOpen={line => open(row, line)} />
              </td>
              <td className="max-w-[16rem] py-1.5 pr-3 text-soft">{row.lacking.join(', ') || '–'}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {shown.length > max && (
        <p className="pt-2 text-soft">and {shown.length - max} more; filter or sort to see them</p>
      )}
    </section>
  )
}

function Found({ row, onOpen }: { row: RunRow; onOpen: (line: number) => void }) {
  const { counts, worst } = row
  const first = worst.find(({ severity }) => severity !== 'advice')
  if (!first) return <span className="font-semibold text-good">no problems</span>
  const description = [
    counts.error ? plural(counts.error, 'error') : '',
    counts.warning ? plural(counts.warning, 'warning') : '',
  ].filter(Boolean)
  return (
    <span className="flex gap-2">
      <span className="pt-0.5">
        <SeverityMark severity={first.severity} />
      </span>
      <span>
        <b>{description.join(', ')}</b>{' '}
        <Press onClick={() => onOpen(first.line)} className="rounded-sm text-heat underline underline-offset-2">
          line {first.line}
        </Press>{' '}
        <span className="text-soft">{unparted(first.message)}</span>
      </span>
    </span>
  )
}
