// Models how heaters warm up and cool down, exactly between changes and fitted to measured times, and how a bed's
// surface follows its plate.
import type { Printer } from '../model/printer.ts'

export const roomC = 20

/** The temperature that a nozzle would reach at full power, °C. Hot ends are built with about this reserve. */
const nozzleFullPowerC = 500

/**
 * A heater that approaches `fullPowerC` with the time constant `warmS` while it is on, and room temperature with
 * `coolS` while it is off.
 */
export type HeaterModel = { fullPowerC: number; warmS: number; coolS: number }

/**
 * A period with one target. It starts at time `at` with `fromC`; the heater reaches `targetC` after `reachS` and holds
 * it. While it is `paused` (the power supply feeds a different heater), it cools whatever its target is.
 */
export type HeatSegment = {
  at: number
  fromC: number
  targetC: number
  reachS: number
  model: HeaterModel
  paused: boolean
  /** Temperatures of the followers (a bed's surface, the air above it) at the start of the period, °C. */
  followC: readonly number[]
}

/**
 * Seconds that an exponential towards `endC` takes from `fromC` to `toC`: τ·ln((end − from)/(end − to)). Infinity if
 * `toC` is beyond the end.
 */
function secondsTowards(endC: number, timeConstantS: number, fromC: number, toC: number): number {
  const ratio = (endC - fromC) / (endC - toC)
  return ratio > 0 && Number.isFinite(ratio) ? timeConstantS * Math.log(ratio) : Number.POSITIVE_INFINITY
}

/** Fits a nozzle's constants to its measured times: room temperature to 200 °C, and 200 down to 50 °C. */
export function nozzleModel(heater: Printer['heaters']['nozzle']): HeaterModel {
  return {
    fullPowerC: nozzleFullPowerC,
    warmS: heater.secondsTo200 / Math.log((nozzleFullPowerC - roomC) / (nozzleFullPowerC - 200)),
    coolS: heater.secondsCooling200To50 / Math.log((200 - roomC) / (50 - roomC)),
  }
}

/**
 * Fits a bed's constants to its measured times: room temperature to 60 °C and to 100 °C. The ratio of the two times is
 * ln((T−20)/(T−100)) / ln((T−20)/(T−60)). It falls from infinity (T just above 100) to 2 (T without limit), so the
 * full-power temperature T is found by bisection. A ratio of 2 or less counts as T = 10,000.
 */
export function bedModel(heater: Printer['heaters']['bed']): HeaterModel {
  const ratio = heater.secondsTo100 / heater.secondsTo60
  const ratioAt = (end: number) => Math.log((end - roomC) / (end - 100)) / Math.log((end - roomC) / (end - 60))
  let low = 100.0001
  let high = 10_000
  for (let i = 0; i < 100; i++) {
    const middle = (low + high) / 2
    if (ratioAt(middle) > ratio) low = middle
    else high = middle
  }
  const fullPowerC = (low + high) / 2
  return {
    fullPowerC,
    warmS: heater.secondsTo60 / Math.log((fullPowerC - roomC) / (fullPowerC - 60)),
    coolS: heater.secondsCooling60To30 / Math.log((60 - roomC) / (30 - roomC)),
  }
}

/**
 * Fits a heated chamber's constants to its measured times: room temperature to 40 °C, and 40 down to 30 °C. Full power
 * is assumed to reach 90 °C.
 */
export function chamberModel(heater: NonNullable<Printer['heaters']['chamber']>): HeaterModel {
  const fullPowerC = 90
  return {
    fullPowerC,
    warmS: heater.secondsTo40 / Math.log((fullPowerC - roomC) / (fullPowerC - 40)),
    coolS: heater.secondsCooling40To30 / Math.log((40 - roomC) / (30 - roomC)),
  }
}

/** The temperature that the heater approaches: its target, or room temperature if it is off or paused. */
const goesTo = ({ targetC, paused }: Pick<HeatSegment, 'targetC' | 'paused'>): number =>
  paused ? roomC : Math.max(targetC, roomC)

/** Starts a period at time `at` from `fromC` towards `targetC`. A target below room temperature means off. */
export function segment(
  model: HeaterModel,
  at: number,
  fromC: number,
  targetC: number,
  paused = false,
  followC: readonly number[] = [],
): HeatSegment {
  const stretch = { at, fromC, targetC, model, paused, followC }
  return { ...stretch, reachS: paused ? Number.POSITIVE_INFINITY : secondsTo(stretch, goesTo(stretch)) }
}

/** Seconds from the start of a period until the heater passes this temperature. */
function secondsTo(
  { model, fromC, ...aim }: Pick<HeatSegment, 'model' | 'fromC' | 'targetC' | 'paused'>,
  toC: number,
): number {
  return goesTo(aim) >= fromC
    ? secondsTowards(model.fullPowerC, model.warmS, fromC, toC)
    : secondsTowards(roomC, model.coolS, fromC, toC)
}

