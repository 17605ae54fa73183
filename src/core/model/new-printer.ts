// A printer made from five answers, with sensible figures for all that was not asked.
import type { Printer } from './printer.ts'

export type Answers = {
  name: string
  /** The bed and the height above it, mm. */
  widthMm: number
  depthMm: number
  heightMm: number
  family: Printer['firmware']['family']
  /** What carries the bed: it slides front to back, or goes down. */
  bedCarriedOn: Printer['bedCarriedOn']
  probe: 'none' | 'touch' | 'inductive' | 'nozzle'
  nozzleHighestC: number
  bedHighestC: number
}

const versions: Record<Printer['firmware']['family'], string> = {
  board: '7.4',
  host: '12.0',
  'macro-file': '3.4',
  dispensing: '1.0',
}

/** A probe point each so many mm, three at least and seven at most. */
const points = (mm: number): number => Math.min(7, Math.max(3, Math.round(mm / 50)))

/**
 * The figures that were not asked are what a printer of this kind usually has: a bed that slides is slower than a head that does;
 * warm-up takes as long as the bed is large.
 */
export function printerFrom(answers: Answers): Printer {
  const { name, widthMm, depthMm, heightMm, family, bedCarriedOn, probe, nozzleHighestC, bedHighestC } = answers
  const slides = bedCarriedOn === 'y'
  const perArea = (widthMm * depthMm) / (230 * 210)
  return {
    name,
    about: `${slides ? 'bed slides front to back' : 'bed goes down'} · ${family} firmware · ${probe === 'none' ? 'no probe' : `${probe} probe`}`,
    firmware: { family, version: versions[family], abilities: {} },
    bedCarriedOn,
    reach: { x: [0, widthMm], y: [0, depthMm], z: [0, heightMm] },
    reachRadiusMm: null,
    bed: { x: [0, widthMm], y: [0, depthMm], round: false },
    highestSpeedMmS: slides ? { x: 300, y: 250, z: 15, e: 60 } : { x: 400, y: 400, z: 20, e: 80 },
    highestAccelerationMmS2: slides ? { x: 3000, y: 2500, z: 200, e: 5000 } : { x: 6000, y: 6000, z: 300, e: 5000 },
    accelerationMmS2: slides
      ? { print: 1000, travel: 1500, retract: 1200 }
      : { print: 2500, travel: 4000, retract: 2000 },
    corner: { kind: 'speed', mmS: 5 },
    homing: {
      at: { x: Math.round(widthMm / 2), y: Math.round(depthMm / 2), z: 5 },
      speedMmS: { x: 50, y: 50, z: 8 },
      bumpMm: { x: 0, y: 0, z: 0 },
      bumpShare: 0.5,
    },
    probe:
      probe === 'none'
        ? null
        : {
            kind: probe,
            offset: probe === 'nozzle' ? { x: 0, y: 0 } : { x: -38, y: -9 },
            grid: { x: points(widthMm), y: points(depthMm) },
            insetMm: 20,
            secondsPerPoint: 2.5,
            dip: null,
          },
    storedMesh: probe !== 'none',
    tools: [
      {
        name: 'nozzle',
        nozzleMm: 0.4,
        filamentMm: 1.75,
        retractMm: slides ? 4 : 0.8,
        retractMmS: 35,
        highestFlowMm3S: 11,
        address: null,
        offset: { x: 0, y: 0, z: 0 },
        mixingInputs: 1,
        heater: null,
      },
    ],
    heaters: {
      nozzle: { highestC: nozzleHighestC, secondsTo200: 95, secondsCooling200To50: 260 },
      bed: {
        highestC: bedHighestC,
        secondsTo60: Math.round(120 * perArea),
        secondsTo100: Math.round(330 * perArea),
        settleMin: 0,
        secondsCooling60To30: Math.round(620 * perArea),
      },
      chamber: null,
      together: true,
    },
    waits: null,
    macros: '',
    macroFiles: [],
    unseen: [],
    taught: [],
    filamentChange: null,
    display: { columns: 20 },
    spots: [],
    zones: [],
    features: [],
  }
}
