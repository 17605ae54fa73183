// What is about to be printed. Area and height may be relative to a printer, so that one job fits several printers.
import * as v from 'valibot'
import { count, listOf, mm, nonNegative, plainName, plainText, positive } from './pieces.ts'
import type { Printer } from './printer.ts'

const Area = v.variant('kind', [
  v.object({ kind: v.literal('centred'), widthMm: positive, depthMm: positive }),
  v.object({ kind: v.literal('whole-bed'), marginMm: v.pipe(mm, v.minValue(0)) }),
  v.object({ kind: v.literal('at'), left: mm, right: mm, front: mm, back: mm }),
])

const Top = v.variant('kind', [
  v.object({ kind: v.literal('height'), mm: positive }),
  v.object({ kind: v.literal('below-reach'), mm: v.pipe(mm, v.minValue(0)) }),
])

const tool = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(200))
const place = v.optional(v.nullable(v.object({ x: mm, y: mm })), null)
const bound = v.optional(v.nullable(positive), null)

/** The lines with which the slicer leaves the print before a tool change, and returns to it afterwards. */
const OwnMoves = v.object({ before: plainText(4000), after: plainText(4000) })
export type OwnMoves = v.InferOutput<typeof OwnMoves>

/**
 * One tool change: its layer, from 1; the positions where the nozzle leaves the print and returns, mm; and the slicer's
 * own moves there, if known. Of many similar changes only a few have the moves.
 */
const ToolChange = v.object({
  layer: count,
  from: tool,
  to: tool,
  leavesAt: place,
  goesOnAt: place,
  moves: v.optional(v.nullable(OwnMoves), null),
})
export type ToolChange = v.InferOutput<typeof ToolChange>

/**
 * A tool change as a script sees it: its tools, the positions where the nozzle leaves and returns, mm, and the slicer's
 * moves.
 */
export const Change = v.partial(v.omit(ToolChange, ['layer']), ['leavesAt', 'goesOnAt', 'moves'])
export type Change = v.InferOutput<typeof Change>

/** For a change of which only tools and layer are known. */
export const nowhere = { leavesAt: null, goesOnAt: null, moves: null } as const

/**
 * The layers that a tool prints in: between two layers, or between two heights of their tops, mm, both ends included.
 */
const Use = v.object({ tool, fromLayer: bound, toLayer: bound, fromMm: bound, toMm: bound })
export type Use = v.InferOutput<typeof Use>

/** How a print uses its tools: each change, or the layers of each tool and the order within a layer. */
const Changes = v.variant('kind', [
  v.object({ kind: v.literal('list'), list: listOf(ToolChange, 20_000) }),
  v.object({ kind: v.literal('layers'), order: v.picklist(['fewest', 'by-number']), uses: listOf(Use, 200) }),
])

/** A stop within the print: its layer or height, and whether a pause or an at-layer script runs. */
const Stop = v.object({ layer: bound, mm: bound, runs: v.picklist(['at-layer', 'pause']) })
export type Stop = v.InferOutput<typeof Stop>

/** Thinner layers are a typing error, and would make hundreds of thousands of layers. */
const LayerHeight = v.pipe(
  positive,
  v.minValue(0.005, 'a layer of less than 0.005 mm is thinner than any printer prints: is it 0.1 or so?'),
)

export const Job = v.object({
  name: plainName('a job'),
  about: plainText(4000),
  /** Names of the materials, one for each tool used. */
  materials: v.pipe(listOf(plainText(80), 64), v.minLength(1)),
  firstTool: v.pipe(v.number(), v.integer(), v.minValue(0)),
  area: Area,
  top: Top,
  firstLayerMm: LayerHeight,
  layerMm: LayerHeight,
  /** A prime tower beside the print: its centre and its sides, mm. */
  tower: v.optional(v.nullable(v.object({ x: mm, y: mm, widthMm: positive, depthMm: positive })), null),
  /** How the print uses its tools; null means each tool in every layer, with the fewest changes. */
  changes: v.optional(v.nullable(Changes), null),
  /** What the slicer purges into the tower at each change, mm³; 0 if nothing. */
  purgeMm3: v.optional(nonNegative, 0),
  /** Pairs of tools with a different amount. */
  purges: v.optional(listOf(v.object({ from: tool, to: tool, mm3: nonNegative }), 2000), []),
  stops: v.optional(listOf(Stop, 1000), []),
  /** The number of objects printed one after another, each to its top. */
  objects: v.optional(v.pipe(count, v.maxValue(1000)), 1),
  /** Time and mass of the print itself, if known. */
  takes: v.optional(v.nullable(v.object({ minutes: positive, grams: positive })), null),
})

