// How long a heater takes, from the figures that firmware keeps of it.

/** The room in which it begins, °C. */
const roomC = 20

/**
 * A heater as firmware models it. `riseCS`: °C/s at full power in a cold room; `lossCS(overC)`: °C/s that it loses so far over the
 * room; `delayS` until warmth is seen.
 */
export type HeaterFigures = { riseCS: number; lossCS: (overC: number) => number; delayS: number }

const stepS = 0.1
/** Nobody waits longer for a heater. */
const longestS = 4 * 3600

/** Seconds from a room at 20 °C to this heat at full power; null where it never gets there. */
export function secondsTo({ riseCS, lossCS, delayS }: HeaterFigures, targetC: number): number | null {
  let overC = 0
  for (let s = 0; s < longestS; s += stepS) {
    if (overC >= targetC - roomC) return Math.round((s + delayS) * 10) / 10
    const change = riseCS - lossCS(overC)
    if (change <= 0) return null
    overC += change * stepS
  }
  return null
}

/** Seconds to cool from one heat to another in that room, with the heater off; null where it would take hours. */
export function secondsCooling({ lossCS }: HeaterFigures, fromC: number, toC: number): number | null {
  let overC = fromC - roomC
  for (let s = 0; s < longestS; s += stepS) {
    if (overC <= toC - roomC) return Math.round(s * 10) / 10
    overC -= lossCS(overC) * stepS
  }
  return null
}

/** From power, W, what it takes to warm the block, J/°C, and what it loses to the room, W/°C: dT/dt = (P − h·ΔT) / C. */
export const ofBlock = (powerW: number, capacityJC: number, lossWC: number): HeaterFigures => ({
  riseCS: powerW / capacityJC,
  lossCS: overC => (lossWC * overC) / capacityJC,
  delayS: 0,
})

/** From a rate of heating, °C/s, and one of cooling, °C/s at 100 °C over the room, which grows by a power. */
export const ofRates = (heatingCS: number, coolingCS: number, power: number, delayS: number): HeaterFigures => ({
  riseCS: heatingCS,
  lossCS: overC => coolingCS * (overC / 100) ** power,
  delayS,
})

/** From the rise at full power for ever, °C, and the time constant, s. */
export const ofGain = (gainC: number, timeS: number, delayS: number): HeaterFigures => ({
  riseCS: gainC / timeS,
  lossCS: overC => overC / timeS,
  delayS,
})
