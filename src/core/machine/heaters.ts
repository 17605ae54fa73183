// Commands that heat: targets set, waits taken.
import type { Effect } from '../firmware/spec.ts'
import { type Command, numberOf, textOf } from '../gcode/line.ts'
import type { HeaterHistory } from './heat.ts'
import type { Recorder } from './recorder.ts'

type Heat = Extract<Effect, { does: 'heat' }>

/** The target of a heating command in °C and whether its wait goes on while cooling; null when it names none. */
export function heatTarget(command: Command, effect: Heat): { targetC: number; coolingToo: boolean } | null {
  const find = (letters: readonly string[]) =>
    letters.map(letter => numberOf(command, letter)).find(value => value !== null) ?? null
  const either = find(effect.coolingToo)
  const target = either ?? find(effect.targets)
  return target === null ? null : { targetC: Math.max(0, target), coolingToo: either !== null }
}

/** Which heater a line speaks of: the table says so, unless a `HEATER` key names another. */
export function heaterOf(command: Command, effect: Heat): Heat['heater'] {
  const named = textOf(command, 'HEATER')?.toLowerCase() ?? ''
  return named.includes('bed') ? 'bed' : named.includes('chamber') ? 'chamber' : effect.heater
}

/** Which tool a line heats: named by its letter, by a `HEATER` key such as `extruder1`, or the one in use. */
export function heatedTool(command: Command, effect: Heat, inUse: number): number {
  const heater = textOf(command, 'HEATER')
  if (heater) return Number(/\d+$/.exec(heater)?.[0] ?? 0)
  return (effect.tool === null ? null : numberOf(command, effect.tool)) ?? inUse
}

/** Seconds until a heater holds its target; 0 when it does, when it would have to cool and need not, or never gets there. */
function waitSeconds(recorder: Recorder, history: HeaterHistory, coolingToo: boolean): number {
  const last = history.legs.at(-1)
  if (!last) return 0
  const left = last.at + last.reachS - recorder.now
  const warming = last.targetC >= last.fromC
  return Number.isFinite(left) && left > 0 && (warming || coolingToo) ? left : 0
}

export function runHeat(recorder: Recorder, command: Command, effect: Heat): void {
  const aim = heatTarget(command, effect)
  const heater = heaterOf(command, effect)
  const coolingToo = aim?.coolingToo ?? false
  if (heater === 'bed') {
    if (aim) {
      recorder.aim(recorder.bed, aim.targetC)
      recorder.set({ bedTarget: aim.targetC })
    }
    if (effect.wait) recorder.step('wait-bed', waitSeconds(recorder, recorder.bed, coolingToo))
    return
  }
  if (heater === 'chamber') {
    if (!recorder.chamber) return
    if (aim) {
      recorder.aim(recorder.chamber, aim.targetC)
      recorder.set({ chamberTarget: aim.targetC })
    }
    if (effect.wait) recorder.step('wait-chamber', waitSeconds(recorder, recorder.chamber, coolingToo))
    return
  }
  const tool = heatedTool(command, effect, recorder.modes.tool)
  const history = recorder.nozzles[tool]
  if (!history) return
  if (aim) {
    recorder.aim(history, aim.targetC)
    const nozzleTargets = recorder.modes.nozzleTargets.map((target, each) => (each === tool ? aim.targetC : target))
    recorder.set({ nozzleTargets })
  }
  if (effect.wait) recorder.step('wait-nozzle', waitSeconds(recorder, history, coolingToo))
}

/** Waits for whatever has been told to heat, or only for what a `SENSOR` key or a tool's letter names. */
export function runWaitForHeaters(recorder: Recorder, command: Command): void {
  const sensor = textOf(command, 'SENSOR')?.toLowerCase()
  const tool = numberOf(command, 'P')
  const least = numberOf(command, 'MINIMUM')
  if (sensor !== undefined && least === null) return
  if (sensor === undefined || sensor.includes('bed'))
    recorder.step('wait-bed', waitSeconds(recorder, recorder.bed, false))
  if (sensor?.includes('chamber') && recorder.chamber)
    recorder.step('wait-chamber', waitSeconds(recorder, recorder.chamber, false))
  recorder.nozzles.forEach((history, each) => {
    const wanted =
      sensor === undefined ? tool === null || tool === each : sensor === (each ? `extruder${each}` : 'extruder')
    if (wanted && (recorder.modes.nozzleTargets[each] ?? 0) > 0)
      recorder.step('wait-nozzle', waitSeconds(recorder, history, false))
  })
}

export function turnHeatersOff(recorder: Recorder): void {
  for (const history of [...recorder.nozzles, recorder.bed]) recorder.aim(history, 0)
  if (recorder.chamber) recorder.aim(recorder.chamber, 0)
  recorder.set({
    nozzleTargets: recorder.modes.nozzleTargets.map(() => 0),
    bedTarget: 0,
    chamberTarget: recorder.chamber ? 0 : null,
  })
}
