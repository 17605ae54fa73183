// The sequence of a whole print: the moments around each tool change, layer, stop and object, and the printing between
// them.
import { changeBetween, changesOf, layerOfStop } from '../model/changes.ts'
import { areaOn, type Change, heightOfLayer, type Job, layersOn, type ToolChange, topOn } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import { changeMoments, type Moment, momentFacts } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'

/** One occurrence of a moment. */
export type Occasion = {
  moment: Moment
  /**
   * The tools of a change; null without a change. A material's lines at the start and end of the print have one tool
   * twice.
   */
  change: Change | null
  /** The tool that printed before it. */
  tool: number
  layer: number
  /** The height of the print at that time, mm. */
  z: number
  /** Whether the new tool has not printed yet. */
  firstUse: boolean
  /** Printing time before it, s; null if it directly follows the previous script. */
  printedS: number | null
}

/** Assumptions for jobs without a known time: the fill of a print, and the share of the hot end's flow. */
const fill = 0.25
const ofFlow = 0.5
const leastLayerS = 5

/** Limit of layers of all objects; beyond it only the first objects are included. */
const maxLayers = 200_000

/** The time of one layer, s: its share of the job's time, otherwise an estimate from its area. */
export function layerSeconds(job: Job, printer: Printer): number {
  if (job.takes) return (job.takes.minutes * 60) / (layersOn(job, printer) * job.objects)
  const flow = printer.tools[Math.min(job.firstTool, printer.tools.length - 1)]?.highestFlowMm3S ?? 10
  return Math.max(leastLayerS, layerVolumeMm3(job, printer) / (flow * ofFlow))
}

/** The volume of one layer, mm³: an estimate from its area. */
export function layerVolumeMm3(job: Job, printer: Printer): number {
  const { left, right, front, back } = areaOn(job, printer)
  return (right - left) * (back - front) * job.layerMm * fill
}

/** The filament of one layer, mm³: from the job's mass, otherwise an estimate from its area. */
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
 * All occasions of a print, in order. Material lines are between the start and the end script, or outside of them if
 * the slicer puts them there. At a change: the old material's lines, leaving, the change, arriving, the new material's
 * lines.
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
    z: heightOfLayer(job, momentFacts[moment].layer === 'complete' ? layer - 1 : layer),
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
          if (momentFacts[runs].pause === 'begins') yield at('resume', layer, null)
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
