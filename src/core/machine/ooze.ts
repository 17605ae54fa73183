// What leaves the nozzle unasked: an estimate of the ooze while it idles hot, where it falls, and how far filament is retracted.
import { sharesHeater } from '../firmware/tools.ts'
import { docksOf, offBedMm } from '../model/printer.ts'
import { toolFilamentAreaMm2 } from './outcome.ts'
import { materialOf, type Stage, type Tip } from './state.ts'
import { temperatureAt } from './temperature.ts'
import { lastModes, type Step, stepAt, type Trace } from './trace.ts'

/**
 * The estimate: a full 0.4 mm nozzle loses 0.004 mm³/s for each °C above its material's ooze-safe temperature; wider ones by
 * their area; half as much for each mm that the filament is retracted; and less as the 30 mm³ behind the tip run out,
 * e^(−lost/30). It is a rule of thumb, and is called one wherever it is shown.
 */
const perDegreeMm3S = 0.004
const behindTheTipMm3 = 30

/** What a nozzle can hold on to; more falls off. */
const dropMm3 = 8
/** Less than this leaves no mark that a person would see. */
const seenMm3 = 0.05
/** A travelling nozzle no higher than this draws a string behind it, so much for each mm. */
const stringsBelowMm = 10
const stringMm3PerMm = 0.02
/** A wait is followed in steps of this, s, or in so many steps when it is long. */
const stepS = 1
const maxSteps = 600
/** Within this of a bucket or brush, mm, what hangs from the nozzle is taken off. */
const cleansWithinMm = 15

export type OozeWhere = 'waiting' | 'probing' | 'travelling'

/** A stretch of time in which the nozzle oozes; `mm3` in all of it. */
export type OozeSpan = { where: OozeWhere; line: number; startS: number; endS: number; mm3: number }

/** What stays on the machine: a drop at `to`, or a string from `from` to it; mm and mm³. */
export type OozeMark = {
  kind: 'drop' | 'string'
  line: number
  atS: number
  from: [number, number]
  to: [number, number]
  mm3: number
}

export type Ooze = {
  /** How far the filament is back from the tip after each step, mm, of the tool in use. */
  backMm: Float32Array
  mm3: Record<OozeWhere, number>
  spans: OozeSpan[]
  marks: OozeMark[]
  /** What hangs from the nozzle in use when the script ends, mm³. */
  hangingMm3: number
  /** How each tool's tip is left. */
  tips: Tip[]
  /** What each tool lost while another was in use, mm³. */
  idleMm3: number[]
  /** What left each tool's tip because it was extruded, mm³: what only refills a retraction is not among it. */
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

/** Rate of ooze, mm³/s, of a nozzle of `nozzleMm`, `aboveC` too hot, its filament back by `backMm`, having lost `lostMm3`. */
export const oozeRateMm3S = (aboveC: number, nozzleMm: number, backMm: number, lostMm3: number): number =>
  aboveC <= 0 ? 0 : perDegreeMm3S * aboveC * (nozzleMm / 0.4) ** 2 * 2 ** -backMm * Math.exp(-lostMm3 / behindTheTipMm3)

/** Whether a tool that stands by hangs in the open: nothing is known of a dock, nor which nozzle is whose on a shared heater. */
export function hangsOpen({ printer, firmware }: Pick<Stage, 'printer' | 'firmware'>, tool: number): boolean {
  return !firmware.noToolAtStart && !sharesHeater(printer, tool) && docksOf(printer).length === 0
}

/** Follows the nozzle in use through a trace, and with it those that stand by in the open. */
export function oozeOf(trace: Trace, stage: Stage): Ooze {
  const { printer } = stage
  const backMm = new Float32Array(trace.steps.count)
  const mm3: Record<OozeWhere, number> = { waiting: 0, probing: 0, travelling: 0 }
  const spans: OozeSpan[] = []
  const marks: OozeMark[] = []
  const nozzles: Tip[] = trace.beginning.tips.map(tip => ({ ...tip }))
  const idleMm3 = nozzles.map(() => 0)
  const extrudedMm3 = nozzles.map(() => 0)
  /** Since when each tool stands by, s. */
  const idleSince = nozzles.map(() => 0)
  let inUse = trace.beginning.modes.tool
  const lostPer = (tool: number, nozzle: Tip, at: number, seconds: number): number => {
    const heater = trace.nozzles[tool]
    const aboveC = heater ? temperatureAt(heater, at + seconds / 2) - materialOf(stage, tool).oozeSafeC : 0
    return oozeRateMm3S(aboveC, printer.tools[tool]?.nozzleMm ?? 0.4, nozzle.backMm, nozzle.lostMm3) * seconds
  }
  /** What a tool that stood by until now has lost; more than a drop has fallen where it stands. */
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

/** Filament pushed fills the way to the tip first and then what is missing there; what hung goes along. What leaves the tip, mm³. */
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

/** A low travel over the bed draws out what hangs from the nozzle. */
function trail({ printer }: Stage, nozzle: Tip, step: Step, line: number, marks: OozeMark[]): void {
  const { from, to } = step
  const length = Math.hypot(to.x - from.x, to.y - from.y)
  if (!(length > 0) || Math.min(from.z, to.z) > stringsBelowMm || nozzle.hangingMm3 < seenMm3) return
  if (offBedMm(printer, from.x, from.y) > 0 && offBedMm(printer, to.x, to.y) > 0) return
  const mm3 = Math.min(nozzle.hangingMm3, stringMm3PerMm * length)
  nozzle.hangingMm3 -= mm3
  marks.push({ kind: 'string', line, atS: step.end, from: [from.x, from.y], to: [to.x, to.y], mm3 })
}
