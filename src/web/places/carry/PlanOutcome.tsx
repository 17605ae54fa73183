// What the script comes to on each printer, side by side.
import { duration, plain } from '../../../core/format.ts'
import { seriousOf } from '../../parts/Severity.tsx'
import type { PlanShown } from '../../state/api.ts'

type Props = { plan: PlanShown; from: string; to: string }

export function PlanOutcome({ plan: { before, after }, from, to }: Props) {
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
        </tbody>
      </table>
    </section>
  )
}
