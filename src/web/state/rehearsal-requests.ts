// Rehearses the open script whenever its text or its setting changes, and loads what scripts are rehearsed with.
import type { Finding } from '../../core/check/finding.ts'
import { api, type Things } from './api.ts'
import { borrowedJobs } from './borrowed-jobs.ts'
import { isOpen, update, useDesk } from './desk.ts'
import { timeOf } from './playhead.ts'
import { settingOf } from './rehearsal-input.ts'
import { requestRound } from './rehearser.ts'

const { getState, setState } = useDesk

/** A finding in all that is shown of it; what its fixes mend and bring is found out later, and stays shown until then. */
const inShort = ({ fixes, ...finding }: Finding): string =>
  JSON.stringify([finding, fixes.map(({ title, edits }) => [title, edits])])

/** Findings that are the same as before stay the same objects, so that they are not drawn again. */
function asBefore(before: readonly Finding[], now: readonly Finding[]): readonly Finding[] {
  const known = new Map(before.map(finding => [inShort(finding), finding]))
  return now.map(finding => known.get(inShort(finding)) ?? finding)
}

/** Rehearses the open text, as after a failure. */
export function rehearseNow(): void {
  const { open, things } = getState()
  const setting = open && settingOf(things, open.chosen)
  if (!open || !setting) return
  const { text, key } = open
  requestRound({
    text,
    setting,
    found: findings => {
      const now = getState().open
      if (now?.key === key)
        update({ early: { text, findings: asBefore(now.early?.findings ?? now.findings, findings) } })
    },
    done: round => {
      if (!isOpen({ key })) return
      const before = getState().open
      const { totalS } = round.trace
      // A line may have been chosen before there was any rehearsal.
      const chosenAt = before?.round || !before?.selection ? null : timeOf(before.selection, round)
      // A playhead at the end stays at the end, as when the script has just been opened.
      const wasAtEnd = !before?.round || before.playheadS >= before.round.trace.totalS
      update({
        round,
        findings: before?.early?.text === text ? before.early.findings : round.findings,
        early: null,
        roundText: text,
        trouble: null,
        step: null,
        playheadS: chosenAt ?? (wasAtEnd ? totalS : Math.min(before.playheadS, totalS)),
      })
    },
    proven: findings => {
      const now = getState().open
      if (now?.key === key && now.round && now.roundText === text) update({ findings })
    },
    failed: why => {
      if (isOpen({ key })) update({ trouble: why, step: null, early: null })
    },
    step: step => {
      if (isOpen({ key })) update({ step })
    },
  })
}

/** Reads afresh what scripts are rehearsed with, and rehearses the open one so. */
export async function reloadThings(): Promise<void> {
  await loadThings()
  rehearseNow()
}

/** How often things were asked for, and which of those answers is shown: one that comes late is not newer. */
let [thingsAsked, thingsShown] = [0, 0]

export async function loadThings(): Promise<Things> {
  const number = ++thingsAsked
  // Read afresh each time: printers and taught commands may have changed in another place.
  const loaded = await api.things()
  const own = new Set(loaded.jobs.map(({ data }) => data.name))
  const borrowed = borrowedJobs().filter(({ name }) => !own.has(name))
  const things = { ...loaded, jobs: [...loaded.jobs, ...borrowed.map((data, i) => ({ id: -1 - i, data }))] }
  if (number > thingsShown) {
    thingsShown = number
    setState({ things })
  }
  return things
}
