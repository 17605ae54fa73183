// Sets heater targets and waits for heaters, for all commands that do so.

import type { Recorder } from './recorder.ts'
import type { Stage, ToolHeat } from './state.ts'
import { chamberAirAt, type HeaterHistory, roomC, secondsWithin, temperatureAt } from './temperature.ts'

/** Step in which slowly changing temperatures are searched, s; `maxWaitS` is the limit. */
const waitStepS = 1
const maxWaitS = 6 * 3600

/** Whether the machine melts its filament. Paste is extruded cold, although its firmware has a minimum temperature. */
export const melts = ({ printer, firmware }: Pick<Stage, 'printer' | 'firmware'>): boolean =>
  firmware.coldestExtrudeC > roomC && printer.heaters.nozzle.highestC >= firmware.coldestExtrudeC

/**
 * Seconds until a heater has been close enough to its target for long enough, by the firmware's window and dwell. 0 if
 * it already has, or if it would have to cool and the command waits for heating only. A heater that never reaches its
 * target ends the rehearsal with a reason.
 */
function waitSeconds(recorder: Recorder, history: HeaterHistory, coolingToo: boolean, within: number | null): number {
  recorder.comeToRest()
  const last = history.segments.at(-1)
  if (!last) return 0
  const { printer, firmware } = recorder.stage
  const { windowC, dwellS } = printer.waits ?? firmware.waits
  if (last.targetC < last.fromC && !coolingToo) return 0
  // A heater that was close enough when the rehearsal began counts as having been so for long enough.
  if (history.segments.length === 1 && secondsWithin(last, within ?? windowC) === 0) return 0
  const left = last.at + secondsWithin(last, within ?? windowC) + dwellS - recorder.now
  if (Number.isFinite(left)) return Math.max(0, left)
  recorder.stop(`This would wait for ever: the heater never gets to ${last.targetC} °C. The rehearsal stops here.`)
  return 0
}

/** Seconds until the chamber's air reaches its target, warmed by the bed too; see `waitSeconds`. */
function secondsForAir(recorder: Recorder, chamber: HeaterHistory, coolingToo: boolean): number {
  const { bedShare = 0, heated } = recorder.stage.printer.heaters.chamber ?? {}
  const target = recorder.modes.chamberTarget ?? 0
  const air = (at: number) => chamberAirAt(chamber, recorder.bed, bedShare, at)
  recorder.comeToRest()
  if (target <= 0 || air(recorder.now) >= target) return 0
  const own = chamber.segments.at(-1)
  if (heated && own && Number.isFinite(own.reachS)) {
    const alone = waitSeconds(recorder, chamber, coolingToo, null)
    return air(recorder.now + alone) > target + 1 ? whenBeyond(recorder.now, at => air(at) >= target) : alone
  }
  const seconds = whenBeyond(recorder.now, at => air(at) >= target)
  if (Number.isFinite(seconds)) return seconds
  recorder.stop(`This would wait for ever: the chamber never gets to ${target} °C. The rehearsal stops here.`)
  return 0
}

/** Seconds from `now` until a condition holds, to the nearest step; Infinity if it does not within six hours. */
export function whenBeyond(now: number, so: (at: number) => boolean): number {
  for (let seconds = 0; seconds <= maxWaitS; seconds += waitStepS) if (so(now + seconds)) return seconds
  return Number.POSITIVE_INFINITY
}

export function waitForNozzle(
  recorder: Recorder,
  tool: number,
  coolingToo: boolean,
  within: number | null = null,
): void {
  const history = recorder.nozzles[tool]
  if (history) recorder.step('wait-nozzle', waitSeconds(recorder, history, coolingToo, within))
}

export const waitForBed = (recorder: Recorder, coolingToo: boolean, within: number | null = null): void =>
  recorder.step('wait-bed', waitSeconds(recorder, recorder.bed, coolingToo, within))

export function waitForChamber(recorder: Recorder, coolingToo: boolean): void {
  if (recorder.chamber) recorder.step('wait-chamber', secondsForAir(recorder, recorder.chamber, coolingToo))
}

export function aimBed(recorder: Recorder, targetC: number): void {
  recorder.aim(recorder.bed, targetC)
  recorder.set({ bedTarget: targetC })
}

export function aimChamber(recorder: Recorder, targetC: number): void {
  if (!recorder.chamber) return
  if (recorder.stage.printer.heaters.chamber?.heated) recorder.aim(recorder.chamber, targetC)
  recorder.set({ chamberTarget: targetC })
}

/** Sets the target of a tool's nozzle, and of all tools that share its heater. */
export function aimNozzle(recorder: Recorder, tool: number, targetC: number): void {
  const history = recorder.nozzles[tool]
  if (!history) return
  recorder.aim(history, targetC)
  const nozzleTargets = recorder.modes.nozzleTargets.map((target, each) =>
    recorder.nozzles[each] === history ? targetC : target,
  )
  recorder.set({ nozzleTargets })
}

const targetOf = ({ activeC, standbyC, state }: ToolHeat): number =>
  state === 'active' ? activeC : state === 'standby' ? standbyC : 0

/** Changes a tool's active and standby temperatures, or which of them applies, and sets its nozzle's target. */
export function setToolHeat(recorder: Recorder, tool: number, change: Partial<ToolHeat>): void {
  const before = recorder.modes.toolHeats[tool]
  if (!before) return
  const now = { ...before, ...change }
  recorder.set({ toolHeats: recorder.modes.toolHeats.map((each, i) => (i === tool ? now : each)) })
  if (targetOf(now) !== (recorder.modes.nozzleTargets[tool] ?? 0)) aimNozzle(recorder, tool, targetOf(now))
}

export function turnHeatersOff(recorder: Recorder): void {
  for (const history of [...recorder.nozzles, recorder.bed]) recorder.aim(history, 0)
  if (recorder.chamber) recorder.aim(recorder.chamber, 0)
  recorder.set({
    nozzleTargets: recorder.modes.nozzleTargets.map(() => 0),
    toolHeats: recorder.modes.toolHeats.map(each => ({ ...each, state: 'off' as const })),
    bedTarget: 0,
    chamberTarget: recorder.chamber ? 0 : null,
  })
}

/** The temperature of a sensor, by its name, and how to wait for it; null for an unknown sensor. */
export function sensorNamed(
  recorder: Recorder,
  name: string,
): { kind: 'wait-bed' | 'wait-chamber' | 'wait-nozzle'; at: (at: number) => number } | null {
  const { chamber, bed } = recorder
  const { bedShare = 0 } = recorder.stage.printer.heaters.chamber ?? {}
  const sensor = name.toLowerCase()
  const tool = /^extruder(\d*)$/.exec(sensor)
  const nozzle = tool && recorder.nozzles[Number(tool[1] || 0)]
  if (nozzle) return { kind: 'wait-nozzle', at: at => temperatureAt(nozzle, at) }
  if (sensor === 'heater_bed') return { kind: 'wait-bed', at: at => temperatureAt(bed, at) }
  if (sensor.includes('chamber') && chamber)
    return { kind: 'wait-chamber', at: at => chamberAirAt(chamber, bed, bedShare, at) }
  return null
}
