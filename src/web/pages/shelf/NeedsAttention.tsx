// The most important findings, each with a link to its script.
import { unparted } from '../../lib/words.ts'
import { PageLink } from '../../ui/Press.tsx'
import { SeverityMark } from '../../ui/Severity.tsx'
import type { Summarized } from './useSummaries.ts'

const max = 4

export function NeedsAttention({ printers }: { printers: Summarized[] }) {
  const all = printers.flatMap(({ printer, scripts }) =>
    scripts.flatMap(script => (script.summary?.findings ?? []).map(finding => ({ printer, script, finding }))),
  )
  const serious = all.filter(({ finding }) => finding.severity !== 'advice')
  const shown = serious.slice(0, max)
  return (
    <section aria-labelledby="wants-a-look">
      <h2 id="wants-a-look" className="border-b border-rule pb-1.5 font-serif text-heading font-semibold">
        Needs attention
      </h2>
      {shown.length === 0 && <p className="py-2 text-soft">Nothing. No script that was rehearsed has problems.</p>}
      <ul>
        {shown.map(({ printer, script, finding }) => (
          <li key={`${script.id} ${finding.rule} ${finding.line}`} className="border-b border-rule">
            <PageLink to={`/desk/${script.id}?line=${finding.line}`} className="flex gap-2 px-1 py-2 hover:bg-sunk">
              <span className="pt-1">
                <SeverityMark severity={finding.severity} />
              </span>
              <span className="min-w-0">
                <span className="font-semibold">
                  {printer.name}, line {finding.line}
                </span>
                <span className="line-clamp-3 text-control text-soft">{unparted(finding.message)}</span>
              </span>
            </PageLink>
          </li>
        ))}
      </ul>
      {serious.length > max && (
        <p className="pt-2 text-control text-soft">and {serious.length - max} more in these scripts</p>
      )}
    </section>
  )
}
