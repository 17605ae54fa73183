// The findings of the whole print, each once, with the first situation that has it.
import type { PrintShown } from '../../../core/print/shown.ts'
import { unparted } from '../../lib/words.ts'
import { Card } from '../../ui/Card.tsx'
import { Press } from '../../ui/Press.tsx'
import { SeverityMark } from '../../ui/Severity.tsx'
import { situationWords } from './words.ts'

const rank = { error: 0, warning: 1, advice: 2 } as const

type Props = { print: PrintShown; onOpen: (situation: number, line: number) => void }

export function PrintFindings({ print, onOpen }: Props) {
  const found = print.findings.toSorted((a, b) => rank[a.severity] - rank[b.severity])
  return (
    <Card aria-label="Findings" title="Findings">
      {found.length === 0 && <p className="pt-1 text-good">No findings.</p>}
      <ul className="grid gap-2 pt-1">
        {found.map(({ severity, rule, line, message, situation, fixes }) => {
          const shown = print.situations[situation]
          return (
            <li key={`${situation} ${rule} ${line}`} className="flex gap-2">
              <span className="pt-1">
                <SeverityMark severity={severity} />
              </span>
              <p className="min-w-0">
                <Press
                  onClick={() => onOpen(situation, line)}
                  className="rounded-sm text-left font-semibold text-heat underline underline-offset-2"
                >
                  {shown ? situationWords(shown) : ''}, line {line}
                </Press>{' '}
                {unparted(message)}
                {fixes > 0 && <span className="text-soft"> The Desk has a fix.</span>}
              </p>
            </li>
          )
        })}
      </ul>
    </Card>
  )
}
