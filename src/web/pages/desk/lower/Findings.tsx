// The findings, the worst first, each with its line and fixes; then advice, and the findings that the person ignores.
import { CircleCheck } from 'lucide-react'
import { memo, Suspense, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Finding } from '../../../../core/check/finding.ts'
import { plural } from '../../../../core/format.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { type RoundStep, roundSteps } from '../../../../core/round-steps.ts'
import { misfit, tooHotFor } from '../../../../core/runs/fits.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { keysOf } from '../../../lib/keys.ts'
import { unparted } from '../../../lib/words.ts'
import { type Rehearsal, stepOf, useDesk } from '../../../state/desk.ts'
import { newestText, type Seen, useFindings, useRehearsal } from '../../../state/desk-watch.ts'
import { openDialog } from '../../../state/dialogs.ts'
import { giveText } from '../../../state/files-to-learn.ts'
import { selectLines } from '../../../state/playhead.ts'
import { propose, showFix } from '../../../state/preview.ts'
import { rehearseNow } from '../../../state/rehearsal-requests.ts'
import { stopRound } from '../../../state/rehearser.ts'
import { Button } from '../../../ui/Button.tsx'
import { PageLink, Press } from '../../../ui/Press.tsx'
import { Progress } from '../../../ui/Progress.tsx'
import { ScrollRegion } from '../../../ui/ScrollRegion.tsx'
import { SeverityMark, seriousOf } from '../../../ui/Severity.tsx'
import { useFileLink } from '../useFileLink.ts'
import { IgnoredPanel } from './IgnoredPanel.tsx'

type Props = { open: Seen; setting: RehearsalInput }

/** Limit of the findings shown; the others are counted. */
const max = 100

/** Why the newest text was not rehearsed, in a sentence; null if it was, or will be. */
function troubleOf(rehearsal: Rehearsal): string | null {
  if (rehearsal.is === 'stopped') return 'You stopped the rehearsal. The next change is rehearsed as usual.'
  return rehearsal.is === 'failed' ? `This text could not be rehearsed: ${rehearsal.why}` : null
}

