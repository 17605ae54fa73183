// Plays the rehearsal: the playhead moves by itself, or one command forwards or backwards.
import { create } from 'zustand'
import { commandAt } from '../../core/machine/trace.ts'
import type { DeskRound } from '../../tasks/desk-round.ts'
import { type Open, useDesk } from './desk.ts'
import { commandAtPlayhead, movePlayhead } from './playhead.ts'

/** The time in which a long script is played, s; shorter ones are played in real time. */
const wholeInS = 20
/** With reduced motion the playhead moves in steps this far apart, ms. */
const calmStepMs = 700

export const usePlaying = create<{ playing: boolean }>(() => ({ playing: false }))

/** The speed of playing, as a multiple of the machine's. */
export const paceOf = (totalS: number): number => Math.max(1, Math.round(totalS / wholeInS))

/** Moves the playhead to a time, s, and selects the line that runs then. */
export function goTo(seconds: number): void {
  const trace = useDesk.getState().open?.shown?.round.trace
  if (!trace) return
  const at = Math.min(Math.max(seconds, 0), trace.totalS)
  const command = commandAt(trace, at)
  movePlayhead(at, command < 0 ? null : (trace.rows.line[command] as number))
}

/** Moves the playhead to the end of the next or the previous command. */
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

/** Plays from the playhead, or from the beginning if the playhead is at the end; stops if it is playing. */
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
    // Stops when the text has changed or a different script is open.
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
