// Changes of the open script and of what it is rehearsed for.
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
  // A situation is of its moment, job and printer.
  const elsewhere = 'moment' in change || 'jobName' in change || 'printerId' in change
  update({ chosen: { ...open.chosen, ...(elsewhere && { situation: undefined }), ...change } })
  writeDraftSoon()
  rehearseNow()
}

/** Notes the text of a new script as it was pasted: it becomes the first revision, and what is made of it the second. */
export function notePaste(text: string): void {
  if (getState().open?.saved === null) update({ pasted: asPasted(text) })
}

const callMemory = (id: number) => `warm-prelude call ${id}`

/** A config or macro file is called as it was the last time. */
export function calledLast({ id, file, printerId, moment }: SavedScript): Partial<Chosen> {
  const opened = openedBy(file ?? '')
  try {
    const last: unknown = JSON.parse(localStorage.getItem(callMemory(id)) ?? 'null')
    const { call, moment: when } = Object(last) as { call?: unknown; moment?: unknown }
    if (typeof call === 'string' && v.is(Moment, when)) return { printerId, moment: when, opened: { ...opened, call } }
  } catch {
    // What can't be read is as if it was not there.
  }
  return { printerId, moment, opened }
}

/** Calls the open config or macro file so, and at this moment. */
export function callWith(call: string, moment: Moment): void {
  const { open } = getState()
  const opened = open?.chosen.opened
  if (!open?.saved || !opened) return
  localStorage.setItem(callMemory(open.saved.id), JSON.stringify({ call, moment }))
  choose({ opened: { ...opened, call }, moment })
}
