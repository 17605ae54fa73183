// What the Desk's menus offer, and the finder too.
import type { EditRequest } from '../../core/script/edits/edit.ts'
import type { DeskRound } from '../../worker/rehearsal.worker.ts'
import type { Asked } from './asked.ts'
import { useDesk } from './desk.ts'

export const tools: [string, EditRequest][] = [
  ['Repair what a paste did', { do: 'repair' }],
  ['Line up the comments', { do: 'line-up' }],
  ['Probe without ooze', { do: 'probe-without-ooze', how: { cornerLiftMm: 10, settleS: 0 } }],
  ['Count filament from the last move', { do: 'count-filament', to: 'relative' }],
  ['Count filament from its zero', { do: 'count-filament', to: 'absolute' }],
  ['Write it in millimetres', { do: 'units', to: 'mm' }],
  ['Write it in inches', { do: 'units', to: 'inch' }],
  ['Write out what it calls', { do: 'write-out' }],
]

/** A new passage goes in after the chosen lines, or at the end. */
export const placeForNew = (): number => {
  const { open } = useDesk.getState()
  return open ? (open.selection ? open.selection.lastLine : open.text.split('\n').length) + 1 : 1
}

/** Tables about a script that was read: what of it is not known, and what of it another program fills in. */
export function tables(round: DeskRound | null | undefined): [name: string, asked: Asked][] {
  return [
    ...(round?.unknown.length ? [['Commands not known here…', 'unknown'] satisfies [string, Asked]] : []),
    ...(round?.placeholders.length || round?.absent.size
      ? [['Placeholders of another program…', 'placeholders'] satisfies [string, Asked]]
      : []),
  ]
}
