// The cost of purging now and with an alternative, side by side, and changes that would make the print shorter or
// lighter.
import { duration, mm, plain } from '../../../core/format.ts'
import type { PurgeOption } from '../../../core/print/purge-options.ts'
import type { PrintShown } from '../../../core/print/shown.ts'
import { unparted } from '../../lib/words.ts'
import { Card } from '../../ui/Card.tsx'
import { type Column, Table } from '../../ui/Table.tsx'

const wayWords: Record<PurgeOption['way'], { name: string; about: string }> = {
  now: { name: 'As it is', about: 'your scripts, and what the job purges into its tower' },
  tower: { name: 'Into a tower', about: 'printed along' },
  bucket: { name: 'Into the bucket', about: 'there and back at each change' },
  infill: { name: 'Into the infill or a spare object', about: 'where no colour shows' },
}

const columns: readonly Column[] = [
  { title: 'How', hidden: true },
  ...['Time', 'Filament', 'Money'].map(title => ({ title, right: true })),
]

export function Costs({ print }: { print: PrintShown }) {
  const { ways, savings } = print
  if (ways.length === 0 && savings.length === 0) return null
  return (
    <div className="grid grid-cols-2 items-start gap-4 max-tablet:grid-cols-1">
      {ways.length > 0 && (
        <Card aria-label="Ways to purge" title="What purging costs">
          <Table className="mt-1" columns={columns}>
            <tbody>
              {ways.map(({ way, seconds, grams, cost, not, towerMm }) => (
                <tr key={way} className="border-t border-rule align-top">
                  <th scope="row" className="py-1.5 text-left font-normal">
                    <b>{wayWords[way].name}</b>
                    <span className="block text-small text-soft">
                      {not ?? wayWords[way].about}
                      {not === null && towerMm !== null && `, ${mm(towerMm, 1)} high, as the last change`}
                    </span>
                  </th>
                  {not === null ? (
                    <>
                      <td className="py-1.5 pl-3 text-right whitespace-nowrap">
                        {seconds < 1 ? 'none more' : duration(seconds)}
                      </td>
                      <td className="py-1.5 pl-3 text-right whitespace-nowrap">{plain(grams, 1)} g</td>
                      <td className="py-1.5 pl-3 text-right whitespace-nowrap">{plain(cost, 2)}</td>
                    </>
                  ) : (
                    <td colSpan={3} className="py-1.5 text-right text-soft">
                      not here
                    </td>
                  )}
                </tr>
              ))}
            </tbody>
          </Table>
          <p className="pt-1.5 text-small text-soft">
            All but the first are estimates: half of the hot end’s highest flow, and the distance from the middle of the
            print.
          </p>
        </Card>
      )}
      {savings.length > 0 && (
        <Card aria-label="What could be saved" title="What could be saved">
          <ul className="grid gap-2 pt-1">
            {savings.map(({ says, seconds, grams }) => (
              <li key={says} className="flex gap-4">
                <p className="min-w-0 flex-1">{unparted(says)}</p>
                <p className="shrink-0 text-right font-semibold whitespace-nowrap">
                  {seconds >= 1 && <span className="block">{duration(seconds)}</span>}
                  {grams >= 0.05 && <span className="block">{plain(grams, 1)} g</span>}
                </p>
              </li>
            ))}
          </ul>
        </Card>
      )}
    </div>
  )
}
