// The commands of a script that nobody here knows, taught all at once: each with its lines, its comment and what it most likely does.
import { useState } from 'react'
import * as v from 'valibot'
import type { Unknown } from '../../../../core/explain/unknown.ts'
import { plural } from '../../../../core/format.ts'
import { TaughtCommand, type TaughtEffect, takesSeconds, taughtEffects } from '../../../../core/model/taught.ts'
import { DialogEnd } from '../../../parts/DialogEnd.tsx'
import { Panel } from '../../../parts/Panel.tsx'
import { taughtWords } from '../../../parts/taught.ts'
import { useKeeping } from '../../../parts/useKeeping.ts'
import { api, type Things } from '../../../state/api.ts'
import { reloadThings } from '../../../state/desk.ts'

type Props = { unknown: readonly Unknown[]; printerId: number; things: Things; onClose: () => void }

const allTaught = v.array(TaughtCommand)

type Row = Unknown & { wanted: boolean }

export function UnknownPanel({ unknown, printerId, things, onClose }: Props) {
  const [rows, setRows] = useState<Row[]>(() => unknown.map(each => ({ ...each, wanted: true })))
  const { refusal, keep } = useKeeping(allTaught, onClose)
  const printer = things.printers.find(({ id }) => id === printerId)?.data
  const wanted = rows.filter(row => row.wanted)
  const change = (name: string, part: Partial<Row>) =>
    setRows(before => before.map(row => (row.name === name ? { ...row, ...part } : row)))
  const teach = () =>
    keep(
      wanted.map(({ proposed }) => proposed),
      async commands => {
        if (!printer) return
        const names = new Set(commands.map(({ name }) => name))
        const taught = [...printer.taught.filter(({ name }) => !names.has(name)), ...commands]
        await api.changePrinter(printerId, { ...printer, taught })
        await reloadThings()
      },
    )
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={`${plural(rows.length, 'command')} not known here`}
      about={`A maker’s own commands, most likely. What each does is proposed from its comment; kept with ${printer?.name ?? 'the printer'}, they are then rehearsed so.`}
    >
      {rows.length === 0 ? (
        <p>Everything in this script is known.</p>
      ) : (
        <form
          onSubmit={event => {
            event.preventDefault()
            void teach()
          }}
        >
          <table className="w-full text-[14px]">
            <thead>
              <tr className="border-b border-rule text-left text-[13px] text-soft">
                <th className="py-1 pr-3 font-normal">Command</th>
                <th className="py-1 pr-3 font-normal">What is written beside it</th>
                <th className="py-1 pr-3 font-normal">What it does</th>
                <th className="py-1 font-normal">Seconds</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(row => (
                <UnknownRow key={row.name} row={row} onChange={part => change(row.name, part)} />
              ))}
            </tbody>
          </table>
          <DialogEnd
            refusal={refusal}
            onClose={onClose}
            go={`Teach ${plural(wanted.length, 'command')}`}
            disabled={wanted.length === 0}
          />
        </form>
      )}
    </Panel>
  )
}

function UnknownRow({ row, onChange }: { row: Row; onChange: (part: Partial<Row>) => void }) {
  const { name, lines, comment, proposed, wanted } = row
  const propose = (part: Partial<TaughtCommand>) => onChange({ proposed: { ...proposed, ...part } })
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="min-w-40 py-1.5 pr-3 text-left font-normal">
        <label className="flex gap-2">
          <input type="checkbox" checked={wanted} onChange={event => onChange({ wanted: event.target.checked })} />
          <span>
            <span className="block font-mono break-all">{name}</span>
            <span className="text-[13px] text-soft">
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
          value={proposed.effect}
          onChange={event => propose({ effect: event.target.value as TaughtEffect })}
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
        {takesSeconds(proposed.effect) && (
          <input
            type="number"
            min="0"
            max="86400"
            aria-label={`Seconds that ${name} takes`}
            value={proposed.seconds}
            onChange={event => propose({ seconds: Number(event.target.value) })}
            className="w-20 rounded-button border border-rule bg-paper px-2 py-1"
          />
        )}
      </td>
    </tr>
  )
}
