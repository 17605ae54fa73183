// Heaters given targets and waited for, whatever command asks.

import type { Recorder } from './recorder.ts'
import type { Stage, ToolHeat } from './state.ts'
import { chamberAirAt, type HeaterHistory, roomC, secondsWithin, temperatureAt } from './temperature.ts'

/** Waits for what only creeps along are looked at in steps of this, s, and for no longer than `mostWaitS`. */
const waitStepS = 1
const maxWaitS = 6 * 3600

/** Whether it melts what it extrudes: paste is pushed cold, by a nozzle that never gets as hot as firmware asks for. */
export const melts = ({ printer, firmware }: Pick<Stage, 'printer' | 'firmware'>): boolean =>
  firmware.coldestExtrudeC > roomC && printer.heaters.nozzle.highestC >= firmware.coldestExtrudeC

/**
 * Seconds until a heater has been near enough to its target for long enough, as the firmware has it; 0 when it has been, or
 * when it would have to cool and need not. One that never gets there ends the rehearsal, and says so.
 */
function waitSeconds(recorder: Recorder, history: HeaterHistory, coolingToo: boolean, within: number | null): number {
  recorder.comeToRest()
  const last = history.segments.at(-1)
  if (!last) return 0
  const { printer, firmware } = recorder.stage
  const { windowC, dwellS } = printer.waits ?? firmware.waits
  if (last.targetC < last.fromC && !coolingToo) return 0
  // What was so near when the rehearsal began has been so for long enough.
  if (history.segments.length === 1 && secondsWithin(last, within ?? windowC) === 0) return 0
  const left = last.at + secondsWithin(last, within ?? windowC) + dwellS - recorder.now
  if (Number.isFinite(left)) return Math.max(0, left)
  recorder.stop(`This would wait for ever: the heater never gets to ${last.targetC} °C. The rehearsal stops here.`)
  return 0
}

/** Seconds until the chamber's air has its target, with what the bed gives it; see `waitSeconds`. */
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

/** Seconds from `now` until something is so, to a step; infinite where it isn't within six hours. */
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

/** Gives a tool's nozzle a target, and with it every tool that shares its heater. */
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

/** Changes what a tool holds in use and standing by, and whether it does; its nozzle follows. */
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

/** The temperature of a sensor by its name, and what waiting for it is; null for one that is not known. */
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
