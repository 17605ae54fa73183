// The prime tower as it grows: what is purged into it, and at least its outline in every layer up to the last change.
import { type Job, type ToolChange, towerOf } from '../model/job.ts'
import type { Printer } from '../model/printer.ts'

/** What one change purges, mm³. */
export type Purge = { change: ToolChange; mm3: number }

/** What the tower takes, mm³: each layer up to the last change at least its outline, one bead wide. */
export function towerMm3(job: Job, printer: Printer, purged: readonly Purge[]): number {
  const tower = towerOf(job)
  if (!tower || purged.length === 0) return 0
  const last = Math.max(...purged.map(({ change }) => change.layer))
  const bead = printer.tools[Math.min(job.firstTool, printer.tools.length - 1)]?.nozzleMm ?? 0.4
  const outline = 2 * (tower.right - tower.left + tower.back - tower.front) * bead * job.layerMm
  const inLayer = new Map<number, number>()
  for (const { change, mm3 } of purged) inLayer.set(change.layer, (inLayer.get(change.layer) ?? 0) + mm3)
  let all = 0
  for (let layer = 1; layer <= last; layer++) all += Math.max(outline, inLayer.get(layer) ?? 0)
  return all
}
