// Values that a printer's macros read from the machine and a rehearsal can't know: one number each, saved with the
// printer.
import { useState } from 'react'
import type { MacroTrouble } from '../../../core/explain/macro.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { api, type Saved } from '../../state/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { fieldLook } from '../../ui/Field.tsx'

type Props = { printer: Saved<Printer>; troubles: readonly MacroTrouble[] }

export function Unseen({ printer, troubles }: Props) {
  const { unseen = [] } = printer.data
  const paths = [
    ...new Set([
      ...unseen.map(({ path }) => path),
      ...troubles.flatMap(({ unknown }) => (unknown === null ? [] : [unknown])),
    ]),
  ]
  const [numbers, setNumbers] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(unseen.map(({ path, value }) => [path, String(value)])),
  )
  const keeping = useCommand(async () => {
    const given = paths.flatMap(path => {
      const text = numbers[path]?.trim() ?? ''
      return text !== '' && Number.isFinite(Number(text)) ? [{ path, value: Number(text) }] : []
    })
    await api.changePrinter(printer.id, { ...printer.data, unseen: given })
  })
  if (paths.length === 0) return null
  return (
    <form
      aria-label="What a rehearsal can’t know"
      className="border-t border-rule pt-2"
      onSubmit={event => {
        event.preventDefault()
        void keeping.run()
      }}
    >
      <h2 className="text-body font-semibold">What a rehearsal can’t know</h2>
      <p className="pb-1 text-control text-soft">Without a number it is rehearsed with 0.</p>
      <ul className="grid gap-1.5">
        {paths.map(path => (
          <li key={path}>
            <label className="block text-small">
              <span className="font-mono break-all">{path}</span>
              <input
                inputMode="decimal"
                value={numbers[path] ?? ''}
                onChange={event => setNumbers(before => ({ ...before, [path]: event.target.value }))}
                className={`${fieldLook} py-0.5`}
              />
            </label>
          </li>
        ))}
      </ul>
      <Failed why={keeping.problem} onRetry={keeping.retry} />
      <Button small type="submit" className="mt-1.5">
        Save these numbers
      </Button>
    </form>
  )
}
