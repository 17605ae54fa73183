// The sequence of tools and layers in a job: each tool change, stop and layer, in order.
import {
  type Change,
  heightOfLayer,
  type Job,
  layersOn,
  nowhere,
  type Stop,
  type ToolChange,
  toolsUsed,
  type Use,
} from './job.ts'
import type { Printer } from './printer.ts'

/**
 * The tool change that a script is rehearsed for: the given one, or from the first tool to the next one that the job
 * uses.
 */
export function changeFor(job: Job, change?: Change): Change {
  const to = toolsUsed(job).find(tool => tool !== job.firstTool) ?? job.firstTool
  return change ?? { from: job.firstTool, to }
}

/** Tolerance for equal heights, mm. */
const sameMm = 1e-6

/** The tools that print in a layer, lowest first. */
function toolsIn(job: Job, uses: readonly Use[], layer: number): number[] {
  const height = heightOfLayer(job, layer)
  const inIt = uses.filter(
    ({ fromLayer, toLayer, fromMm, toMm }) =>
      layer >= (fromLayer ?? 1) &&
      layer <= (toLayer ?? Number.POSITIVE_INFINITY) &&
      height > (fromMm ?? 0) + sameMm &&
      height <= (toMm ?? Number.POSITIVE_INFINITY) + sameMm,
  )
  return [...new Set(inIt.map(({ tool }) => tool))].sort((a, b) => a - b)
}

/** A tool that prints in every layer. */
export const everywhere = (tool: number): Use => ({ tool, fromLayer: null, toLayer: null, fromMm: null, toMm: null })

/** How the job uses its tools; by default each tool prints in every layer. */
export const toolUsesOf = (job: Job): NonNullable<Job['changes']> =>
  job.changes ?? { kind: 'layers', order: 'fewest', uses: toolsUsed(job).map(everywhere) }

/**
 * A job's tool changes on this printer, in order. With the fewest changes, a layer starts with the tool that ended the
 * previous layer if it prints there too; otherwise tools come by number. For one object; see `Job.objects`.
 */
export function changesOf(job: Job, printer: Printer): ToolChange[] {
  const ways = toolUsesOf(job)
  const layers = layersOn(job, printer)
  if (ways.kind === 'list') return ways.list.filter(({ layer, from, to }) => layer <= layers && from !== to)
  const changes: ToolChange[] = []
  let now = job.firstTool
  for (let layer = 1; layer <= layers; layer++) {
    const tools = toolsIn(job, ways.uses, layer)
    const first = ways.order === 'fewest' && tools.includes(now) ? [now] : []
    for (const tool of [...first, ...tools.filter(each => !first.includes(each))]) {
      if (tool === now) continue
      changes.push({ layer, from: now, to: tool, ...nowhere })
      now = tool
    }
  }
  return changes
}

/**
 * The change back to the first tool before the next object; null if the previous object ends with that tool or is the
 * last.
 */
export function changeBetween(job: Job, printer: Printer): ToolChange | null {
  const last = changesOf(job, printer).at(-1)?.to ?? job.firstTool
  if (job.objects < 2 || last === job.firstTool) return null
  return { layer: 1, from: last, to: job.firstTool, ...nowhere }
}

/** The number of tool changes in the whole print, for all objects. */
export const changeCount = (job: Job, printer: Printer): number =>
  changesOf(job, printer).length * job.objects + (changeBetween(job, printer) ? job.objects - 1 : 0)

/** Each pair of tools that the print changes between, once, at its first change. */
export function pairsOf(job: Job, printer: Printer): ToolChange[] {
  const all = [...changesOf(job, printer), changeBetween(job, printer) ?? []].flat()
  const firsts = new Map<string, ToolChange>()
  for (const each of all) if (!firsts.has(changeWords(each))) firsts.set(changeWords(each), each)
  return [...firsts.values()]
}

/**
 * The layer before which a stop comes: its own, or the first whose top is above its height. Null if the print is lower.
 */
export function layerOfStop(job: Job, printer: Printer, { layer, mm }: Stop): number | null {
  const layers = layersOn(job, printer)
  if (layer !== null) return layer >= 1 && layer <= layers ? Math.round(layer) : null
  if (mm === null) return null
  const found = 1 + Math.max(0, Math.ceil((mm - job.firstLayerMm) / job.layerMm + sameMm))
  return found <= layers ? found : null
}

/** What the slicer purges into the tower at a change, mm³. */
export const purgeOf = ({ purges, purgeMm3 }: Job, { from, to }: Pick<Change, 'from' | 'to'>): number =>
  purges.find(each => each.from === from && each.to === to)?.mm3 ?? purgeMm3

/** `T0 → T1`; empty without a tool change. */
export const changeWords = (change: Pick<Change, 'from' | 'to'> | null): string =>
  change && change.from !== change.to ? `T${change.from} → T${change.to}` : ''
