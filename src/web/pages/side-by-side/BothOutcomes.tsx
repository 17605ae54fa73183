// The outcomes of two scripts and their difference.
import type { Coming, Compared } from '../../../core/compare/side-by-side.ts'
import { unparted } from '../../lib/words.ts'
import { Card } from '../../ui/Card.tsx'
import { OutcomeTable } from '../../ui/OutcomeTable.tsx'
import { SeverityMark } from '../../ui/Severity.tsx'
import type { Side } from './sides.ts'

type Props = { left: Side; right: Side; compared: Compared }

/** Findings that only one script has, by rule and message. */
const onlyIn = (one: Coming, other: Coming) =>
  one.findings.filter(
    ({ rule, message }) => !other.findings.some(each => each.rule === rule && each.message === message),
  )

export function BothOutcomes({ left, right, compared }: Props) {
  const { left: a, right: b } = compared
  return (
    <Card aria-label="What each comes to">
      <OutcomeTable
        sides={[
          { ...a, name: left.name, about: left.about },
          { ...b, name: right.name, about: right.about },
        ]}
        difference
      />
      <ul className="mt-2 grid gap-1 text-control">
        <Only side="left" findings={onlyIn(a, b)} />
        <Only side="right" findings={onlyIn(b, a)} />
      </ul>
    </Card>
  )
}

const maxOnly = 3

const Only = ({ side, findings }: { side: 'left' | 'right'; findings: Coming['findings'] }) =>
  findings.slice(0, maxOnly).map(({ rule, message, severity, line }) => (
    <li key={`${rule}${line}`} className="flex gap-2">
      <SeverityMark severity={severity} />
      <span>
        <b>
          only {side}, line {line}:
        </b>{' '}
        {unparted(message)}
      </span>
    </li>
  ))
