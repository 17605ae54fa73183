// The prime tower as it grows: what is purged into it, and at least its outline in every layer up to the last change.
import { changeBetween, changesOf } from '../model/changes.ts'
import { type Change, type Job, type ToolChange, towerOf } from '../model/job.ts'
import type { Printer } from '../model/printer.ts'
import { total } from './situation.ts'

/** What one change purges, mm³. */
export type Purge = { change: ToolChange; mm3: number }

/** What the changes of one object purge, and how many objects have the same. */
export type Purged = { purges: Purge[]; times: number }

/** The first object's purges, and those of each later one: with its change back to the first tool, where there is one. */
export function purgedBy(job: Job, printer: Printer, mm3Of: (change: Change) => number): Purged[] {
  const purge = (change: ToolChange): Purge => ({ change, mm3: mm3Of(change) })
  const own = changesOf(job, printer).map(purge)
  const back = changeBetween(job, printer)
  const first = { purges: own, times: 1 }
  return job.objects > 1 ? [first, { purges: back ? [purge(back), ...own] : own, times: job.objects - 1 }] : [first]
}

/** What something comes to over all objects. */
export const ofAll = (purged: readonly Purged[], ofOne: (purges: readonly Purge[]) => number): number =>
  total(purged.map(({ purges, times }) => ofOne(purges) * times))

/** All of it, mm³. */
export const purgeMm3 = (purges: readonly Purge[]): number => total(purges.map(({ mm3 }) => mm3))

/** What is purged in each layer that changes tools, mm³. */
export function perLayer(purges: readonly Purge[]): Map<number, number> {
  const all = new Map<number, number>()
  for (const { change, mm3 } of purges) all.set(change.layer, (all.get(change.layer) ?? 0) + mm3)
  return all
}

/** The layer of the last change; a print may have more of them than a call takes arguments. */
export const lastLayer = (purges: readonly Purge[]): number =>
  purges.reduce((last, { change }) => Math.max(last, change.layer), 0)

/** What the tower takes, mm³: each layer up to the last change at least its outline, one bead wide. */
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
