// Whole print: runs every script of a printer as the print of one job would, each from the state that the previous one
// left.
import { useEffect, useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { duration, plain, plural } from '../../../core/format.ts'
import type { PrintShown } from '../../../core/print/shown.ts'
import { leftOut } from '../../../core/runs/fits.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { rehearsePrint, stopPrint, usePrint } from '../../state/print.ts'
import { useShelf, useThings } from '../../state/queries.ts'
import type { Picked } from '../../state/scripts-by-moment.ts'
import { sendSituation } from '../../state/situation.ts'
import { Button } from '../../ui/Button.tsx'
import { EmptyState } from '../../ui/Card.tsx'
import { Choice, printerOption } from '../../ui/Choice.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { Progress } from '../../ui/Progress.tsx'
import { Costs } from './Costs.tsx'
import { PrintFindings } from './PrintFindings.tsx'
import { PrintRibbon } from './PrintRibbon.tsx'
import { ScriptsOfPrint } from './ScriptsOfPrint.tsx'
import { SituationsTable } from './SituationsTable.tsx'
import { usePrintChoice } from './usePrintChoice.ts'

/** Delay before progress is shown, ms: short rehearsals need none. */
const slowMs = 700

/** Whether something has been going on for so long that its progress should be shown. */
function useSlow(going: boolean): boolean {
  const [slow, setSlow] = useState(false)
  useEffect(() => {
    const timer = going ? setTimeout(() => setSlow(true), slowMs) : undefined
    return () => {
      clearTimeout(timer)
      setSlow(false)
    }
  }, [going])
  return slow
}

export function WholePrint() {
  useTitle('Whole print')
  const navigate = useNavigate()
  const [search, setSearch] = useSearchParams()
  const [askedThings, askedShelf] = [useThings(), useShelf()]
  const [things, shelf] = [askedThings.data, askedShelf.data?.printers]
  const [picked, setPicked] = useState<Picked>({})
  const [chosen, setChosen] = useState<number | null>(null)
  const { print, share, problem } = usePrint()
  useEffect(() => stopPrint, [])
  // Progress is shown only for long rehearsals.
  const slow = useSlow(share !== null)

  const choice = usePrintChoice(things, shelf, search, picked)
  const { withScripts, own, jobs, materials, runs, run, byMoment, query, texts, setting } = choice
  useEffect(() => {
    setChosen(null)
    if (setting && texts) void rehearsePrint(setting, texts.scripts)
  }, [setting, texts])

  if (!things || !shelf) return <Pending on={[askedThings, askedShelf]} what="printers and jobs" />
  if (!own)
    return (
      <EmptyState className="m-6">
        No printer has a script yet. A whole print runs a printer’s scripts one after another.
      </EmptyState>
    )
  const scriptAt = (situation: number) => {
    const moment = print?.situations[situation]?.moment
    return byMoment.find(each => each.moment === moment)?.taken ?? null
  }
  const open = (situation: number, atLine?: number) => {
    const shown = print?.situations[situation]
    const script = scriptAt(situation)
    if (!shown || !script || !run) return
    sendSituation({ layer: shown.layer, change: shown.change, from: shown.from })
    const where = new URLSearchParams({ job: run.job.name, material: setting?.material.name ?? '', situation: '1' })
    if (atLine) where.set('line', String(atLine))
    navigate(`/desk/${script.id}?${where}`)
  }
  return (
    <Page
      title="Whole print"
      intro="All scripts of a printer in the order of one print. Each starts from the state that the previous one left."
      actions={
        <>
          <Choice
            name="Printer"
            value={String(own.id)}
            options={withScripts.map(({ id, printer }) => printerOption(id, printer))}
            onChange={id => {
              setPicked({})
              setSearch({ printer: id })
            }}
          />
          {run && (
            <Choice
              name="Job"
              value={run.job.name}
              options={runs.map(({ job }) => ({ value: job.name, label: job.name, about: job.about }))}
              onChange={job => setSearch({ printer: String(own.id), job })}
            />
          )}
        </>
      }
    >
      {!run && (
        <EmptyState>
          {own.printer.name} can print none of your jobs.{' '}
          {leftOut(jobs, materials, own.printer)
            .slice(0, 1)
            .map(({ job, why }) => `${job}: ${why}`)}
        </EmptyState>
      )}
      <Failed why={query.error?.message} onRetry={() => void query.refetch()} />
      <Failed why={problem} onRetry={() => setting && texts && void rehearsePrint(setting, texts.scripts)} />
      {share !== null && (!print || slow) && <PrintProgress share={share} />}
      {run && share === null && !print && !problem && !query.error && (
        <EmptyState>Not rehearsed. Choose a job or a script to rehearse the print.</EmptyState>
      )}
      {run && print && (
        <>
          <Verdict print={print} />
          <PrintRibbon print={print} chosen={chosen} onChoose={setChosen} />
          <div className="grid grid-cols-[minmax(0,1fr)_400px] items-start gap-4 max-wide:grid-cols-1">
            <SituationsTable
              print={print}
              chosen={chosen}
              canOpen={i => scriptAt(i) !== null}
              onOpen={open}
              onChoose={setChosen}
            />
            <div className="grid gap-4">
              <PrintFindings print={print} onOpen={open} />
              <ScriptsOfPrint
                printerId={own.id}
                byMoment={byMoment}
                unsaved={texts?.unsaved ?? []}
                onPick={(moment, id) => setPicked({ ...picked, [moment]: id })}
              />
            </div>
          </div>
          <Costs print={print} />
        </>
      )}
    </Page>
  )
}

const PrintProgress = ({ share }: { share: number }) => (
  <div className="flex items-center gap-4">
    <div className="min-w-0 flex-1">
      <Progress label="Rehearsing the print" done={Math.round(share * 100)} all={100} />
    </div>
    <Button small onClick={stopPrint}>
      Stop
    </Button>
  </div>
)

/** The cost of the changes and the worst finding, before everything else. */
function Verdict({ print }: { print: PrintShown }) {
  const errors = print.findings.filter(({ severity }) => severity === 'error').length
  const warnings = print.findings.filter(({ severity }) => severity === 'warning').length
  const verdict = errors
    ? `${plural(errors, 'error')}${warnings ? `, ${plural(warnings, 'warning')}` : ''}`
    : warnings
      ? `No errors, ${plural(warnings, 'warning')}`
      : 'No problems'
  const grams = print.purgedG + print.towerG
  return (
    <p role="status" className="flex flex-wrap items-baseline gap-x-3">
      <span
        className={`font-serif text-heading font-semibold ${errors ? 'text-bad' : warnings ? 'text-warn' : 'text-good'}`}
      >
        {verdict}
      </span>
      <span>
        {print.changes > 0 ? (
          <>
            <b>{plural(print.changes, 'change')}</b> take <b>{duration(print.changeS)}</b> of {duration(print.totalS)},
            and purge <b>{plain(grams, grams < 1 ? 2 : 1)} g</b>, which costs{' '}
            {print.cost > 0 && print.cost < 0.005 ? 'less than 0.01' : plain(print.cost, 2)}.
          </>
        ) : (
          <>No change of tools in {duration(print.totalS)}.</>
        )}
      </span>
    </p>
  )
}
