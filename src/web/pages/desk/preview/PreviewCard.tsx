// The preview of an edit: the lines that change, the result of its rehearsal, and its path on the bed.
import type { EditorView } from '@codemirror/view'
import { CircleSlash } from 'lucide-react'
import { useMemo } from 'react'
import type { Finding } from '../../../../core/check/finding.ts'
import { rules } from '../../../../core/check/rules.ts'
import { duration, plural } from '../../../../core/format.ts'
import { difference } from '../../../../core/prove.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { changedLines } from '../../../lib/changed.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { applyPreview, leavePreview, type Preview, usePreview } from '../../../state/preview.ts'
import { Button } from '../../../ui/Button.tsx'
import { Failed } from '../../../ui/Failed.tsx'
import { LineChanges } from '../../../ui/LineChanges.tsx'
import { seriousOf } from '../../../ui/Severity.tsx'
import { MakerPad } from './MakerPad.tsx'
import { NudgePad } from './NudgePad.tsx'
import { ProbePad } from './ProbePad.tsx'
import { SettingPad } from './SettingPad.tsx'
import { ShapePad, shapes } from './ShapePad.tsx'

export function PreviewCard({
  open,
  setting,
  editor,
}: {
  open: Seen
  setting: RehearsalInput
  editor: EditorView | null
}) {
  const { asked: request, preview, refusal, failure } = usePreview()
  return (
    <section
      aria-label="Preview"
      className="flex h-full min-h-0 flex-col overflow-auto rounded-card border border-heat bg-raised px-3.5 py-2"
    >
      <div className="flex items-start gap-2">
        <h2 className="min-w-0 flex-1 font-serif text-lead leading-6 font-semibold">
          {preview?.title ?? refusal?.title}
        </h2>
        <Button small onClick={() => leavePreview(editor)}>
          Leave it
        </Button>
        {preview && (
          <Button small main disabled={preview.request !== request} onClick={() => editor && applyPreview(editor)}>
            Apply
          </Button>
        )}
      </div>
      {request?.do === 'make' && <MakerPad request={request} setting={setting} preview={preview} />}
      {request?.do === 'nudge' && <NudgePad request={request} />}
      {request && shapes(request) && <ShapePad request={request} open={open} />}
      {request?.do === 'probe-without-ooze' && <ProbePad request={request} />}
      {request?.do === 'setting' && <SettingPad request={request} preview={preview} />}
      {refusal && (
        <p role="alert" className="flex items-center gap-2 py-1.5">
          <CircleSlash size={16} aria-hidden className="shrink-0 text-warn" />
          {refusal.why}
          {refusal.retry && (
            <Button small onClick={refusal.retry}>
              Try again
            </Button>
          )}
        </p>
      )}
      {preview && <Changes preview={preview} />}
      {preview && <Difference preview={preview} open={open} />}
      {preview?.fits && <Fits {...preview.fits} />}
      <Failed why={failure && `What it does could not be rehearsed. ${failure.why}`} onRetry={failure?.retry} />
      <p className="mt-1 text-small text-soft" role="status">
        {preview && !failure && describeChange(preview, open)}
      </p>
    </section>
  )
}

const titleOf = (rule: string): string => rules.find(({ name }) => name === rule)?.title ?? rule

function describeChange({ round }: Preview, { round: now }: Seen): string {
  if (!round || !now) return 'Rehearsing it…'
  const time = `${duration(round.durations.totalS)} instead of ${duration(now.durations.totalS)}`
  const [after, before] = [seriousOf(round.findings).length, seriousOf(now.findings).length]
  return `Rehearsed: ${plural(after, 'finding')} instead of ${before}, ${time}.`
}

/** The titles of the findings that the edit removes and adds. */
function Difference({ preview, open }: { preview: Preview; open: Seen }) {
  const [before, after] = [open.findings, preview.round?.findings]
  const { mends, brings } = useMemo(() => difference(before ?? [], after ?? []), [before, after])
  if (!before || !after) return null
  const both = new Set(mends.map(({ rule }) => rule).filter(rule => brings.some(each => each.rule === rule)))
  const describe = (findings: readonly Finding[]) =>
    [...new Set(findings.map(({ rule }) => rule))]
      .filter(rule => !both.has(rule))
      .map(titleOf)
      .join(' · ')
  return (
    <p className="mt-1 max-h-[42px] shrink-0 overflow-auto text-control">
      {describe(mends) && (
        <span className="text-good">
          <b>Fixes</b> {describe(mends)}
        </span>
      )}
      {describe(mends) && describe(brings) && ' '}
      {describe(brings) && (
        <span className="text-warn">
          <b>Adds</b> {describe(brings)}
        </span>
      )}
    </p>
  )
}

/** The jobs that the text then fits, newly fitting ones first. */
function Fits({ before, after, of }: NonNullable<Preview['fits']>) {
  const gained = after.filter(name => !before.includes(name))
  const kept = after.filter(name => before.includes(name))
  return (
    <p className="mt-1 max-h-[72px] shrink-0 overflow-auto text-control">
      <b>
        Fits {after.length} of {plural(of, 'job')} instead of {before.length}
      </b>
      {after.length > 0 && ': '}
      {[...gained, ...kept].map((name, i) => (
        <span key={name}>
          {i > 0 && ' · '}
          <span className={i < gained.length ? 'text-good' : 'text-soft'}>
            {i < gained.length && '+ '}
            {name}
          </span>
        </span>
      ))}
    </p>
  )
}

function Changes({ preview }: { preview: Preview }) {
  const rows = useMemo(() => changedLines(preview.text, preview.after), [preview])
  return <LineChanges rows={rows} label="Lines that change" className="mt-1 min-h-10 flex-1" />
}
