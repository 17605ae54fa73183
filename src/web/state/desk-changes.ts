// Changes of the open script, and of the printer, material, job and moment that it is rehearsed for.
import * as v from 'valibot'
import { openedBy } from '../../core/documents/opened.ts'
import { Moment } from '../../core/model/moment.ts'
import type { SavedScript } from '../../core/model/stored.ts'
import { asPasted } from '../drafts/scripts.ts'
import { update, useDesk } from './desk.ts'
import { writeDraftSoon } from './desk-draft.ts'
import type { Chosen } from './rehearsal-input.ts'
import { rehearseNow } from './rehearsal-requests.ts'

const { getState } = useDesk

export function setText(text: string): void {
  update({ text })
  writeDraftSoon()
  rehearseNow()
}

export function choose(change: Partial<Chosen>): void {
  const { open } = getState()
  if (!open) return
  // A situation of a whole print is valid only for its moment, job and printer.
  const elsewhere = 'moment' in change || 'jobName' in change || 'printerId' in change
  update({ chosen: { ...open.chosen, ...(elsewhere && { situation: undefined }), ...change } })
  writeDraftSoon()
  rehearseNow()
}

/** Stores the text of a new script as it was pasted: it becomes the first revision, and the edited text the second. */
export function notePaste(text: string): void {
  if (getState().open?.saved === null) update({ pasted: asPasted(text) })
}

const callMemory = (id: number) => `warm-prelude call ${id}`

/** The call with which a config or macro file was last rehearsed. */
export function calledLast({ id, file, printerId, moment }: SavedScript): Partial<Chosen> {
  const opened = openedBy(file ?? '')
  try {
    const last: unknown = JSON.parse(localStorage.getItem(callMemory(id)) ?? 'null')
    const { call, moment: when } = Object(last) as { call?: unknown; moment?: unknown }
    if (typeof call === 'string' && v.is(Moment, when)) return { printerId, moment: when, opened: { ...opened, call } }
  } catch {
    // A stored call that can't be read is ignored.
  }
  return { printerId, moment, opened }
}

/** Rehearses the open config or macro file by this call, at this moment. */
export function callWith(call: string, moment: Moment): void {
  const { open } = getState()
  const opened = open?.chosen.opened
  if (!open?.saved || !opened) return
  localStorage.setItem(callMemory(open.saved.id), JSON.stringify({ call, moment }))
  choose({ opened: { ...opened, call }, moment })
}
