// Estimates ooze: what leaves a nozzle while it idles hot, where it falls, and how far the filament is retracted.
import { sharesHeater } from '../firmware/tools.ts'
import { docksOf, offBedMm } from '../model/printer.ts'
import { toolFilamentAreaMm2 } from './outcome.ts'
import { materialOf, type Stage, type Tip } from './state.ts'
import { temperatureAt } from './temperature.ts'
import { lastModes, type Step, stepAt, type Trace } from './trace.ts'

/**
 * Rule of thumb: a full 0.4 mm nozzle loses 0.004 mm³/s for each °C above its material's ooze-safe temperature; wider
 * nozzles in proportion to their area; half as much for each mm of retraction; and less as the 30 mm³ behind the tip
 * run out, e^(−lost/30). Every screen that shows it calls it an estimate.
 */
const perDegreeMm3S = 0.004
const meltZoneMm3 = 30

/** Largest drop that a nozzle can hold, mm³; more falls off. */
const dropMm3 = 8
/** Smallest amount that leaves a visible mark, mm³. */
const seenMm3 = 0.05
/** Largest height, mm, at which a travelling nozzle draws a string; the string takes a fixed amount for each mm. */
const stringsBelowMm = 10
const stringMm3PerMm = 0.02
/** Time step for long waits, s. */
const stepS = 1
const maxSteps = 600
/** Distance from a bucket or brush, mm, within which the nozzle is wiped clean. */
const cleansWithinMm = 15

export type OozeWhere = 'waiting' | 'probing' | 'travelling'

/** A period in which the nozzle oozes; `mm3` is the total. */
export type OozeSpan = { where: OozeWhere; line: number; startS: number; endS: number; mm3: number }

/** Material left on the machine: a drop at `to`, or a string from `from` to `to`; mm and mm³. */
export type OozeMark = {
  kind: 'drop' | 'string'
  line: number
  atS: number
  from: [number, number]
  to: [number, number]
  mm3: number
}

export type Ooze = {
  /** After each step, how far the filament of the tool in use is behind the tip, mm. */
  backMm: Float32Array
  mm3: Record<OozeWhere, number>
  spans: OozeSpan[]
  marks: OozeMark[]
  /** The amount hanging from the nozzle in use at the end, mm³. */
  hangingMm3: number
  /** The state of each tool's tip at the end. */
  tips: Tip[]
  /** What each idle tool lost, mm³. */
  idleMm3: number[]
  /** Extruded material that left each tool's tip, mm³. Filament that only refills a retraction is not included. */
  extrudedMm3: number[]
}

const whereOf = ({ kind }: Step): OozeWhere | null => {
  switch (kind) {
    case 'travel':
    case 'home':
      return 'travelling'
    case 'probe':
    case 'align':
      return 'probing'
    case 'wait-nozzle':
    case 'wait-bed':
    case 'wait-chamber':
    case 'stand':
      return 'waiting'
    case 'extrude':
    case 'push':
    case 'retract':
      return null
  }
}

/**
 * Ooze rate, mm³/s, of a nozzle of `nozzleMm` that is `aboveC` above its ooze-safe temperature, retracted by `backMm`,
 * after losing `lostMm3`.
 */
export const oozeRateMm3S = (aboveC: number, nozzleMm: number, backMm: number, lostMm3: number): number =>
  aboveC <= 0 ? 0 : perDegreeMm3S * aboveC * (nozzleMm / 0.4) ** 2 * 2 ** -backMm * Math.exp(-lostMm3 / meltZoneMm3)

/**
 * Whether an idle tool hangs in the open. Tools in a dock are not followed, and neither are nozzles that share a
 * heater.
 */
export function hangsOpen({ printer, firmware }: Pick<Stage, 'printer' | 'firmware'>, tool: number): boolean {
  return !firmware.noToolAtStart && !sharesHeater(printer, tool) && docksOf(printer).length === 0
}

