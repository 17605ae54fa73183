// A printer, material and job with round figures, for tests that work their numbers out by hand.

import type { Finding } from '../check/finding.ts'
import { board } from '../firmware/board.ts'
import type { Stage } from '../machine/state.ts'
import type { Job } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import type { Printer } from '../model/printer.ts'
import { applyEdits, type Moment } from '../model/script.ts'
import { goRound, type Round } from '../runs/round.ts'

export const printer: Printer = {
  name: 'Test bench',
  about: 'round figures',
  firmware: { family: 'board', version: '7.0', abilities: {} },
  bedCarriedOn: 'y',
  reach: { x: [0, 200], y: [0, 200], z: [0, 200] },
  bed: { x: [0, 200], y: [0, 200] },
  highestSpeedMmS: { x: 500, y: 500, z: 10, e: 50 },
  highestAccelerationMmS2: { x: 5000, y: 5000, z: 100, e: 5000 },
  corner: { kind: 'speed', mmS: 5 },
  accelerationMmS2: { print: 1000, travel: 2000, retract: 500 },
  homing: { at: { x: 0, y: 0, z: 10 }, speedMmS: { x: 50, y: 50, z: 10 } },
  probe: { kind: 'touch', offset: { x: 0, y: 0 }, grid: { x: 3, y: 3 }, insetMm: 20, secondsPerPoint: 2 },
  storedMesh: true,
  tools: [
    {
      name: 'nozzle',
      nozzleMm: 0.4,
      filamentMm: 1.75,
      retractMm: 5,
      retractMmS: 25,
      highestFlowMm3S: 10,
      mixingInputs: 1,
      heater: null,
    },
  ],
  heaters: {
    nozzle: { highestC: 260, secondsTo200: 100, secondsCooling200To50: 240 },
    bed: { highestC: 110, secondsTo60: 120, secondsTo100: 300, settleMin: 0, secondsCooling60To30: 600 },
    chamber: null,
    together: true,
  },
  display: { columns: 20 },
  waits: { windowC: 0, dwellS: 0 },
  spots: [],
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
}

export const stage = (moment: Moment = 'start', over: Partial<Printer> = {}): Stage => ({
  printer: { ...printer, ...over },
  material,
  job,
  moment,
  firmware: board,
})

/** A whole round over lines of text for the test bench. */
export const round = (lines: string | string[], moment: Moment = 'start', over: Partial<Printer> = {}): Round =>
  goRound(typeof lines === 'string' ? lines : lines.join('\n'), {
    printer: { ...printer, ...over },
    material,
    job,
    moment,
  })

/** Findings of one rule. */
export const found = (
  rule: string,
  lines: string | string[],
  moment: Moment = 'start',
  over: Partial<Printer> = {},
): Finding[] => round(lines, moment, over).findings.filter(finding => finding.rule === rule)

/** The text after the first fix of a finding. */
export function fixed(text: string, finding: Finding | undefined): string {
  const fix = finding?.fixes[0]
  if (!fix) throw new Error('there is no fix')
  return applyEdits(text, fix.edits)
}
