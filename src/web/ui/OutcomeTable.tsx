// A table of the outcomes of two scripts: durations, amounts, differences, and the states that they leave.
import { duration, plain } from '../../core/format.ts'
import { seriousOf } from './Severity.tsx'

type Side = {
  name: string
  about?: string
  durationS: number
  heatingS: number
  massG: number
  findings: readonly Parameters<typeof seriousOf>[0][number][]
  lacking: readonly string[]
}

type Figure = { name: string; of: (side: Side) => number; said: (value: number) => string; least: number }

const figures: readonly Figure[] = [
  { name: 'Time', of: ({ durationS }) => durationS, said: duration, least: 0.5 },
  { name: 'of it heating', of: ({ heatingS }) => heatingS, said: duration, least: 0.5 },
  { name: 'Filament', of: ({ massG }) => massG, said: value => `${plain(value, 2)} g`, least: 0.005 },
  { name: 'Findings', of: ({ findings }) => seriousOf(findings).length, said: String, least: 0.5 },
]

/** `difference` adds a column with the second side's difference from the first. */
export function OutcomeTable({ sides, difference = false }: { sides: readonly [Side, Side]; difference?: boolean }) {
  const [one, other] = sides
  return (
    <table className="w-full text-body">
      <thead>
        <tr className="text-left">
          <td />
          {sides.map(({ name, about }, i) => (
            <th key={i === 0 ? 'left' : 'right'} scope="col" className="max-w-0 w-[34%] pr-3 pb-1.5 align-bottom">
              <span
                className="line-clamp-2 text-balance [overflow-wrap:anywhere] font-serif text-lead leading-5 font-semibold"
                title={name}
              >
                {name}
              </span>
              {about !== undefined && (
                <span className="block truncate text-small font-normal text-soft" title={about}>
                  {about || ' '}
                </span>
              )}
            </th>
          ))}
          {difference && (
            <th scope="col" className="pb-1.5 align-bottom text-small font-normal text-soft">
              Difference
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {figures.map(({ name, of, said, least }) => (
          <tr key={name} className="border-t border-rule">
            <RowHead name={name} />
            <td className="py-1 pr-3">{said(of(one))}</td>
            <td className="py-1 pr-3 font-semibold">{said(of(other))}</td>
            {difference && <td className="py-1 whitespace-nowrap">{signed(of(other) - of(one), least, said)}</td>}
          </tr>
        ))}
        <tr className="border-t border-rule align-top">
          <RowHead name="Final state" />
          {sides.map(({ lacking }, i) => (
            <td key={i === 0 ? 'left' : 'right'} className="py-1 pr-3">
              {lacking.join(', ') || 'as the print expects'}
            </td>
          ))}
          {difference && <td />}
        </tr>
      </tbody>
    </table>
  )
}

const RowHead = ({ name }: { name: string }) => (
  <th scope="row" className="py-1 pr-3 text-left font-normal whitespace-nowrap text-soft">
    {name}
  </th>
)

const signed = (value: number, least: number, said: (value: number) => string): string =>
  Math.abs(value) < least ? 'the same' : `${value < 0 ? '−' : '+'} ${said(Math.abs(value))}`