/** Follows the nozzle in use through a trace, and all idle nozzles that hang in the open. */
export function oozeOf(trace: Trace, stage: Stage): Ooze {
  const { printer } = stage
  const backMm = new Float32Array(trace.steps.count)
  const mm3: Record<OozeWhere, number> = { waiting: 0, probing: 0, travelling: 0 }
  const spans: OozeSpan[] = []
  const marks: OozeMark[] = []
  const nozzles: Tip[] = trace.beginning.tips.map(tip => ({ ...tip }))
  const idleMm3 = nozzles.map(() => 0)
  const extrudedMm3 = nozzles.map(() => 0)
  /** When each tool became idle, s. */
  const idleSince = nozzles.map(() => 0)
  let inUse = trace.beginning.modes.tool
  const lostPer = (tool: number, nozzle: Tip, at: number, seconds: number): number => {
    const heater = trace.nozzles[tool]
    const aboveC = heater ? temperatureAt(heater, at + seconds / 2) - materialOf(stage, tool).oozeSafeC : 0
    return oozeRateMm3S(aboveC, printer.tools[tool]?.nozzleMm ?? 0.4, nozzle.backMm, nozzle.lostMm3) * seconds
  }
  /** Adds what an idle tool has lost until now; anything larger than a drop has fallen below it. */
  const standBy = (tool: number, until: number) => {
    const nozzle = nozzles[tool]
    const stood = until - (idleSince[tool] ?? 0)
    if (!nozzle || !(stood > 0) || !hangsOpen(stage, tool)) return
    const pieces = Math.min(maxSteps, Math.ceil(stood / stepS))
    for (let piece = 0; piece < pieces; piece++) {
      const lost = lostPer(tool, nozzle, until - stood + (piece * stood) / pieces, stood / pieces)
      nozzle.lostMm3 += lost
      nozzle.hangingMm3 = Math.min(dropMm3, nozzle.hangingMm3 + lost)
      idleMm3[tool] = (idleMm3[tool] ?? 0) + lost
    }
  }
  const toolIn = (command: number) => trace.rows.modes[command]?.tool ?? -1
  const cleaners = printer.spots.filter(({ name }) => /bucket|brush|wipe/.test(name))
  let last: Tip | undefined
  for (let i = 0; i < trace.steps.count; i++) {
    const step = stepAt(trace, i)
    const tool = toolIn(step.command)
    if (tool !== inUse) {
      standBy(tool, step.start)
      idleSince[inUse] = step.start
      inUse = tool
    }
    const nozzle = nozzles[tool]
    if (!nozzle) continue
    last = nozzle
    const where = whereOf(step)
    const line = trace.rows.line[step.command] as number
    if (where === null) {
      extrudedMm3[tool] = (extrudedMm3[tool] ?? 0) + moveFilament(nozzle, step, toolFilamentAreaMm2(printer, tool))
      backMm[i] = nozzle.backMm
      continue
    }
    backMm[i] = nozzle.backMm
    let oozed = 0
    const pieces = Math.min(maxSteps, Math.ceil((step.end - step.start) / stepS))
    const seconds = (step.end - step.start) / pieces
    for (let piece = 0; piece < pieces; piece++) {
      const at = step.start + piece * seconds
      const lost = lostPer(tool, nozzle, at, seconds)
      nozzle.lostMm3 += lost
      nozzle.hangingMm3 += lost
      oozed += lost
      if (where === 'waiting' && nozzle.hangingMm3 >= dropMm3) {
        marks.push(drop(step, line, at, dropMm3))
        nozzle.hangingMm3 -= dropMm3
      }
    }
    if (oozed > 0) {
      mm3[where] += oozed
      const before = spans.at(-1)
      if (before?.line === line && before.where === where && step.start - before.endS < 1e-6) {
        before.endS = step.end
        before.mm3 += oozed
      } else spans.push({ where, line, startS: step.start, endS: step.end, mm3: oozed })
    }
    if (step.kind === 'probe' && nozzle.hangingMm3 >= seenMm3) {
      marks.push(drop(step, line, step.end, nozzle.hangingMm3))
      nozzle.hangingMm3 = 0
    }
    if (step.kind === 'travel') trail(stage, nozzle, step, line, marks)
    if (cleaners.some(({ x, y }) => Math.hypot(step.to.x - x, step.to.y - y) <= cleansWithinMm)) nozzle.hangingMm3 = 0
  }
  for (let tool = 0; tool < nozzles.length; tool++) if (tool !== inUse) standBy(tool, trace.totalS)
  return {
    backMm,
    mm3,
    spans,
    marks,
    hangingMm3: (last ?? nozzles[lastModes(trace).tool])?.hangingMm3 ?? 0,
    tips: nozzles,
    idleMm3,
    extrudedMm3,
  }
}

/**
 * Moves filament: an extrusion first fills the retracted length, then what is missing behind the tip. Returns the mm³
 * that leave the tip, including what hung there.
 */
function moveFilament(nozzle: Tip, { filamentMm }: Step, areaMm2: number): number {
  if (filamentMm < 0) {
    nozzle.backMm -= filamentMm
    return 0
  }
  const out = Math.max(0, filamentMm - nozzle.backMm)
  nozzle.backMm = Math.max(0, nozzle.backMm - filamentMm)
  nozzle.lostMm3 = Math.max(0, nozzle.lostMm3 - out * areaMm2)
  if (out > 0) nozzle.hangingMm3 = 0
  return out * areaMm2
}

const drop = ({ to }: Step, line: number, atS: number, mm3: number): OozeMark => ({
  kind: 'drop',
  line,
  atS,
  from: [to.x, to.y],
  to: [to.x, to.y],
  mm3,
})

/** Draws a string from what hangs from the nozzle, on a low travel above the bed. */
function trail({ printer }: Stage, nozzle: Tip, step: Step, line: number, marks: OozeMark[]): void {
  const { from, to } = step
  const length = Math.hypot(to.x - from.x, to.y - from.y)
  if (!(length > 0) || Math.min(from.z, to.z) > stringsBelowMm || nozzle.hangingMm3 < seenMm3) return
  if (offBedMm(printer, from.x, from.y) > 0 && offBedMm(printer, to.x, to.y) > 0) return
  const mm3 = Math.min(nozzle.hangingMm3, stringMm3PerMm * length)
  nozzle.hangingMm3 -= mm3
  marks.push({ kind: 'string', line, atS: step.end, from: [from.x, from.y], to: [to.x, to.y], mm3 })
}
