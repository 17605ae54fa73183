// Shown when a script is rehearsed on a printer other than its own: says so, with the ways to carry it over or move it.
import type { Things } from '../../../state/api.ts'
import { choose } from '../../../state/desk-changes.ts'
import type { Head } from '../../../state/desk-watch.ts'
import { openDialog } from '../../../state/dialogs.ts'
import { moveOpen } from '../../../state/saving.ts'
import { Button } from '../../../ui/Button.tsx'
import type { OnRun } from './onRun.ts'

type Props = { head: Head; things: Things; onRun: OnRun }

export function WhatIf({ head, things, onRun }: Props) {
  const { saved, chosen } = head
  const nameOf = (id: number) => things.printers.find(each => each.id === id)?.data.name
  const [own, other] = [nameOf(saved?.printerId ?? 0), nameOf(chosen.printerId)]
  if (!saved || !own || !other || saved.printerId === chosen.printerId) return null
  const move = async () => {
    await moveOpen(`moved from ${own} to ${other}`)
    return `Now a script of ${other}. Choose ${own} to move it back.`
  }
  return (
    <section
      aria-label="On another printer"
      className="flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1 rounded-card border border-rule bg-heat-fill px-3 py-1.5 text-body"
    >
      <p className="min-w-0 flex-1">
        <b>What if it ran on {other}?</b> It is a script of {own}, and Save leaves it there.
      </p>
      <Button onClick={() => choose({ printerId: saved.printerId })}>Back to {own}</Button>
      <Button onClick={() => openDialog('another')}>Copy to {other}…</Button>
      <Button onClick={() => onRun(move)}>Move to {other}</Button>
    </section>
  )
}
