// Above a config or macro file: which macro is called, and with which values. The defaults come from the job and the
// material.
import { type Callable, callOf } from '../../../../core/documents/calls.ts'
import { momentFacts } from '../../../../core/model/moment.ts'
import { callWith } from '../../../state/desk-changes.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { Card } from '../../../ui/Card.tsx'

/** The values of a call by their keys, as they are written. */
function valuesIn(call: string, { before, join, parameters }: Callable): Record<string, string> {
  const rest = call.slice(before.length)
  return Object.fromEntries(
    parameters.map(({ key }) => {
      const at = ` ${rest}`.toUpperCase().indexOf(` ${key}${join}`)
      const from = at < 0 ? '' : ` ${rest}`.slice(at + 1 + key.length + join.length)
      const quoted = /^"([^"]*)"/.exec(from)?.[1]
      return [key, quoted ?? from.split(/\s/, 1)[0] ?? '']
    }),
  )
}

export function CalledWith({ open }: { open: Seen }) {
  const { round, chosen } = open
  if (!round) return null
  const { callables, called } = round
  const name = called.split(/\s/, 1)[0]
  const callable =
    callables.find(each => called.startsWith(each.before) && each.before.length > 3) ??
    callables.find(each => each.before === name)
  if (!callable)
    return (
      <Card as="p" flush className="shrink-0 px-3 py-1.5 text-control text-soft">
        Nothing in this file can be called by itself.
      </Card>
    )
  const values = valuesIn(called, callable)
  return (
    <Card
      flush
      aria-label="Called with"
      className="flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1.5 px-3 py-1.5 text-control"
    >
      <label className="flex items-center gap-2">
        <span className="text-soft">Called with</span>
        <select
          value={callable.name}
          onChange={event => {
            const next = callables.find(each => each.name === event.target.value)
            if (next) callWith(callOf(next, {}), next.moment)
          }}
          className="max-w-56 rounded-button border border-rule bg-paper px-2 py-0.5 font-mono text-small"
        >
          {callables.map(each => (
            <option key={each.name} value={each.name}>
              {each.name}
            </option>
          ))}
        </select>
      </label>
      {callable.parameters.map(({ key, otherwise, proposed }) => (
        <label key={key} className="flex items-center gap-1.5">
          <span className="font-mono text-small">{key}</span>
          <input
            key={`${callable.name} ${key} ${values[key]}`}
            defaultValue={values[key]}
            placeholder={otherwise ?? ''}
            title={titleOf(otherwise, proposed)}
            onBlur={event => {
              if (event.target.value !== values[key])
                callWith(callOf(callable, { ...values, [key]: event.target.value }), chosen.moment)
            }}
            onKeyDown={event => event.key === 'Enter' && event.currentTarget.blur()}
            className="w-20 rounded-button border border-rule bg-paper px-2 py-0.5 placeholder:text-soft"
          />
        </label>
      ))}
      <span className="ml-auto text-soft">{callable.about || momentFacts[chosen.moment].when}</span>
    </Card>
  )
}

function titleOf(otherwise: string | null, proposed: string | null): string {
  const without = otherwise === null ? 'Without a value it is empty.' : `Without a value it is ${otherwise}.`
  return proposed === null ? without : `${without} The job gives ${proposed}.`
}
