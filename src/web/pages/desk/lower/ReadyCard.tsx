// The state that the script leaves, compared with what the print (or an idle machine) needs.
import { Check, TriangleAlert } from 'lucide-react'
import { momentFacts } from '../../../../core/model/moment.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { ScrollRegion } from '../../../ui/ScrollRegion.tsx'
import { type Column, Table } from '../../../ui/Table.tsx'

export function ReadyCard({ open, setting }: { open: Seen; setting: RehearsalInput }) {
  const list = open.round?.readiness ?? []
  if (list.length === 0) return <p className="p-3.5 text-soft">Nothing runs right after this script.</p>
  // Deviations come first.
  const sorted = [...list].sort((a, b) => Number(a.good) - Number(b.good))
  const after = momentFacts[setting.moment].runs === 'after'
  const columns: readonly Column[] = [
    { title: after ? `After “${setting.job.name}”` : 'When the script ends', width: '30%' },
    'as it is',
    { title: after ? 'as it should be' : 'the print expects', width: '32%' },
  ]
  return (
    <ScrollRegion aria-label="What is left" className="h-full px-3.5 py-1">
      <Table className="leading-[18px]" columns={columns}>
        <tbody>
          {sorted.map(({ name, is, expects, good }) => (
            <tr key={name} className="border-t border-rule">
              <th scope="row" className="py-0.5 pr-2 text-left font-normal">
                {name}
              </th>
              <td className={`py-0.5 pr-2 font-semibold ${good ? '' : 'text-warn'}`}>
                <span className="flex items-center gap-1.5">
                  {good ? (
                    <Check size={14} className="shrink-0 text-good" aria-label="good" />
                  ) : (
                    <TriangleAlert size={14} className="shrink-0" aria-label="not as expected" />
                  )}
                  {is}
                </span>
              </td>
              <td className="py-0.5 text-soft">{expects}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollRegion>
  )
}