/** Seconds from the start of a period until the heater is within `windowC` of its target and stays there. */
export function secondsWithin(segment: HeatSegment, windowC: number): number {
  const aim = goesTo(segment)
  if (Math.abs(aim - segment.fromC) <= windowC) return 0
  return segment.paused ? segment.reachS : secondsTo(segment, aim > segment.fromC ? aim - windowC : aim + windowC)
}

/** The temperature at time `at` (≥ segment.at), °C. */
export function temperatureOn(segment: HeatSegment, at: number): number {
  const aim = goesTo(segment)
  const since = at - segment.at
  if (since >= segment.reachS) return aim
  const { endC, timeConstantS } = towards(segment)
  return endC + (segment.fromC - endC) * Math.exp(-since / timeConstantS)
}

/** The end temperature and time constant of the exponential in a period. */
function towards(segment: HeatSegment): { endC: number; timeConstantS: number } {
  const warming = goesTo(segment) > segment.fromC
  return warming
    ? { endC: segment.model.fullPowerC, timeConstantS: segment.model.warmS }
    : { endC: roomC, timeConstantS: segment.model.coolS }
}

/**
 * The temperature at time `at` of something that follows the heater with the time constant `settleS`, starting at
 * `beganC`: dS/dt = (T − S)/τ. For T = E + A·e^(−t/T₁) this is S = E + A·k·e^(−t/T₁) + (S₀ − E − A·k)·e^(−t/τ) with k =
 * T₁/(T₁ − τ). While T is constant, S = T + (S₀ − T)·e^(−t/τ). A time constant of 0 means no delay.
 */
function followOn(segment: HeatSegment, settleS: number, beganC: number, at: number): number {
  if (settleS <= 0) return temperatureOn(segment, at)
  const since = at - segment.at
  const moving = Math.min(since, segment.reachS)
  const { endC, timeConstantS } = towards(segment)
  // Equal time constants would divide by zero; a tiny difference gives the same result.
  const own = Math.abs(timeConstantS - settleS) < 1e-6 * settleS ? settleS * 1.000001 : settleS
  const share = ((segment.fromC - endC) * timeConstantS) / (timeConstantS - own)
  const then = endC + share * Math.exp(-moving / timeConstantS) + (beganC - endC - share) * Math.exp(-moving / own)
  if (since <= segment.reachS) return then
  const aim = goesTo(segment)
  return aim + (then - aim) * Math.exp(-(since - segment.reachS) / own)
}

/**
 * A heater's whole history: its model, its periods in order (the first starts at time 0), and the time constants of its
 * followers, s. A bed's followers are its surface, then the air above it.
 */
export type HeaterHistory = { model: HeaterModel; segments: HeatSegment[]; settleS: readonly number[] }

/** The period at time `at`. */
export function segmentAt(history: HeaterHistory, at: number): HeatSegment {
  let low = 0
  let high = history.segments.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if ((history.segments[middle] as HeatSegment).at <= at) low = middle
    else high = middle - 1
  }
  return history.segments[low] as HeatSegment
}

export const temperatureAt = (history: HeaterHistory, at: number): number => temperatureOn(segmentAt(history, at), at)

/**
 * The temperature of a heater's follower at time `at`, °C: the first follower, or the one with index `which`. Without
 * followers, the heater itself.
 */
export function followerAt(history: HeaterHistory, at: number, which = 0): number {
  const segment = segmentAt(history, at)
  return followOn(segment, history.settleS[which] ?? 0, segment.followC[which] ?? segment.fromC, at)
}

/** The temperatures of all followers at time `at`, °C, in order. */
export const followersAt = (history: HeaterHistory, at: number): number[] =>
  history.settleS.map((_, which) => followerAt(history, at, which))

/** The temperature of the bed's surface, °C. */
export const surfaceAt = (bed: HeaterHistory, at: number): number => followerAt(bed, at, 0)

/**
 * The air temperature of a chamber, °C: caused by its own heater or by the bed, whichever is warmer. The bed warms the
 * air by a share (`bedShare`) of its own difference to the room, as slowly as the chamber cools. An estimate.
 */
export function chamberAirAt(chamber: HeaterHistory, bed: HeaterHistory, bedShare: number, at: number): number {
  return Math.max(temperatureAt(chamber, at), roomC + bedShare * (followerAt(bed, at, 1) - roomC))
}

export const targetAt = (history: HeaterHistory, at: number): number => segmentAt(history, at).targetC

/** The time constant, s, of a surface that has settled to within 5 % after so many minutes: e^(−3) is 0.05. */
export const settlingS = (minutes: number): number => (minutes * 60) / 3

/** With the part fan at full speed, a nozzle loses heat a quarter faster. An estimate. */
const fanCools = 0.25

/** The model of a nozzle while a part fan blows at it; `fan` is from 0 to 1. */
export const blownAt = (model: HeaterModel, fan: number): HeaterModel => ({
  ...model,
  coolS: model.coolS / (1 + fanCools * fan),
})
