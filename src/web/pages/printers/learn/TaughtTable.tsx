// Unknown commands of the scripts with their likely effects: taught together with the printer, for this printer only.
import { type TaughtCommand, takesSeconds } from '../../../../core/model/taught.ts'
import { taughtWords } from '../../../lib/taught.ts'
import { Table } from '../../../ui/Table.tsx'

type Props = {
  taught: readonly TaughtCommand[]
  /** The names of the commands that are not taught. */
  left: readonly string[]
  onLeave: (name: string, leave: boolean) => void
}

export const TaughtTable = ({ taught, left, onLeave }: Props) => (
  <section aria-label="Commands to teach">
    <h2 className="font-serif text-heading font-semibold">Commands that are not known here</h2>
    <p className="text-control text-soft">
      What they seem to do is taught with the printer. It can be changed under Commands.
    </p>
    <Table hideHeadings className="mt-1" columns={['Teach', 'Command', 'Meaning', 'What it does']}>
      <tbody>
        {taught.map(({ name, title, effect, seconds }) => (
          <tr key={name} className="border-t border-rule align-top">
            <td className="w-7 py-1 pr-2">
              <input
                type="checkbox"
                checked={!left.includes(name)}
                aria-label={`Teach ${name}`}
                onChange={event => onLeave(name, !event.target.checked)}
              />
            </td>
            <td className="py-1 pr-3 font-mono text-small">{name}</td>
            <td className="py-1 pr-3">{title}</td>
            <td className="py-1 text-soft">
              {taughtWords[effect]}
              {takesSeconds(effect) && `, ${seconds} s`}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  </section>
)
