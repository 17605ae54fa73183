// How a heater warms and cools: one lump, exact between changes, fitted to times that a person measured.
import type { Printer } from '../model/printer.ts'

export const roomC = 20

/** Where full power would take a nozzle if nothing stopped it, °C: hot ends are built with about this reserve. */
const nozzleFullPowerC = 500

/** A heater that runs towards `fullPowerC` with time constant `warmS` when on, and towards the room with `coolS` when off. */
export type Lump = { fullPowerC: number; warmS: number; coolS: number }

/** A stretch of time with one target. From `at`, starting at `fromC`, the heater reaches `targetC` after `reachS` and holds it. */
export type Leg = { at: number; fromC: number; targetC: number; reachS: number }

/**
 * Seconds an exponential towards `endC` takes from `fromC` to `toC`: τ·ln((end − from)/(end − to)).
 * Infinity when `toC` lies beyond the end.
 */
function secondsTowards(endC: number, timeConstantS: number, fromC: number, toC: number): number {
  const ratio = (endC - fromC) / (endC - toC)
  return ratio > 0 && Number.isFinite(ratio) ? timeConstantS * Math.log(ratio) : Number.POSITIVE_INFINITY
}

/** The nozzle's constants from its measured seconds, room to 200 °C and 200 down to 50 °C. */
export function nozzleLump(heater: Printer['heaters']['nozzle']): Lump {
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
export function bedLump(heater: Printer['heaters']['bed']): Lump {
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
export function chamberLump(heater: NonNullable<Printer['heaters']['chamber']>): Lump {
  const fullPowerC = 90
  return {
    fullPowerC,
    warmS: heater.secondsTo40 / Math.log((fullPowerC - roomC) / (fullPowerC - 40)),
    coolS: heater.secondsCooling40To30 / Math.log((40 - roomC) / (30 - roomC)),
  }
}

/** Begins a stretch at time `at` from `fromC` towards `targetC`; a target below the room means off. */
export function leg(lump: Lump, at: number, fromC: number, targetC: number): Leg {
  const aim = Math.max(targetC, roomC)
  const reachS =
    aim >= fromC
      ? secondsTowards(lump.fullPowerC, lump.warmS, fromC, aim)
      : secondsTowards(roomC, lump.coolS, fromC, aim)
  return { at, fromC, targetC, reachS }
}

/** The temperature at time `at` (≥ leg.at), °C. */
export function temperatureOn(lump: Lump, leg: Leg, at: number): number {
  const aim = Math.max(leg.targetC, roomC)
  const since = at - leg.at
  if (since >= leg.reachS) return aim
  const warming = aim > leg.fromC
  const end = warming ? lump.fullPowerC : roomC
  const timeConstantS = warming ? lump.warmS : lump.coolS
  return end + (leg.fromC - end) * Math.exp(-since / timeConstantS)
}

/** A heater's whole history: its lump and its stretches in order. The first begins at time 0. */
export type HeaterHistory = { lump: Lump; legs: Leg[] }

/** The stretch that holds at time `at`. */
export function legAt(history: HeaterHistory, at: number): Leg {
  let low = 0
  let high = history.legs.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if ((history.legs[middle] as Leg).at <= at) low = middle
    else high = middle - 1
  }
  return history.legs[low] as Leg
}

export const temperatureAt = (history: HeaterHistory, at: number): number =>
  temperatureOn(history.lump, legAt(history, at), at)

export const targetAt = (history: HeaterHistory, at: number): number => legAt(history, at).targetC
