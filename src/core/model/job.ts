// What is about to be printed. A job's place and height may be said relative to a printer, so that one job suits several.
import * as v from 'valibot'
import { listOf, mm, plainName, plainText, positive } from './pieces.ts'
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

export const Job = v.object({
  name: plainName('a job'),
  about: plainText(4000),
  /** Names of the materials, one for each tool used. */
  materials: v.pipe(listOf(plainText(80), 64), v.minLength(1)),
  firstTool: v.pipe(v.number(), v.integer(), v.minValue(0)),
  area: Area,
  top: Top,
  firstLayerMm: positive,
  layerMm: positive,
  /** A prime tower beside the print: the middle of it and its sides, mm. */
  tower: v.optional(v.nullable(v.object({ x: mm, y: mm, widthMm: positive, depthMm: positive })), null),
  /** What the print itself takes, where that is known. */
  takes: v.optional(v.nullable(v.object({ minutes: positive, grams: positive })), null),
})

export type Job = v.InferOutput<typeof Job>

/** A rectangle on the bed in mm, from the bed's origin. */
export type Rectangle = { left: number; right: number; front: number; back: number }

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

/** Where the prime tower stands; null where the job has none. */
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

/** How many layers it takes to reach the top, the first among them. */
export const layersOn = (job: Job, printer: Printer): number =>
  1 + Math.max(0, Math.round((topOn(job, printer) - job.firstLayerMm) / job.layerMm))

/** The height of a layer's top, mm; layers count from 1. */
export const heightOfLayer = (job: Job, layer: number): number => job.firstLayerMm + (layer - 1) * job.layerMm

/** The layer at which a layer change is rehearsed: half way up, and never the first. */
export const layerRehearsed = (job: Job, printer: Printer): number => {
  const layers = layersOn(job, printer)
  return Math.min(layers, Math.max(2, Math.ceil(layers / 2)))
}

/** The tools that a job prints with, lowest first. */
export const toolsUsed = (job: Job): number[] =>
  job.materials.length === 1 ? [job.firstTool] : job.materials.map((_, tool) => tool)
