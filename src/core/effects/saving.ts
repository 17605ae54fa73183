// Saves position and modes of counting under a name, and restores them.
import type { Recorder } from '../machine/recorder.ts'
import type { Saved } from '../machine/state.ts'
import { coordinateOrNull } from '../machine/state.ts'
import { type Axis, axes } from '../model/printer.ts'
import { goTo } from './moving.ts'

export function putBy(recorder: Recorder, name: string): void {
  const { positioning, extrusion, units, feedMmMin, feedPercent, places, shift, tool, fan } = recorder.modes
  const { x, y, z } = recorder.position
  recorder.remembered.set(name, {
    positioning,
    extrusion,
    units,
    feedMmMin,
    feedPercent,
    places,
    filamentMm: recorder.counter,
    position: { x: coordinateOrNull(x - shift.x), y: coordinateOrNull(y - shift.y), z: coordinateOrNull(z - shift.z) },
    tool,
    fan,
  })
}

/** Moves to the saved position on these axes; upwards before sideways. */
export function goBack(recorder: Recorder, saved: Saved, which: readonly Axis[], feedMmS: number): void {
  const target = { ...recorder.position }
  for (const axis of which) {
    const place = saved.position[axis]
    if (place !== null) target[axis] = place + recorder.modes.shift[axis]
  }
  goTo(recorder, target, feedMmS, 0, false)
}

/** Restores the modes of counting; `counting` is the filament counter. */
export function restore(recorder: Recorder, saved: Saved, whole: boolean): void {
  const { positioning, extrusion, units, feedMmMin, feedPercent, places, filamentMm } = saved
  recorder.set({ positioning, extrusion, units, feedMmMin, feedPercent })
  if (!whole) return
  const { renamed, host } = places
  recorder.setPlaces({ renamed, host })
  recorder.counter = filamentMm
}

export const allAxes = axes
