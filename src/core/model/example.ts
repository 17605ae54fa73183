// A made-up printer, material and job with round numbers, used by the examples of rules and by tests.
import { type Job, nothingBetween } from './job.ts'
import type { Material } from './material.ts'
import type { Printer } from './printer.ts'

export const printer: Printer = {
  name: 'Test bench',
  about: 'round figures',
  firmware: { family: 'board', version: '7.0', abilities: {} },
  bedCarriedOn: 'y',
  reach: { x: [0, 200], y: [0, 200], z: [0, 200] },
  reachRadiusMm: null,
  bed: { x: [0, 200], y: [0, 200], round: false },
  highestSpeedMmS: { x: 500, y: 500, z: 10, e: 50 },
  highestAccelerationMmS2: { x: 5000, y: 5000, z: 100, e: 5000 },
  corner: { kind: 'speed', mmS: 5 },
  accelerationMmS2: { print: 1000, travel: 2000, retract: 500 },
  homing: {
    at: { x: 0, y: 0, z: 10 },
    speedMmS: { x: 50, y: 50, z: 10 },
    order: null,
    bumpMm: { x: 0, y: 0, z: 0 },
    bumpShare: 0.5,
  },
  probe: {
    kind: 'touch',
    offset: { x: 0, y: 0, z: null },
    grid: { x: 3, y: 3 },
    insetMm: 20,
    secondsPerPoint: 2,
    dip: null,
  },
  storedMesh: true,
  tools: [
    {
      name: 'nozzle',
      address: null,
      offset: { x: 0, y: 0, z: 0 },
      nozzleMm: 0.4,
      filamentMm: 1.75,
      retractMm: 5,
      retractMmS: 25,
      highestFlowMm3S: 10,
      mixingInputs: 1,
      heater: null,
      parksX: null,
    },
  ],
  heaters: {
    nozzle: { highestC: 260, secondsTo200: 100, secondsCooling200To50: 240 },
    bed: { highestC: 110, secondsTo60: 120, secondsTo100: 300, settleMin: 0, secondsCooling60To30: 600 },
    chamber: null,
    together: true,
  },
  macros: '',
  configFiles: [],
  extrudes: { coldestC: null, fattestBeadMm2: null },
  sources: {},
  macroFiles: [],
  unseen: [],
  taught: [],
  filamentChange: null,
  display: { columns: 20 },
  waits: { windowC: 0, dwellS: 0 },
  spots: [],
  zones: [],
  features: [],
}

export const material: Material = {
  name: 'Test stuff',
  nozzleC: 200,
  nozzleLaterC: 195,
  bedC: 60,
  bedLaterC: 60,
  chamberC: 0,
  oozeSafeC: 160,
  soakMin: 0,
  flowFactor: 1,
  densityGCm3: 1.25,
  pricePerKg: 20,
}

export const job: Job = {
  name: 'test',
  about: 'a small cube',
  materials: ['Test stuff'],
  firstTool: 0,
  area: { kind: 'centred', widthMm: 20, depthMm: 20 },
  top: { kind: 'height', mm: 20 },
  firstLayerMm: 0.2,
  layerMm: 0.2,
  tower: null,
  takes: null,
  ...nothingBetween,
}

/** The printer's nozzle twice, each with its own heater. */
export const twoTools: Printer['tools'] = [0, 1].flatMap(() => printer.tools)
