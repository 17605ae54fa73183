// Asks once which printer is the person's own, when a new script is opened and nobody has said so yet.
import { useState } from 'react'
import { useLocation, useNavigate } from 'react-router'
import type { Things } from '../../../state/api.ts'
import { choose } from '../../../state/desk-changes.ts'
import { myPrinter, rememberMyPrinter } from '../../../state/my-printer.ts'
import { Button } from '../../../ui/Button.tsx'

export function WhichPrinter({ checkedFor, things }: { checkedFor: number; things: Things }) {
  const navigate = useNavigate()
  const { pathname } = useLocation()
  const [dialog, setDialog] = useState(() => myPrinter() === null)
  if (!dialog) return null
  const name = things.printers.find(({ id }) => id === checkedFor)?.data.name
  const mine = (id: number) => {
    rememberMyPrinter(id)
    choose({ printerId: id })
    setDialog(false)
  }
  return (
    <section
      aria-label="Which printer is yours"
      className="flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1 rounded-card border border-rule bg-heat-fill px-3 py-1.5 text-body"
    >
      <p className="min-w-0 flex-1">
        <b>Checked for {name}.</b> Which printer is yours?
      </p>
      <select
        aria-label="Which is yours"
        value=""
        onChange={event => mine(Number(event.target.value))}
        className="rounded-button border border-rule bg-paper px-2 py-1.5"
      >
        <option value="" disabled>
          one of these…
        </option>
        {things.printers.map(({ id, data }) => (
          <option key={id} value={id}>
            {data.name}
          </option>
        ))}
      </select>
      <Button main onClick={() => void navigate(`/printers/new?back=${encodeURIComponent(pathname)}`)}>
        Describe my printer
      </Button>
      <Button onClick={() => mine(checkedFor)}>{name} will do</Button>
    </section>
  )
}
