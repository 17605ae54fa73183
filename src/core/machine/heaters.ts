// Commands that heat: targets set, waits taken.
import type { Effect } from '../firmware/spec.ts'
import { type Command, numberOf, textOf } from '../gcode/line.ts'
import { chamberAirAt, type HeaterHistory, secondsWithin, temperatureAt } from './heat.ts'
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

/** Waits for what only creeps along are looked at in steps of this, s, and for no longer than `mostWaitS`. */
const waitStepS = 1
const mostWaitS = 6 * 3600

/**
 * Seconds until a heater has been near enough to its target for long enough, as the firmware has it; 0 when it has been, or
 * when it would have to cool and need not. One that never gets there ends the rehearsal, and says so.
 */
function waitSeconds(recorder: Recorder, history: HeaterHistory, coolingToo: boolean): number {
  recorder.comeToRest()
  const last = history.segments.at(-1)
  if (!last) return 0
  const { printer, firmware } = recorder.stage
  const { windowC, dwellS } = printer.waits ?? firmware.waits
  if (last.targetC < last.fromC && !coolingToo) return 0
  const left = last.at + secondsWithin(last, windowC) + dwellS - recorder.now
  if (Number.isFinite(left)) return Math.max(0, left)
  recorder.stop(`This would wait for ever: the heater never gets to ${last.targetC} °C. The rehearsal stops here.`)
  return 0
}

/** Seconds until the chamber's air has its target, with what the bed gives it; see `waitSeconds`. */
function waitForAir(recorder: Recorder, chamber: HeaterHistory, coolingToo: boolean): number {
  const { bedShare = 0, heated } = recorder.stage.printer.heaters.chamber ?? {}
  const target = recorder.modes.chamberTarget ?? 0
  const air = (at: number) => chamberAirAt(chamber, recorder.bed, bedShare, at)
  recorder.comeToRest()
  if (target <= 0 || air(recorder.now) >= target) return 0
  const own = chamber.segments.at(-1)
  if (heated && own && Number.isFinite(own.reachS)) {
    const alone = waitSeconds(recorder, chamber, coolingToo)
    return air(recorder.now + alone) > target + 1 ? whenBeyond(recorder.now, at => air(at) >= target) : alone
  }
  const seconds = whenBeyond(recorder.now, at => air(at) >= target)
  if (Number.isFinite(seconds)) return seconds
  recorder.stop(`This would wait for ever: the chamber never gets to ${target} °C. The rehearsal stops here.`)
  return 0
}

/** Seconds from `now` until something is so, to a step; infinite where it isn't within six hours. */
function whenBeyond(now: number, so: (at: number) => boolean): number {
  for (let seconds = 0; seconds <= mostWaitS; seconds += waitStepS) if (so(now + seconds)) return seconds
  return Number.POSITIVE_INFINITY
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
      if (recorder.stage.printer.heaters.chamber?.heated) recorder.aim(recorder.chamber, aim.targetC)
      recorder.set({ chamberTarget: aim.targetC })
    }
    if (effect.wait) recorder.step('wait-chamber', waitForAir(recorder, recorder.chamber, coolingToo))
    return
  }
  const tool = heatedTool(command, effect, recorder.modes.tool)
  const history = recorder.nozzles[tool]
  if (!history) return
  const standbyC = effect.standby === undefined ? null : numberOf(command, effect.standby)
  const before = recorder.toolHeats.get(tool)
  if (standbyC !== null || before) {
    const heats = {
      activeC: aim?.targetC ?? before?.activeC ?? recorder.modes.nozzleTargets[tool] ?? 0,
      standbyC: Math.max(0, standbyC ?? before?.standbyC ?? 0),
    }
    recorder.toolHeats.set(tool, heats)
    aimNozzle(recorder, tool, tool === recorder.modes.tool ? heats.activeC : heats.standbyC)
  } else if (aim) aimNozzle(recorder, tool, aim.targetC)
  if (effect.wait) recorder.step('wait-nozzle', waitSeconds(recorder, history, coolingToo))
}

/** Gives a tool's nozzle a target, and with it every tool that shares its heater. */
function aimNozzle(recorder: Recorder, tool: number, targetC: number): void {
  const history = recorder.nozzles[tool]
  if (!history) return
  recorder.aim(history, targetC)
  const nozzleTargets = recorder.modes.nozzleTargets.map((target, each) =>
    recorder.nozzles[each] === history ? targetC : target,
  )
  recorder.set({ nozzleTargets })
}

/** Takes a tool: the one before goes to what it holds standing by, this one to what it holds in use, where they were told. */
export function takeTool(recorder: Recorder, tool: number): void {
  const left = recorder.modes.tool
  recorder.set({ tool })
  if (left === tool) return
  const [before, now] = [recorder.toolHeats.get(left), recorder.toolHeats.get(tool)]
  if (before) aimNozzle(recorder, left, before.standbyC)
  if (now) aimNozzle(recorder, tool, now.activeC)
}

/**
 * Waits for whatever has been told to heat, or for what a `SENSOR` key or a tool's letter names; with a `MINIMUM` or a
 * `MAXIMUM` until the sensor is beyond it, whatever the heater is told.
 */
export function runWaitForHeaters(recorder: Recorder, command: Command): void {
  const sensor = textOf(command, 'SENSOR')?.toLowerCase()
  const tool = numberOf(command, 'P')
  if (sensor !== undefined) {
    waitForSensor(recorder, sensor, numberOf(command, 'MINIMUM'), numberOf(command, 'MAXIMUM'))
    return
  }
  recorder.step('wait-bed', waitSeconds(recorder, recorder.bed, false))
  recorder.nozzles.forEach((history, each) => {
    if ((tool === null || tool === each) && (recorder.modes.nozzleTargets[each] ?? 0) > 0)
      recorder.step('wait-nozzle', waitSeconds(recorder, history, false))
  })
}

function waitForSensor(recorder: Recorder, sensor: string, least: number | null, most: number | null): void {
  const { chamber, bed } = recorder
  const { bedShare = 0 } = recorder.stage.printer.heaters.chamber ?? {}
  const nozzle = recorder.nozzles[Number(/\d+$/.exec(sensor)?.[0] ?? 0)]
  const [kind, temperature] = sensor.includes('bed')
    ? (['wait-bed', (at: number) => temperatureAt(bed, at)] as const)
    : sensor.includes('chamber') && chamber
      ? (['wait-chamber', (at: number) => chamberAirAt(chamber, bed, bedShare, at)] as const)
      : nozzle && sensor.includes('extruder')
        ? (['wait-nozzle', (at: number) => temperatureAt(nozzle, at)] as const)
        : [null, null]
  if (kind === null) return
  recorder.comeToRest()
  const seconds = whenBeyond(recorder.now, at => {
    const now = temperature(at)
    return now >= (least ?? Number.NEGATIVE_INFINITY) && now <= (most ?? Number.POSITIVE_INFINITY)
  })
  if (Number.isFinite(seconds)) recorder.step(kind, seconds)
  else
    recorder.stop(
      `This would wait for ever: nothing brings the ${sensor} ${least === null ? `down to ${most}` : `to ${least}`} °C. The rehearsal stops here.`,
    )
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
