// The severity of a finding as a shape, a colour and a word: never by colour alone.
import type { Severity } from '../../core/check/finding.ts'

export const severityWords: Record<Severity, string> = { error: 'Error', warning: 'Warning', advice: 'Advice' }
export const severityColours: Record<Severity, string> = {
  error: 'text-bad',
  warning: 'text-warn',
  advice: 'text-move',
}

/** Findings that are more than advice. */
export const seriousOf = <F extends { severity: Severity }>(findings: readonly F[]): F[] =>
  findings.filter(({ severity }) => severity !== 'advice')

export function SeverityMark({ severity }: { severity: Severity }) {
  return (
    <svg width="14" height="14" viewBox="0 0 14 14" className={`shrink-0 ${severityColours[severity]}`} role="img">
      <title>{severityWords[severity]}</title>
      {severity === 'error' && <rect x="1.5" y="1.5" width="11" height="11" rx="1.5" fill="currentColor" />}
      {severity === 'warning' && <path d="M7 1 13.4 12.6H.6z" fill="currentColor" />}
      {severity === 'advice' && <circle cx="7" cy="7" r="5.5" fill="currentColor" />}
    </svg>
  )
}
