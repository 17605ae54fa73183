// Rehearses the open script when its text or its setting changes, and loads printers, jobs and materials.
import type { Finding } from '../../core/check/finding.ts'
import { api, type Things } from './api.ts'
import { borrowedJobs } from './borrowed-jobs.ts'
import { type Open, stepOf, update, useDesk } from './desk.ts'
import { newestFindings } from './desk-watch.ts'
import { timeOf } from './playhead.ts'
import { settingOf } from './rehearsal-input.ts'
import { requestRound } from './rehearser.ts'

const { getState, setState } = useDesk

/** A finding as it is shown, without what its fixes remove and add: that follows later, and stays shown until then. */
const inShort = ({ fixes, ...finding }: Finding): string =>
  JSON.stringify([finding, fixes.map(({ title, edits }) => [title, edits])])

/** Replaces findings by the equal ones of before, so that they are not drawn again. */
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
  /** Changes what is open, unless a different script has been opened. */
  const change = (changed: (now: Open) => Partial<Open>) => {
    const now = getState().open
    if (now?.key === key) update(changed(now))
  }
  requestRound({
    text,
    setting,
    found: findings =>
      change(now => {
        const before = newestFindings({ open: now })
        return { rehearsal: { is: 'found', text, findings: asBefore(before, findings), step: stepOf(now.rehearsal) } }
      }),
    done: round =>
      change(({ shown, rehearsal, selection, playheadS }) => {
        const { totalS } = round.trace
        // A line may have been selected before the first rehearsal.
        const selectedAt = shown || !selection ? null : timeOf(selection, round)
        // A playhead at the end stays at the end, as when the script has just been opened.
        const wasAtEnd = !shown || playheadS >= shown.round.trace.totalS
        const findings = rehearsal.is === 'found' && rehearsal.text === text ? rehearsal.findings : round.findings
        return {
          shown: { round, text, findings },
          rehearsal: { is: 'complete' },
          playheadS: selectedAt ?? (wasAtEnd ? totalS : Math.min(playheadS, totalS)),
        }
      }),
    proven: findings => change(({ shown }) => (shown?.text === text ? { shown: { ...shown, findings } } : {})),
    failed: why => change(() => ({ rehearsal: { is: 'failed', why } })),
    stopped: () => change(() => ({ rehearsal: { is: 'stopped' } })),
    step: step =>
      change(({ rehearsal }) => ({
        rehearsal: rehearsal.is === 'found' ? { ...rehearsal, step } : { is: 'reading', step },
      })),
  })
}

/** Loads printers, jobs and materials again, and rehearses the open script with them. */
export async function reloadThings(): Promise<void> {
  await loadThings()
  rehearseNow()
}

/** The numbers of the last request and of the shown response: a late response is not the newest. */
let [thingsAsked, thingsShown] = [0, 0]

export async function loadThings(): Promise<Things> {
  const number = ++thingsAsked
  // Loaded each time: printers and taught commands may have changed in another tab.
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
