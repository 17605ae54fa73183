// The rehearsal played: the playhead goes along by itself, or a command on or back at a time.
import { create } from 'zustand'
import { commandAt } from '../../core/machine/trace.ts'
import type { DeskRound } from '../../tasks/desk-round.ts'
import { type Open, useDesk } from './desk.ts'
import { commandAtPlayhead, movePlayhead } from './playhead.ts'

/** A whole script is played in about so long, s; a short one in its own time. */
const wholeInS = 20
/** With less motion asked for, it goes by steps so far apart, ms. */
const calmStepMs = 700

export const usePlaying = create<{ playing: boolean }>(() => ({ playing: false }))

/** How many times faster than the machine it is played. */
export const paceOf = (totalS: number): number => Math.max(1, Math.round(totalS / wholeInS))

/** The playhead at a time, with the line that is under way there chosen. */
export function goTo(seconds: number): void {
  const trace = useDesk.getState().open?.shown?.round.trace
  if (!trace) return
  const at = Math.min(Math.max(seconds, 0), trace.totalS)
  const command = commandAt(trace, at)
  movePlayhead(at, command < 0 ? null : (trace.rows.line[command] as number))
}

/** To the end of the next command, or of the one before. */
export function step(forward: boolean): void {
  const { open } = useDesk.getState()
  if (!open?.shown) return
  const { round } = open.shown
  const { rows } = round.trace
  const here = commandAtPlayhead({ ...open, round })
  const done = here >= 0 && (rows.end[here] as number) <= open.playheadS
  const to = forward ? (done || here < 0 ? here + 1 : here) : here - 1
  if (to >= rows.count) return
  if (to < 0) goTo(0)
  else movePlayhead(rows.end[to] as number, rows.line[to] as number)
}

/** Plays from the playhead on, or from the beginning where it stands at the end; or stops. */
export function togglePlaying(): void {
  const { open } = useDesk.getState()
  if (usePlaying.getState().playing || !open?.shown) stop()
  else if (open.shown.round.trace.totalS > 0) play(open, open.shown.round)
}

const stop = (): void => usePlaying.setState({ playing: false })

function play({ playheadS }: Open, { trace }: DeskRound): void {
  if (playheadS >= trace.totalS - 0.01) goTo(0)
  usePlaying.setState({ playing: true })
  const pace = paceOf(trace.totalS)
  const calm = matchMedia('(prefers-reduced-motion: reduce)').matches
  let last = performance.now()
  const tick = (now: number) => {
    if (!usePlaying.getState().playing) return
    const { open: still } = useDesk.getState()
    // A change of the text or another script ends it.
    if (still?.shown?.round.trace !== trace) return stop()
    if (!calm || now - last >= calmStepMs) {
      goTo(still.playheadS + ((now - last) / 1000) * pace)
      last = now
    }
    if (still.playheadS >= trace.totalS) return stop()
    requestAnimationFrame(tick)
  }
  requestAnimationFrame(tick)
}