export type Job = v.InferOutput<typeof Job>

/** A print without stops or purging, with the default use of its tools. */
export const nothingBetween = { changes: null, purgeMm3: 0, purges: [], stops: [], objects: 1 } satisfies Partial<Job>

/** A rectangle on the bed, mm, from the bed's origin. */
export type Rectangle = { left: number; right: number; front: number; back: number }

/** The distance of a position from a rectangle, mm; 0 inside and on the edge. */
export const outsideMm = ({ left, right, front, back }: Rectangle, x: number, y: number): number =>
  Math.hypot(Math.max(left - x, 0, x - right), Math.max(front - y, 0, y - back))

/** The print's area on this printer's bed, mm. */
export function areaOn(job: Job, printer: Printer): Rectangle {
  const [left, right] = printer.bed.x
  const [front, back] = printer.bed.y
  const area = job.area
  switch (area.kind) {
    case 'at':
      return { left: area.left, right: area.right, front: area.front, back: area.back }
    case 'whole-bed': {
      const margin = area.marginMm
      return { left: left + margin, right: right - margin, front: front + margin, back: back - margin }
    }
    case 'centred': {
      const [x, y] = [(left + right) / 2, (front + back) / 2]
      const [halfWidth, halfDepth] = [area.widthMm / 2, area.depthMm / 2]
      return { left: x - halfWidth, right: x + halfWidth, front: y - halfDepth, back: y + halfDepth }
    }
  }
}

/** The area of the prime tower; null if the job has none. */
export const towerOf = ({ tower }: Job): Rectangle | null =>
  tower && {
    left: tower.x - tower.widthMm / 2,
    right: tower.x + tower.widthMm / 2,
    front: tower.y - tower.depthMm / 2,
    back: tower.y + tower.depthMm / 2,
  }

/** The height of the print's top on this printer, mm. */
export const topOn = (job: Job, printer: Printer): number =>
  job.top.kind === 'height' ? job.top.mm : printer.reach.z[1] - job.top.mm

/** Limit of layers. */
const maxLayers = 100_000

/** The number of layers up to the top, including the first. */
export const layersOn = (job: Job, printer: Printer): number =>
  Math.min(maxLayers, 1 + Math.max(0, Math.round((topOn(job, printer) - job.firstLayerMm) / job.layerMm)))

/** The height of a layer's top, mm; layers count from 1. */
export const heightOfLayer = (job: Job, layer: number): number => job.firstLayerMm + (layer - 1) * job.layerMm

/** The layer that a script within the print is rehearsed in: by default half way up, and never the first. */
export const layerRehearsed = (job: Job, printer: Printer, layer?: number): number => {
  if (layer !== undefined) return layer
  const layers = layersOn(job, printer)
  return Math.min(layers, Math.max(2, Math.ceil(layers / 2)))
}

/** Picks the item of the job's first tool from a list with one item for each tool. A single item serves all tools. */
export const ofFirstTool = <T>({ firstTool }: Pick<Job, 'firstTool'>, each: readonly T[]): T | undefined =>
  each[Math.min(firstTool, each.length - 1)]

/** The tools that a job prints with, lowest first. */
export function toolsUsed({ materials, firstTool, changes }: Job): number[] {
  const own = materials.length === 1 ? [firstTool] : materials.map((_, tool) => tool)
  if (!changes) return own
  const named =
    changes.kind === 'list'
      ? changes.list.flatMap(({ from, to }) => [from, to])
      : changes.uses.map(({ tool: used }) => used)
  return [...new Set([firstTool, ...(named.length ? named : own)])].sort((a, b) => a - b)
}
