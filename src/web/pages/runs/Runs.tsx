// Runs: rehearses one script, or all of a printer, for many jobs and materials.
import { useEffect, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { plural } from '../../../core/format.ts'
import { inEveryMaterial, leftOut, ownRuns } from '../../../core/runs/fits.ts'
import { everythingCombined, isRight } from '../../../core/runs/many.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { useShelf, useThings } from '../../state/queries.ts'
import { startRuns, stopRuns, useRuns } from '../../state/runs.ts'
import { Button } from '../../ui/Button.tsx'
import { EmptyState } from '../../ui/Card.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { Progress } from '../../ui/Progress.tsx'
import { RunsChart } from './RunsChart.tsx'
import { type Against, allScripts, RunsChoices } from './RunsChoices.tsx'
import { RunsTable } from './RunsTable.tsx'
import { scriptsToRun } from './scriptsToRun.ts'

export function Runs() {
  const [search, setSearch] = useSearchParams()
  useTitle('Runs')
  const [askedThings, askedShelf] = [useThings(), useShelf()]
  const [things, shelf] = [askedThings.data, askedShelf.data?.printers]
  const [against, setAgainst] = useState<Against>('own')
  const { rows, going, tookS, stopped, troubles } = useRuns()
  useEffect(() => stopRuns, [])

  const wanted = search.get('script') ?? ''
  const withScripts = useMemo(() => shelf?.filter(({ scripts }) => scripts.length > 0) ?? [], [shelf])
  const chosenPrinter =
    withScripts.find(({ scripts }) => scripts.some(({ id }) => String(id) === wanted)) ??
    withScripts.find(({ id }) => String(id) === search.get('printer')) ??
    withScripts[0]
  const script = wanted === allScripts ? allScripts : wanted || String(chosenPrinter?.scripts[0]?.id ?? '')
  const runs = useMemo(() => {
    if (!things || !chosenPrinter) return []
    const materials = things.materials.map(({ data }) => data)
    const { printer } = chosenPrinter
    if (against === 'combined') return everythingCombined(printer, materials)
    const jobs = things.jobs.map(({ data }) => data)
    return against === 'own' ? ownRuns(jobs, materials, printer) : inEveryMaterial(jobs, materials, printer)
  }, [things, chosenPrinter, against])

  const out = useMemo(
    () =>
      things && chosenPrinter
        ? leftOut(
            things.jobs.map(({ data }) => data),
            things.materials.map(({ data }) => data),
            chosenPrinter.printer,
          )
        : [],
    [things, chosenPrinter],
  )

  const starting = useCommand(async () => {
    if (!chosenPrinter || !things) return
    const ids = chosenPrinter.scripts.map(({ id }) => id).filter(id => script === allScripts || String(id) === script)
    await startRuns(await scriptsToRun(ids, chosenPrinter.printer, things), runs)
  })

  if (!things || !shelf || !chosenPrinter) return <Pending on={[askedThings, askedShelf]} what="jobs and scripts" />
  return (
    <Page
      title="Runs"
      intro="A script has to be right for every job. Here it is rehearsed for all of them at once."
      actions={
        <>
          <RunsChoices
            printers={withScripts}
            printer={chosenPrinter}
            script={script}
            against={against}
            onScript={setSearch}
            onAgainst={setAgainst}
          />
          {going ? (
            <Button onClick={stopRuns}>Stop</Button>
          ) : (
            <Button main disabled={runs.length === 0} onClick={() => void starting.run()}>
              Rehearse {plural(runs.length * (script === allScripts ? chosenPrinter.scripts.length : 1), 'run')}
            </Button>
          )}
        </>
      }
    >
      <Failed why={starting.problem} onRetry={starting.retry} />
      {against !== 'combined' && out.length > 0 && <LeftOutJobs jobs={out} printer={chosenPrinter.printer.name} />}
      {going && <Progress label="Rehearsing" done={going.done} all={going.all} />}
      {rows.length === 0 && !going && troubles.length === 0 && (
        <EmptyState>Nothing rehearsed yet. Choose a script and press Rehearse.</EmptyState>
      )}
      {troubles.length > 0 && (
        <ul role="alert" className="rounded-card border border-bad bg-raised px-4 py-2 text-bad">
          {troubles.map(trouble => (
            <li key={trouble}>{trouble}</li>
          ))}
        </ul>
      )}
      {rows.length > 0 && (
        <>
          <Verdict rows={rows} troubled={troubles.length > 0} going={going !== null} stopped={stopped} tookS={tookS} />
          <RunsChart rows={rows} />
          <RunsTable rows={rows} printer={chosenPrinter.printer} />
        </>
      )}
    </Page>
  )
}

type VerdictProps = {
  /** Whether something could not be rehearsed. */
  troubled: boolean
  rows: ReturnType<typeof useRuns.getState>['rows']
  going: boolean
  stopped: boolean
  tookS: number | null
}

function Verdict({ rows, troubled, going, stopped, tookS }: VerdictProps) {
  const failing = rows.filter(({ counts }) => counts.error > 0).length
  const warned = rows.filter(({ counts }) => counts.error === 0 && counts.warning > 0).length
  const lacking = rows.filter(row => row.counts.error + row.counts.warning === 0 && !isRight(row)).length
  const verdict =
    failing > 0
      ? `${plural(failing, 'run')} of ${rows.length} would go wrong`
      : warned > 0
        ? `No errors; warnings in ${plural(warned, 'run')} of ${rows.length}`
        : lacking > 0
          ? `No problems while it runs, but ${plural(lacking, 'run')} of ${rows.length} ${lacking === 1 ? 'ends' : 'end'} in an unexpected state`
          : `No problems in ${rows.length === 1 ? 'the one run' : `any of ${rows.length} runs`}`
  return (
    <p
      role="status"
      className={`font-serif text-heading font-semibold ${failing ? 'text-bad' : warned || lacking || troubled ? 'text-warn' : 'text-good'}`}
    >
      {going ? `${verdict}, so far` : verdict}
      {stopped && ', stopped before the end'}
      {troubled && ', and not all could be rehearsed'}
      {tookS !== null && (
        <span className="ml-3 font-sans text-control font-normal text-soft">in {tookS.toFixed(1)} s</span>
      )}
    </p>
  )
}

type LeftOutProps = { jobs: ReturnType<typeof leftOut>; printer: string }

const LeftOutJobs = ({ jobs, printer }: LeftOutProps) => (
  <details className="text-control text-soft">
    <summary>
      {plural(jobs.length, 'job')} left out: {printer} can’t print {jobs.length === 1 ? 'it' : 'them'}
    </summary>
    <ul className="pl-4">
      {jobs.map(({ job, why }) => (
        <li key={job}>
          {job}: {why}
        </li>
      ))}
    </ul>
  </details>
)
