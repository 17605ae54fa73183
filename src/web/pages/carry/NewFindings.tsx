// The findings that only the target has; or that it has no new ones.
import { plural } from '../../../core/format.ts'
import { unparted } from '../../lib/words.ts'
import type { PlanShown } from '../../state/api.ts'
import { SeverityMark } from '../../ui/Severity.tsx'

const max = 6

export function NewFindings({ plan: { newFindings }, to }: { plan: PlanShown; to: string }) {
  if (newFindings.length === 0)
    return <p className="rounded-card border border-good bg-raised px-4 py-2.5 text-good">No new findings on {to}.</p>
  const serious = newFindings.some(({ severity }) => severity !== 'advice')
  return (
    <section
      aria-label={`Only on ${to}`}
      className={`rounded-card border bg-raised px-4 py-3 ${serious ? 'border-warn' : 'border-rule'}`}
    >
      <h2 className="font-serif text-heading font-semibold">
        Only on {to}: {plural(newFindings.length, 'finding')}
      </h2>
      <ul className="mt-1 grid gap-1 text-control">
        {newFindings.slice(0, max).map(({ rule, line, severity, message }) => (
          <li key={`${rule} ${line}`} className="flex gap-2">
            <span className="mt-1">
              <SeverityMark severity={severity} />
            </span>
            <span>
              <b>line {line}:</b> {unparted(message)}
            </span>
          </li>
        ))}
        {newFindings.length > max && <li className="text-soft">and {newFindings.length - max} more</li>}
      </ul>
    </section>
  )
}
