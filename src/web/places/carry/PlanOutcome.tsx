// What the script comes to on each printer, side by side.
import { duration, plain } from '../../../core/format.ts'
import { seriousOf } from '../../parts/Severity.tsx'
import type { PlanShown } from '../../state/api.ts'

type Props = { plan: PlanShown; from: string; to: string }

export function PlanOutcome({ plan: { before, after }, from, to }: Props) {
  const gone = [...new Set(before.findings.map(({ title }) => title))].filter(
    title => !after.findings.some(each => each.title === title),
  )
  const rows: [string, string, string][] = [
    ['Time', duration(before.durationS), duration(after.durationS)],
    ['of it heating', duration(before.heatingS), duration(after.heatingS)],
    ['Filament', `${plain(before.massG, 2)} g`, `${plain(after.massG, 2)} g`],
    ['Findings', String(seriousOf(before.findings).length), String(seriousOf(after.findings).length)],
  ]
  return (
    <section aria-label="What it comes to on each" className="rounded-card border border-rule bg-raised px-4 py-3">
      <table className="w-full text-[15px]">
        <thead>
          <tr className="text-left">
            <td />
            <th scope="col" className="pb-1 font-serif text-[16px] font-semibold">
              {from}
            </th>
            <th scope="col" className="pb-1 font-serif text-[16px] font-semibold">
              {to}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, here, there]) => (
            <tr key={name} className="border-t border-rule">
              <th scope="row" className="py-1 pr-3 text-left font-normal whitespace-nowrap text-soft">
                {name}
              </th>
              <td className="py-1 pr-3">{here}</td>
              <td className="py-1 font-semibold">{there}</td>
            </tr>
          ))}
          <tr className="border-t border-rule align-top">
            <th scope="row" className="py-1 pr-3 text-left font-normal whitespace-nowrap text-soft">
              Left behind
            </th>
            {[before, after].map((side, i) => (
              <td key={i === 0 ? from : to} className="py-1 pr-3 text-[14px]">
                {side.lacking.join(', ') || 'as the print expects'}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      {gone.length > 0 && (
        <p className="mt-2 text-[14px] text-soft">
          Only on {from}: {gone.join('; ')}.
        </p>
      )}
    </section>
  )
}
