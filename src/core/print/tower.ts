// The prime tower as it grows: what is purged into it, and at least its outline in every layer up to the last change.
import { type Job, type ToolChange, towerOf } from '../model/job.ts'
import type { Printer } from '../model/printer.ts'

/** What one change purges, mm³. */
export type Purge = { change: ToolChange; mm3: number }

/** What is purged in each layer that changes tools, mm³. */
export function perLayer(purged: readonly Purge[]): Map<number, number> {
  const all = new Map<number, number>()
  for (const { change, mm3 } of purged) all.set(change.layer, (all.get(change.layer) ?? 0) + mm3)
  return all
}

/** The layer of the last change; a print may have more of them than a call takes arguments. */
export const lastLayer = (purged: readonly Purge[]): number =>
  purged.reduce((last, { change }) => Math.max(last, change.layer), 0)

/** What the tower takes, mm³: each layer up to the last change at least its outline, one bead wide. */
export function towerMm3(job: Job, printer: Printer, purged: readonly Purge[]): number {
  const tower = towerOf(job)
  if (!tower || purged.length === 0) return 0
  const bead = printer.tools[Math.min(job.firstTool, printer.tools.length - 1)]?.nozzleMm ?? 0.4
  const outline = 2 * (tower.right - tower.left + tower.back - tower.front) * bead * job.layerMm
  const inLayer = perLayer(purged)
  const last = lastLayer(purged)
  let all = 0
  for (let layer = 1; layer <= last; layer++) all += Math.max(outline, inLayer.get(layer) ?? 0)
  return all
}
