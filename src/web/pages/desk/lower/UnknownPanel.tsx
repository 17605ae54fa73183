// Teaches all unknown commands of a script at once: each with its lines, its comment and its most likely effect.
import { useLocation } from 'react-router'
import * as v from 'valibot'
import type { Unknown } from '../../../../core/explain/unknown.ts'
import { plural } from '../../../../core/format.ts'
import { TaughtCommand, takesSeconds, taughtEffects } from '../../../../core/model/taught.ts'
import { taughtWords } from '../../../lib/taught.ts'
import { type Form, useForm } from '../../../lib/useForm.ts'
import { api, type Things } from '../../../state/api.ts'
import { reloadThings } from '../../../state/rehearsal-requests.ts'
import { DialogEnd } from '../../../ui/DialogEnd.tsx'
import { DraftRestored } from '../../../ui/DraftRestored.tsx'
import { Panel } from '../../../ui/Panel.tsx'
import { Table } from '../../../ui/Table.tsx'

type Props = { unknown: readonly Unknown[]; printerId: number; things: Things; onClose: () => void }

/** One row for each unknown command, in order. */
const Teaching = v.object({ rows: v.array(v.object({ wanted: v.boolean(), command: TaughtCommand })) })
type Teaching = v.InferOutput<typeof Teaching>

export function UnknownPanel({ unknown, printerId, things, onClose }: Props) {
  const printer = things.printers.find(({ id }) => id === printerId)?.data
  const { pathname } = useLocation()
  const form = useForm<Teaching>({
    key: `Commands not known here at ${pathname}`,
    schema: Teaching,
    bound: true,
    saved: { rows: unknown.map(({ proposed }) => ({ wanted: true, command: proposed })) },
    send: async ({ rows }) => {
      if (!printer) return
      const commands = rows.filter(({ wanted }) => wanted).map(({ command }) => command)
      const names = new Set(commands.map(({ name }) => name))
      const taught = [...printer.taught.filter(({ name }) => !names.has(name)), ...commands]
      await api.changePrinter(printerId, { ...printer, taught })
      await reloadThings()
    },
  })
  const wanted = form.value.rows.filter(row => row.wanted)
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={`${plural(unknown.length, 'command')} not known here`}
      about={`These are probably a maker’s own commands. Their effects are proposed from the comments beside them; saved with ${printer?.name ?? 'the printer'}, they are then rehearsed so.`}
    >
      {unknown.length === 0 ? (
        <p>Everything in this script is known.</p>
      ) : (
        <form noValidate onSubmit={event => void form.submit(event).then(done => done && onClose())}>
          <Table columns={['Command', 'What is written beside it', 'What it does', 'Seconds']}>
            <tbody>
              {unknown.map((each, row) => (
                <UnknownRow key={each.name} unknown={each} form={form} row={row} />
              ))}
            </tbody>
          </Table>
          <DraftRestored form={form} />
          <DialogEnd
            refusal={form.refusal}
            onClose={onClose}
            go={`Teach ${plural(wanted.length, 'command')}`}
            disabled={wanted.length === 0}
          />
        </form>
      )}
    </Panel>
  )
}

type RowProps = { unknown: Unknown; form: Form<Teaching>; row: number }

function UnknownRow({ unknown: { name, lines, comment }, form: { fields, value }, row }: RowProps) {
  const effect = value.rows[row]?.command.effect ?? 'harmless'
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="min-w-40 py-1.5 pr-3 text-left font-normal">
        <label className="flex gap-2">
          <input type="checkbox" {...fields.register(`rows.${row}.wanted`)} />
          <span>
            <span className="block font-mono break-all">{name}</span>
            <span className="text-small text-soft">
              line {lines.slice(0, 4).join(', ')}
              {lines.length > 4 && ' …'}
            </span>
          </span>
        </label>
      </th>
      <td className="py-1.5 pr-3 [overflow-wrap:anywhere]">{comment || <span className="text-soft">nothing</span>}</td>
      <td className="min-w-64 py-1.5 pr-3">
        <select
          aria-label={`What ${name} does`}
          {...fields.register(`rows.${row}.command.effect`)}
          className="w-full rounded-button border border-rule bg-paper px-2 py-1"
        >
          {taughtEffects.map(each => (
            <option key={each} value={each}>
              {taughtWords[each]}
            </option>
          ))}
        </select>
      </td>
      <td className="py-1.5">
        {takesSeconds(effect) && (
          <input
            type="number"
            min="0"
            max="86400"
            aria-label={`Seconds that ${name} takes`}
            {...fields.register(`rows.${row}.command.seconds`, { valueAsNumber: true })}
            className="w-20 rounded-button border border-rule bg-paper px-2 py-1"
          />
        )}
      </td>
    </tr>
  )
}