export function Findings({ open, setting }: Props) {
  const { round } = open
  const [asking, setAsking] = useState<Finding | null>(null)
  const findings = useFindings()
  const rehearsal = useRehearsal()
  const step = rehearsal && stepOf(rehearsal)
  const trouble = rehearsal && troubleOf(rehearsal)
  const serious = seriousOf(findings)
  const advice = findings.filter(({ severity }) => severity === 'advice')
  const setAside = round?.setAside ?? []
  const rows = (some: readonly Finding[]) => {
    const keys = keysOf(some, ({ rule, line }) => `${rule} ${line}`)
    return some.slice(0, max).map((finding, i) => <Row key={keys[i]} finding={finding} onAside={setAsking} />)
  }
  return (
    <ScrollRegion className="h-full px-3.5 py-1 contain-content tablet:contain-strict" aria-label="List of findings">
      {step && <Rehearsing step={step} />}
      {trouble && (
        <p role="alert" className="py-1 text-control text-bad">
          {trouble} Your text is safe
          {round ? '; the findings shown are for the earlier text. ' : '. '}
          <Button small onClick={rehearseNow}>
            Try again
          </Button>
        </p>
      )}
      {round?.cutAt && (
        <p className="py-1 text-control text-soft">
          This is {round.cutAt.toLocaleString('en')} lines, as long as a whole print. The first 20,000 are rehearsed
          here; nothing is lost.
        </p>
      )}
      {round?.pasted === 'print' && (
        <p className="py-1 text-control">
          This reads like a whole print file. Its area, height and tools make a job that scripts are rehearsed for:{' '}
          <PageLink to="/jobs" className="text-heat underline underline-offset-2">
            read it under Jobs
          </PageLink>
          .
        </p>
      )}
      {round &&
        oddities(setting).map(odd => (
          <p key={odd} className="py-1 text-control text-warn">
            {odd} The rehearsal goes on as if it could be.
          </p>
        ))}
      {round && !trouble && serious.length === 0 && (
        <p className="flex items-center gap-2 py-1 text-body">
          <CircleCheck size={17} className="text-good" aria-hidden />
          Nothing found for {setting.job.name} on {setting.printer.name}.
        </p>
      )}
      <ul>{rows(serious)}</ul>
      {serious.length > max && <p className="py-1 text-control text-soft">and {serious.length - max} more</p>}
      {advice.length > 0 && (
        <section aria-label="Advice">
          <h3 className="border-t border-rule pt-1.5 text-small text-soft">
            Advice: nothing wrong, but worth a thought
          </h3>
          <ul>{rows(advice)}</ul>
        </section>
      )}
      {setAside.length > 0 && (
        <details className="border-t border-rule py-1.5 text-control">
          <summary className="text-soft">{plural(setAside.length, 'finding')} ignored in this script</summary>
          <ul>
            {setAside.map(finding => (
              <li key={`${finding.rule} ${finding.line}`} className="flex items-start gap-2.5 py-1">
                <LineLink line={finding.line} />
                <p className="min-w-0 flex-1">
                  {unparted(finding.message)} <span className="text-soft">Ignored: {finding.reason}</span>
                </p>
                <Button
                  small
                  onClick={() => void propose({ do: 'take-back-aside', rule: finding.rule, line: finding.line })}
                >
                  Show again
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
      <Suspense fallback={null}>{asking && <IgnoredPanel finding={asking} onClose={() => setAsking(null)} />}</Suspense>
    </ScrollRegion>
  )
}

/** The progress of a long text's rehearsal, and a button that stops it. */
const Rehearsing = ({ step }: { step: RoundStep }) => (
  <div className="flex items-center gap-3 py-1 text-control">
    <Progress label="Rehearsal" done={roundSteps.indexOf(step)} all={roundSteps.length} className="w-32" />
    <p role="status">A long text is rehearsed: {step}…</p>
    <Button small onClick={stopRound}>
      Stop
    </Button>
  </div>
)

/** Sentences about a job and material that do not fit the printer, whatever the script. */
const oddities = ({ job, printer, material, materials = [material] }: RehearsalInput): string[] =>
  [misfit(job, printer), ...materials.map(each => tooHotFor(each, printer))].filter(odd => odd !== null)

const LineLink = ({ line }: { line: number }) => (
  <Press
    onClick={() => selectLines(line)}
    className="mr-1.5 rounded-sm font-semibold whitespace-nowrap text-heat underline underline-offset-2"
  >
    line {line}
  </Press>
)

/** A link to the line of the machine's own file that the finding is about. */
function AtFile({ file, line }: NonNullable<Finding['at']>) {
  const linkTo = useFileLink()
  const to = linkTo(file, line)
  return (
    to && (
      <>
        {' · '}
        <PageLink to={to} className="whitespace-nowrap text-heat underline underline-offset-2">
          open {file ?? 'the config'}
        </PageLink>
      </>
    )
  )
}

type RowProps = { finding: Finding; onAside: (finding: Finding) => void }

const Row = memo(function Row({ finding, onAside }: RowProps) {
  const { severity, line, message, fixes, rule, at } = finding
  const several = fixes.length > 1
  return (
    <li className="border-t border-rule py-1.5 first:border-t-0">
      <div className="flex gap-2.5">
        <span className="pt-1">
          <SeverityMark severity={severity} />
        </span>
        <div className="min-w-0 flex-1 text-control leading-[18px] [overflow-wrap:anywhere]">
          <p>
            <LineLink line={line} />
            {unparted(message)}{' '}
            <PageLink to={`/checks/${rule}`} className="whitespace-nowrap text-soft underline underline-offset-2">
              why?
            </PageLink>
            {at && <AtFile {...at} />}
          </p>
          {several && (
            <div className="flex flex-wrap gap-1 pt-1">
              {fixes.map(fix => (
                <FixButton key={fix.title} name={fix.title} fix={fix} line={line} />
              ))}
            </div>
          )}
        </div>
        <div className="flex shrink-0 flex-col items-end gap-1">
          <Table finding={finding} />
          {fixes.length === 1 && fixes[0] && <FixButton name="Show fix" fix={fixes[0]} line={line} />}
          <Press
            aria-label={`Ignore “${rule}” on line ${line}`}
            onClick={() => onAside(finding)}
            className="rounded-sm px-1 text-small text-soft underline underline-offset-2 hover:text-ink"
          >
            Ignore…
          </Press>
        </div>
      </div>
    </li>
  )
})

type Settles = 'confirm' | 'say' | 'learn' | 'teach' | null

/** The dialog that resolves a finding of this rule, if there is one. */
function tableFor({ rule, lines }: Finding, round: DeskRound | null | undefined): Settles {
  if (rule === 'words-not-taught') return 'confirm'
  if (rule === 'unknown-value') return round?.absent.size ? 'say' : null
  if (rule === 'config-in-script') return 'learn'
  if (rule !== 'unknown-command' || !round) return null
  return round.unknown.some(unknown => lines.includes(unknown.lines[0] ?? 0)) ? 'teach' : null
}

/** The button that opens that dialog. */
function Table({ finding }: { finding: Finding }) {
  const navigate = useNavigate()
  const table = useDesk(({ open }) => tableFor(finding, open?.shown?.round))
  const text = () => useDesk.getState().open?.text ?? ''
  if (table === 'confirm' || table === 'say')
    return (
      <Button small onClick={() => openDialog('placeholders')}>
        {table === 'confirm' ? 'Confirm them…' : 'Say what they are…'}
      </Button>
    )
  if (table === 'learn')
    return (
      <>
        <Button
          small
          onClick={() => {
            void giveText(text())
            void navigate('/printers/learn')
          }}
        >
          Learn the printer
        </Button>
        <Button small onClick={() => navigate('/macros', { state: { config: text() } })}>
          Put it under Macros
        </Button>
      </>
    )
  if (table === 'teach')
    return (
      <Button small onClick={() => openDialog('unknown')}>
        Teach them…
      </Button>
    )
  return null
}

type FixProps = { name: string; fix: Finding['fixes'][number]; line: number }

const FixButton = ({ name, fix, line }: FixProps) => (
  <Button
    small
    title={fix.title}
    onClick={() => {
      const { open } = useDesk.getState()
      selectLines(line)
      void showFix(fix, newestText({ open }))
    }}
  >
    {name}
  </Button>
)
