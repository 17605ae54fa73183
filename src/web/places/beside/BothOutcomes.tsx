// What each of two scripts comes to, and the difference.

import type { Coming, Compared } from '../../../core/compare/side-by-side.ts'
import { duration, plain } from '../../../core/format.ts'
import { SeverityMark } from '../../parts/Severity.tsx'
import type { Side } from './sides.ts'

type Props = { left: Side; right: Side; compared: Compared }

const seriousOf = ({ findings }: Coming) => findings.filter(({ severity }) => severity !== 'advice')

/** Findings of one that the other has not, by rule and words. */
const onlyIn = (one: Coming, other: Coming) =>
  one.findings.filter(
    ({ rule, message }) => !other.findings.some(each => each.rule === rule && each.message === message),
  )

export function BothOutcomes({ left, right, compared }: Props) {
  const { left: a, right: b } = compared
  const rows: [string, string, string, string][] = [
    ['Time', duration(a.durationS), duration(b.durationS), signed(b.durationS - a.durationS, 0.5, duration)],
    ['of it heating', duration(a.heatingS), duration(b.heatingS), signed(b.heatingS - a.heatingS, 0.5, duration)],
    [
      'Filament',
      `${plain(a.massG, 2)} g`,
      `${plain(b.massG, 2)} g`,
      signed(b.massG - a.massG, 0.005, value => `${plain(value, 2)} g`),
    ],
    [
      'Findings',
      String(seriousOf(a).length),
      String(seriousOf(b).length),
      signed(seriousOf(b).length - seriousOf(a).length, 0.5, String),
    ],
  ]
  const ends = (coming: Coming) => coming.lacking.join(', ') || 'as the print expects'
  return (
    <section aria-label="What each comes to" className="rounded-card border border-rule bg-raised px-4 py-3">
      <table className="w-full text-[15px]">
        <thead>
          <tr className="text-left">
            <td />
            {[left, right].map((side, i) => (
              <th key={i === 0 ? 'left' : 'right'} scope="col" className="max-w-0 w-[34%] pr-3 pb-1.5 align-bottom">
                <span className="line-clamp-2 font-serif text-[17px] leading-5 font-semibold" title={side.name}>
                  {side.name}
                </span>
                <span className="block truncate text-[13px] font-normal text-soft" title={side.about}>
                  {side.about || ' '}
                </span>
              </th>
            ))}
            <th scope="col" className="pb-1.5 align-bottom text-[13px] font-normal text-soft">
              Difference
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, one, other, difference]) => (
            <tr key={name} className="border-t border-rule">
              <th scope="row" className="py-1 pr-3 text-left font-normal whitespace-nowrap text-soft">
                {name}
              </th>
              <td className="py-1 pr-3">{one}</td>
              <td className="py-1 pr-3 font-semibold">{other}</td>
              <td className="py-1 whitespace-nowrap">{difference}</td>
            </tr>
          ))}
          <tr className="border-t border-rule align-top">
            <th scope="row" className="py-1 pr-3 text-left font-normal whitespace-nowrap text-soft">
              Left behind
            </th>
            <td className="py-1 pr-3">{ends(a)}</td>
            <td className="py-1 pr-3">{ends(b)}</td>
            <td />
          </tr>
        </tbody>
      </table>
      <ul className="mt-2 grid gap-1 text-[14px]">
        <Only side="left" findings={onlyIn(a, b)} />
        <Only side="right" findings={onlyIn(b, a)} />
      </ul>
    </section>
  )
}

const mostOnly = 3

const Only = ({ side, findings }: { side: 'left' | 'right'; findings: Coming['findings'] }) =>
  findings.slice(0, mostOnly).map(({ rule, message, severity, line }) => (
    <li key={`${rule}${line}`} className="flex gap-2">
      <SeverityMark severity={severity} />
      <span>
        <b>
          only {side}, line {line}:
        </b>{' '}
        {message}
      </span>
    </li>
  ))

const signed = (value: number, least: number, said: (value: number) => string): string =>
  Math.abs(value) < least ? 'the same' : `${value < 0 ? '−' : '+'} ${said(Math.abs(value))}`
