// Calculates warm-up times from the heater models in firmware settings.

/** Room temperature, °C. */
const roomC = 20

/**
 * A heater as firmware models it. `riseCS`: °C/s at full power at room temperature; `lossCS(overC)`: °C/s lost at
 * `overC` above the room; `delayS`: delay until warmth is measured.
 */
export type HeaterFigures = { riseCS: number; lossCS: (overC: number) => number; delayS: number }

const stepS = 0.1
/** Limit for a warm-up time. */
const longestS = 4 * 3600

/** Seconds from 20 °C to a temperature at full power; null if the heater never reaches it. */
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

/** Seconds to cool from one temperature to another with the heater off; null if it takes hours. */
export function secondsCooling({ lossCS }: HeaterFigures, fromC: number, toC: number): number | null {
  let overC = fromC - roomC
  for (let s = 0; s < longestS; s += stepS) {
    if (overC <= toC - roomC) return Math.round(s * 10) / 10
    overC -= lossCS(overC) * stepS
  }
  return null
}

/** From power, W, heat capacity of the block, J/°C, and loss to the room, W/°C: dT/dt = (P − h·ΔT) / C. */
export const ofBlock = (powerW: number, capacityJC: number, lossWC: number): HeaterFigures => ({
  riseCS: powerW / capacityJC,
  lossCS: overC => (lossWC * overC) / capacityJC,
  delayS: 0,
})

/** From a heating rate, °C/s, and a cooling rate, °C/s at 100 °C above the room, which grows by a power. */
export const ofRates = (heatingCS: number, coolingCS: number, power: number, delayS: number): HeaterFigures => ({
  riseCS: heatingCS,
  lossCS: overC => coolingCS * (overC / 100) ** power,
  delayS,
})

/** From the final temperature rise at full power, °C, and the time constant, s. */
export const ofGain = (gainC: number, timeS: number, delayS: number): HeaterFigures => ({
  riseCS: gainC / timeS,
  lossCS: overC => overC / timeS,
  delayS,
})
