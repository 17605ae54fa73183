// What would go wrong, worst first, each with its line and its fixes.
import type { EditorView } from '@codemirror/view'
import { CircleCheck } from 'lucide-react'
import { plural } from '../../../core/explain/words.ts'
import type { Setting } from '../../../core/runs/round.ts'
import { Button } from '../../parts/Button.tsx'
import { SeverityMark } from '../../parts/Severity.tsx'
import { type Open, selectLines } from '../../state/desk.ts'
import { showFix, takeBack, usePreview } from '../../state/preview.ts'

type Props = { open: Open; setting: Setting; editor: EditorView | null }

/** Beyond this many the list ends and says how many more there are. */
const most = 100

export function Findings({ open, setting, editor }: Props) {
  const { applied } = usePreview()
  const { round } = open
  const findings = round?.findings ?? []

  return (
    <section
      aria-label="Findings"
      className="col-span-2 flex max-h-[172px] min-h-[88px] flex-col rounded-card border border-rule bg-raised"
    >
      <div className="flex items-center gap-3 px-3.5 pt-2.5 pb-1">
        <h2 className="font-serif text-[17px] font-semibold">
          {findings.length === 0 ? 'Findings' : `${plural(findings.length, 'thing')} to look at`}
        </h2>
        {applied && (
          <p role="status" className="ml-auto flex items-center gap-2 text-[14px] text-good">
            Done: {applied.title}
            <Button small onClick={() => editor && takeBack(editor)}>
              Undo
            </Button>
          </p>
        )}
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls can be reached by keyboard */}
      <section className="min-h-0 overflow-auto px-3.5 pb-2" tabIndex={0} aria-label="List of findings">
        {round?.cutAt && (
          <p className="py-1 text-[14px] text-soft">
            This is {round.cutAt.toLocaleString('en')} lines, as long as a whole print. The first 20,000 are rehearsed
            here; nothing is lost.
          </p>
        )}
        {round?.trace.stopped && (
          <p className="py-1 text-[14px] text-warn">
            Line {round.trace.stopped.line}: {round.trace.stopped.why}
          </p>
        )}
        {round && findings.length === 0 && (
          <p className="flex items-center gap-2 py-1 text-[15px]">
            <CircleCheck size={17} className="text-good" aria-hidden />
            Nothing found for {setting.job.name} on {setting.printer.name}.
          </p>
        )}
        <ul>
          {findings.slice(0, most).map(finding => (
            <li
              key={`${finding.rule} ${finding.line} ${finding.message}`}
              className="border-t border-rule py-1.5 first:border-t-0"
            >
              <div className="flex gap-2.5">
                <span className="pt-1">
                  <SeverityMark severity={finding.severity} />
                </span>
                <p className="min-w-0 flex-1 text-[14px] leading-[18px]">
                  <button
                    type="button"
                    onClick={() => selectLines(finding.line)}
                    className="mr-1.5 rounded-sm font-semibold text-heat underline underline-offset-2"
                  >
                    line {finding.line}
                  </button>
                  {finding.message}
                </p>
                <div className="flex shrink-0 flex-col gap-1">
                  {finding.fixes.map(fix => (
                    <Button
                      small
                      key={fix.title}
                      onClick={() => {
                        selectLines(finding.line)
                        void showFix(fix, open.roundText)
                      }}
                      title={fix.title}
                    >
                      {finding.fixes.length === 1 ? 'Show fix' : fix.title}
                    </Button>
                  ))}
                </div>
              </div>
            </li>
          ))}
        </ul>
        {findings.length > most && <p className="py-1 text-[14px] text-soft">and {findings.length - most} more</p>}
      </section>
    </section>
  )
}
