// The list of all effects. To add one: a case of the union in firmware/effect.ts, a file here, and a line in this list.
import type { Does, Effect, EffectOf } from '../firmware/effect.ts'
import { align } from './align.ts'
import { arc } from './arc.ts'
import { carriages } from './carriages.ts'
import { changeFilament } from './change-filament.ts'
import { coldExtrusion } from './cold-extrusion.ts'
import { corners } from './corners.ts'
import { dwell } from './dwell.ts'
import { extrusionMode } from './extrusion-mode.ts'
import { fan } from './fan.ts'
import { feedOverride } from './feed-override.ts'
import { finish } from './finish.ts'
import { firmwareRetract } from './firmware-retract.ts'
import { flow } from './flow.ts'
import { flowOverride } from './flow-override.ts'
import { heat } from './heat.ts'
import { heatersOff } from './heaters-off.ts'
import { home } from './home.ts'
import { homedOffset } from './homed-offset.ts'
import { hostOffset } from './host-offset.ts'
import { levelling } from './levelling.ts'
import { limits } from './limits.ts'
import { machinePlaces } from './machine-places.ts'
import { macro } from './macro.ts'
import { macroFile } from './macro-file.ts'
import { message } from './message.ts'
import { mix } from './mix.ts'
import { motors } from './motors.ts'
import { move } from './move.ts'
import { moveAcceleration } from './move-acceleration.ts'
import { nothingShown } from './nothing-shown.ts'
import { opaque } from './opaque.ts'
import { overallLimits } from './overall-limits.ts'
import { park } from './park.ts'
import { pause } from './pause.ts'
import { plane } from './plane.ts'
import { positioning } from './positioning.ts'
import { power } from './power.ts'
import { pressureAdvance } from './pressure-advance.ts'
import { probe } from './probe.ts'
import { probeGrid } from './probe-grid.ts'
import { probeOffset } from './probe-offset.ts'
import { probePoint } from './probe-point.ts'
import type { EffectRecord } from './record.ts'
import { repeat } from './repeat.ts'
import { restoreState } from './restore-state.ts'
import { resume } from './resume.ts'
import { retractionSettings } from './retraction-settings.ts'
import { runLater } from './run-later.ts'
import { saveState } from './save-state.ts'
import { setPosition } from './set-position.ts'
import { setVariable } from './set-variable.ts'
import { setWorkspace } from './set-workspace.ts'
import { settings } from './settings.ts'
import { smallShift } from './small-shift.ts'
import { softLimits } from './soft-limits.ts'
import { tool } from './tool.ts'
import { toolHeat } from './tool-heat.ts'
import { toolOffset } from './tool-offset.ts'
import { units } from './units.ts'
import { volumetric } from './volumetric.ts'
import { waitForHeaters } from './wait-for-heaters.ts'
import { waitForMoves } from './wait-for-moves.ts'
import { wipe } from './wipe.ts'
import { workspace } from './workspace.ts'

const effects: { readonly [D in Does]: EffectRecord<D> } = {
  move,
  arc,
  plane,
  dwell,
  'wait-for-moves': waitForMoves,
  units,
  positioning,
  'extrusion-mode': extrusionMode,
  'set-position': setPosition,
  'machine-places': machinePlaces,
  workspace,
  'set-workspace': setWorkspace,
  'homed-offset': homedOffset,
  'tool-offset': toolOffset,
  'small-shift': smallShift,
  'probe-offset': probeOffset,
  'host-offset': hostOffset,
  home,
  probe,
  'probe-point': probePoint,
  'probe-grid': probeGrid,
  align,
  levelling,
  motors,
  heat,
  'tool-heat': toolHeat,
  'wait-for-heaters': waitForHeaters,
  'heaters-off': heatersOff,
  power,
  fan,
  'firmware-retract': firmwareRetract,
  'retraction-settings': retractionSettings,
  volumetric,
  'cold-extrusion': coldExtrusion,
  'change-filament': changeFilament,
  mix,
  'pressure-advance': pressureAdvance,
  'flow-override': flowOverride,
  'feed-override': feedOverride,
  limits,
  'move-acceleration': moveAcceleration,
  'overall-limits': overallLimits,
  corners,
  'soft-limits': softLimits,
  settings,
  tool,
  carriages,
  pause,
  resume,
  finish,
  park,
  wipe,
  message,
  'save-state': saveState,
  'restore-state': restoreState,
  'set-variable': setVariable,
  'run-later': runLater,
  macro,
  'macro-file': macroFile,
  flow,
  repeat,
  opaque,
  'nothing-shown': nothingShown,
}

/** The record of an effect. The type of the list ensures one record for each member of the union. */
export const recordOf = <E extends Effect>({ does }: E): EffectRecord<E['does']> =>
  // The compiler can't follow that looking up a member returns the record of that member.
  effects[does as Does] as unknown as EffectRecord<E['does']>

/** The kind of an effect in a few words, for the command book. */
export function kindOf(effect: Effect): string {
  const { kind } = recordOf(effect).book
  return typeof kind === 'function' ? kind(effect as EffectOf<Does> as never) : kind
}
