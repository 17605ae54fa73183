// How a heater warms and cools: one model, exact between changes, fitted to times that a person measured; and a bed's surface,
// which follows its plate.
import type { Printer } from '../model/printer.ts'

export const roomC = 20

/** Where full power would take a nozzle if nothing stopped it, °C: hot ends are built with about this reserve. */
const nozzleFullPowerC = 500

/** A heater that runs towards `fullPowerC` with time constant `warmS` when on, and towards the room with `coolS` when off. */
export type HeaterModel = { fullPowerC: number; warmS: number; coolS: number }

/**
 * A stretch of time with one target. From `at`, starting at `fromC`, the heater reaches `targetC` after `reachS` and holds it.
 * While it is `paused` (the supply feeds another heater) it cools whatever it is told to hold, and never reaches it.
 */
export type HeatSegment = {
  at: number
  fromC: number
  targetC: number
  reachS: number
  model: HeaterModel
  paused: boolean
  /** What follows the heater, as a bed's surface and the air over it, at the beginning of the stretch. */
  followC: readonly number[]
}

/**
 * Seconds an exponential towards `endC` takes from `fromC` to `toC`: τ·ln((end − from)/(end − to)).
 * Infinity when `toC` lies beyond the end.
 */
function secondsTowards(endC: number, timeConstantS: number, fromC: number, toC: number): number {
  const ratio = (endC - fromC) / (endC - toC)
  return ratio > 0 && Number.isFinite(ratio) ? timeConstantS * Math.log(ratio) : Number.POSITIVE_INFINITY
}

/** The nozzle's constants from its measured seconds, room to 200 °C and 200 down to 50 °C. */
export function nozzleModel(heater: Printer['heaters']['nozzle']): HeaterModel {
  return {
    fullPowerC: nozzleFullPowerC,
    warmS: heater.secondsTo200 / Math.log((nozzleFullPowerC - roomC) / (nozzleFullPowerC - 200)),
    coolS: heater.secondsCooling200To50 / Math.log((200 - roomC) / (50 - roomC)),
  }
}

/**
 * The bed's constants from its measured seconds, room to 60 °C and room to 100 °C. The two fix both the full-power
 * temperature T and the time constant: ln((T−20)/(T−100)) / ln((T−20)/(T−60)) is the ratio of the times, and falls from
 * infinity (T just above 100) to 2 (T without bound), so T is found by halving. A ratio of 2 or less counts as T = 10,000.
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

/** A heated chamber's constants from its measured seconds, room to 40 °C and 40 down to 30 °C; full power is taken to reach 90 °C. */
export function chamberModel(heater: NonNullable<Printer['heaters']['chamber']>): HeaterModel {
  const fullPowerC = 90
  return {
    fullPowerC,
    warmS: heater.secondsTo40 / Math.log((fullPowerC - roomC) / (fullPowerC - 40)),
    coolS: heater.secondsCooling40To30 / Math.log((40 - roomC) / (30 - roomC)),
  }
}

/** What the heater goes to: its target, and the room's temperature when it is off or paused. */
const goesTo = ({ targetC, paused }: Pick<HeatSegment, 'targetC' | 'paused'>): number =>
  paused ? roomC : Math.max(targetC, roomC)

/** Begins a stretch at time `at` from `fromC` towards `targetC`; a target below the room means off. */
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

/** Seconds from a stretch's beginning until the heater has this temperature, on its way there. */
function secondsTo(
  { model, fromC, ...aim }: Pick<HeatSegment, 'model' | 'fromC' | 'targetC' | 'paused'>,
  toC: number,
): number {
  return goesTo(aim) >= fromC
    ? secondsTowards(model.fullPowerC, model.warmS, fromC, toC)
    : secondsTowards(roomC, model.coolS, fromC, toC)
}

/** Seconds from a stretch's beginning until the heater is within `windowC` of its target, and will be from then on. */
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

/** Where the exponential of a stretch would end, and its time constant. */
function towards(segment: HeatSegment): { endC: number; timeConstantS: number } {
  const warming = goesTo(segment) > segment.fromC
  return warming
    ? { endC: segment.model.fullPowerC, timeConstantS: segment.model.warmS }
    : { endC: roomC, timeConstantS: segment.model.coolS }
}

/**
 * The temperature at time `at` of what follows the heater with time constant `settleS` from `beganC`: dS/dt = (T − S)/τ. Along
 * T = E + A·e^(−t/T₁) that is S = E + A·k·e^(−t/T₁) + (S₀ − E − A·k)·e^(−t/τ) with k = T₁/(T₁ − τ); where T is held,
 * S = T + (S₀ − T)·e^(−t/τ). No time constant means no delay.
 */
function followOn(segment: HeatSegment, settleS: number, beganC: number, at: number): number {
  if (settleS <= 0) return temperatureOn(segment, at)
  const since = at - segment.at
  const moving = Math.min(since, segment.reachS)
  const { endC, timeConstantS } = towards(segment)
  // The two time constants alike would divide by zero; a hair's breadth apart they give the same.
  const own = Math.abs(timeConstantS - settleS) < 1e-6 * settleS ? settleS * 1.000001 : settleS
  const share = ((segment.fromC - endC) * timeConstantS) / (timeConstantS - own)
  const then = endC + share * Math.exp(-moving / timeConstantS) + (beganC - endC - share) * Math.exp(-moving / own)
  if (since <= segment.reachS) return then
  const aim = goesTo(segment)
  return aim + (then - aim) * Math.exp(-(since - segment.reachS) / own)
}

/**
 * A heater's whole history: its model, its stretches in order (the first begins at time 0), and the time constants, s, of what
 * follows it. A bed has its surface first, then the air over it.
 */
export type HeaterHistory = { model: HeaterModel; segments: HeatSegment[]; settleS: readonly number[] }

/** The stretch that holds at time `at`. */
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

/** What follows a heater at time `at`, °C: the first follower, or another; without one, the heater itself. */
export function followerAt(history: HeaterHistory, at: number, which = 0): number {
  const segment = segmentAt(history, at)
  return followOn(segment, history.settleS[which] ?? 0, segment.followC[which] ?? segment.fromC, at)
}

/** All that follows a heater at time `at`, °C, in its order. */
export const followersAt = (history: HeaterHistory, at: number): number[] =>
  history.settleS.map((_, which) => followerAt(history, at, which))

/** The surface of the bed, °C. */
export const surfaceAt = (bed: HeaterHistory, at: number): number => followerAt(bed, at, 0)

/**
 * The air of a chamber, °C: what its own heater makes of it, or the bed, whichever is warmer. A bed warms it to a share of its
 * own warmth over the room's (`bedShare`), as slowly as the chamber cools; an estimate.
 */
export function chamberAirAt(chamber: HeaterHistory, bed: HeaterHistory, bedShare: number, at: number): number {
  return Math.max(temperatureAt(chamber, at), roomC + bedShare * (followerAt(bed, at, 1) - roomC))
}

export const targetAt = (history: HeaterHistory, at: number): number => segmentAt(history, at).targetC

/** The time constant, s, of a surface that a person sees settled (to 5 %) after so many minutes: e^(−3) is 0.05. */
export const settlingS = (minutes: number): number => (minutes * 60) / 3

/** With the part fan full on, a nozzle loses its heat a quarter faster; an estimate. */
const fanCools = 0.25

/** The lump of a nozzle that a part fan blows at; `fan` from 0 to 1. */
export const blownAt = (model: HeaterModel, fan: number): HeaterModel => ({
  ...model,
  coolS: model.coolS / (1 + fanCools * fan),
})
