// The prime tower: what is purged into it, and at least its outline in every layer up to the last change.
import { changeBetween, changesOf } from '../model/changes.ts'
import { type Change, type Job, type ToolChange, towerOf } from '../model/job.ts'
import type { Printer } from '../model/printer.ts'
import { total } from './situation.ts'

/** What one change purges, mm³. */
export type Purge = { change: ToolChange; mm3: number }

/** The purges of one object, and how many objects have the same. */
export type Purged = { purges: Purge[]; times: number }

/** The first object's purges, and those of each later one, including the change back to the first tool. */
export function purgedBy(job: Job, printer: Printer, mm3Of: (change: Change) => number): Purged[] {
  const purge = (change: ToolChange): Purge => ({ change, mm3: mm3Of(change) })
  const own = changesOf(job, printer).map(purge)
  const back = changeBetween(job, printer)
  const first = { purges: own, times: 1 }
  return job.objects > 1 ? [first, { purges: back ? [purge(back), ...own] : own, times: job.objects - 1 }] : [first]
}

/** A total over all objects. */
export const ofAll = (purged: readonly Purged[], ofOne: (purges: readonly Purge[]) => number): number =>
  total(purged.map(({ purges, times }) => ofOne(purges) * times))

/** The sum of all purges, mm³. */
export const purgeMm3 = (purges: readonly Purge[]): number => total(purges.map(({ mm3 }) => mm3))

/** What each layer with tool changes purges, mm³. */
export function perLayer(purges: readonly Purge[]): Map<number, number> {
  const all = new Map<number, number>()
  for (const { change, mm3 } of purges) all.set(change.layer, (all.get(change.layer) ?? 0) + mm3)
  return all
}

/** The layer of the last change. A loop, because a call can't take that many arguments. */
export const lastLayer = (purges: readonly Purge[]): number =>
  purges.reduce((last, { change }) => Math.max(last, change.layer), 0)

/** The volume of the tower, mm³: in each layer up to the last change at least its outline, one bead wide. */
export function towerMm3(job: Job, printer: Printer, purges: readonly Purge[]): number {
  const tower = towerOf(job)
  if (!tower || purges.length === 0) return 0
  const bead = printer.tools[Math.min(job.firstTool, printer.tools.length - 1)]?.nozzleMm ?? 0.4
  const outline = 2 * (tower.right - tower.left + tower.back - tower.front) * bead * job.layerMm
  const inLayer = perLayer(purges)
  const last = lastLayer(purges)
  let all = 0
  for (let layer = 1; layer <= last; layer++) all += Math.max(outline, inLayer.get(layer) ?? 0)
  return all
}
