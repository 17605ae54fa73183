// What runs in a whole print, in order: the moments around each change, layer, stop and object of a job, and the printing between.
import { changeBetween, changesOf, layerOfStop } from '../model/changes.ts'
import { areaOn, type Change, heightOfLayer, type Job, layersOn, type ToolChange, topOn } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import { changeMoments, type Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'

/** One time that a moment comes. */
export type Occasion = {
  moment: Moment
  /** Between which tools; null where none is changed. A material's own lines at the print's begin and end have one tool twice. */
  change: Change | null
  /** The tool that printed before it. */
  tool: number
  layer: number
  /** How high the print is then, mm. */
  z: number
  /** Whether the tool that is taken has not printed yet. */
  firstUse: boolean
  /** Printing before it, s; null where it follows what ran before it at once. */
  printedS: number | null
}

/** A print is about so full, and goes about so fast of what its hot end melts; for jobs whose time is not known. An estimate. */
const fill = 0.25
const ofFlow = 0.5
const leastLayerS = 5

/** More layers than this, of all objects, are not gone through; of more objects the first ones are. */
const maxLayers = 200_000

/** What one layer takes, s: its share of the job's time, or an estimate from its area. */
export function layerSeconds(job: Job, printer: Printer): number {
  if (job.takes) return (job.takes.minutes * 60) / (layersOn(job, printer) * job.objects)
  const flow = printer.tools[Math.min(job.firstTool, printer.tools.length - 1)]?.highestFlowMm3S ?? 10
  return Math.max(leastLayerS, layerVolumeMm3(job, printer) / (flow * ofFlow))
}

/** What is laid in one layer, mm³: an estimate from its area. */
export function layerVolumeMm3(job: Job, printer: Printer): number {
  const { left, right, front, back } = areaOn(job, printer)
  return (right - left) * (back - front) * job.layerMm * fill
}

/** The filament that one layer takes, mm³: from what the job weighs, or an estimate from its area. */
export const layerFilamentMm3 = (job: Job, printer: Printer, { densityGCm3 }: Material): number =>
  job.takes
    ? (job.takes.grams / densityGCm3) * (1000 / (layersOn(job, printer) * job.objects))
    : layerVolumeMm3(job, printer)

function byLayer<T>(all: readonly T[], layerOf: (each: T) => number | null): Map<number, T[]> {
  const found = new Map<number, T[]>()
  for (const each of all) {
    const layer = layerOf(each)
    if (layer !== null) found.set(layer, [...(found.get(layer) ?? []), each])
  }
  return found
}

/**
 * All occasions of a job's print, in order. Material lines stand between the start script and the end script, or outside of them
 * where the program has it so; at a change the old material's lines, leaving, the change, arriving, the new material's lines.
 */
export function* occasionsOf(job: Job, printer: Printer, materialOutside = false): Generator<Occasion> {
  const layers = layersOn(job, printer)
  const layerS = layerSeconds(job, printer)
  const changes = byLayer(changesOf(job, printer), ({ layer }) => layer)
  const back = changeBetween(job, printer)
  const stops = byLayer(job.stops, stop => layerOfStop(job, printer, stop))
  const used = new Set([job.firstTool])
  let tool = job.firstTool
  const at = (moment: Moment, layer: number, printedS: number | null, change: Change | null = null): Occasion => ({
    moment,
    change,
    tool,
    layer,
    z: heightOfLayer(job, moment === 'before-layer' ? layer - 1 : layer),
    firstUse: change !== null && !used.has(change.to),
    printedS,
  })
  function* changed(change: ToolChange, layer: number, printedS: number): Generator<Occasion> {
    for (const [i, moment] of changeMoments.entries()) yield at(moment, layer, i === 0 ? printedS : null, change)
    used.add(change.to)
    tool = change.to
  }
  const begins = [at('start', 1, null), at('material-start', 1, null, { from: tool, to: tool })]
  yield* materialOutside ? begins.reverse() : begins
  const objects = Math.max(1, Math.min(job.objects, Math.floor(maxLayers / layers)))
  for (let object = 1; object <= objects; object++) {
    if (object > 1 && back) yield* changed(back, 1, 0)
    let printedS = 0
    for (let layer = 1; layer <= layers; layer++) {
      if (layer > 1) {
        yield at('before-layer', layer, printedS)
        yield at('layer-change', layer, 0)
        for (const { runs } of stops.get(layer) ?? []) {
          yield at(runs, layer, null)
          if (runs === 'pause') yield at('resume', layer, null)
        }
      }
      const inIt = changes.get(layer) ?? []
      printedS = layerS / (inIt.length + 1)
      for (const change of inIt) yield* changed(change, layer, printedS)
    }
    const over = { ...at('between-objects', layers, printedS), z: topOn(job, printer) }
    if (object < objects) {
      yield over
      continue
    }
    const ends: Occasion[] = [
      { ...over, moment: 'material-end', change: { from: tool, to: tool } },
      { ...over, moment: 'end' },
    ]
    const [first, second] = (materialOutside ? ends.reverse() : ends) as [Occasion, Occasion]
    yield first
    yield { ...second, printedS: null }
  }
}
