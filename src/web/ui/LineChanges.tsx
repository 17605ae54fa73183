// Removed and added lines, marked by `−` and `+` and by strike-through.
import { plural } from '../../core/format.ts'
import { ScrollRegion } from './ScrollRegion.tsx'

export type ChangedLine = { sign: '+' | '-'; number: number; line: string }

/** Limit of the lines shown; the others are counted. */
const maxRows = 200

type Props = { rows: readonly ChangedLine[]; label: string; className?: string }

export const LineChanges = ({ rows, label, className = '' }: Props) => (
  <ScrollRegion as="ul" aria-label={label} className={`font-mono text-small ${className}`}>
    {rows.slice(0, maxRows).map(({ sign, number, line }) => (
      <li
        key={`${sign}${number}`}
        className={`flex gap-2 px-1 ${sign === '+' ? 'bg-heat-fill' : 'text-soft line-through'}`}
      >
        <span className="w-14 shrink-0 text-right">
          {number} <span aria-hidden>{sign === '+' ? '+' : '−'}</span>
          <span className="sr-only">{sign === '+' ? 'becomes' : 'was'}</span>
        </span>
        <span className="min-w-0 truncate whitespace-pre">{line || ' '}</span>
      </li>
    ))}
    {rows.length > maxRows && <li className="px-1 text-soft">and {plural(rows.length - maxRows, 'more line')}</li>}
  </ScrollRegion>
)
