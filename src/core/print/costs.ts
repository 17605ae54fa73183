// The total cost of all tool changes of a print: time, filament and money.
import { materialOf } from '../machine/state.ts'
import { purgeOf } from '../model/changes.ts'
import { towerOf } from '../model/job.ts'
import { isChangeMoment, momentFacts } from '../model/moment.ts'
import type { PrintSetting, Situation } from './situation.ts'
import { ofAll, purgedBy, purgeMm3, towerMm3 } from './tower.ts'

/** Whether a situation belongs to a tool change within the print. */
export const isOfChange = ({ moment, change }: Pick<Situation, 'moment' | 'change'>): boolean =>
  isChangeMoment(moment) && change !== null && change.from !== change.to

/** Seconds; g extruded by scripts and g in the tower; and the cost of both. */
export function costsOf(situations: readonly Situation[], setting: PrintSetting) {
  const { job, printer } = setting
  const ofChanges = situations.filter(isOfChange)
  const grams = (mm3: number, tool: number) => (mm3 * materialOf(setting, tool).densityGCm3) / 1000
  const price = (g: number, tool: number) => (g * materialOf(setting, tool).pricePerKg) / 1000
  let [changes, changeS, purgedG, towerG, cost] = [0, 0, 0, 0, 0]
  for (const { moment, times, seconds, extrudedMm3, change } of ofChanges) {
    if (momentFacts[moment].tool === 'changing') changes += times
    changeS += times * seconds
    for (const [tool, mm3] of extrudedMm3.entries()) {
      purgedG += grams(mm3, tool) * times
      cost += price(grams(mm3, tool), tool) * times
    }
    if (momentFacts[moment].tool !== 'changing' || !change || !towerOf(job)) continue
    const inTower = grams(purgeOf(job, change), change.to) * times
    towerG += inTower
    cost += price(inTower, change.to)
  }
  // In layers without a tool change the tower still grows by its outline.
  const purged = purgedBy(job, printer, change => purgeOf(job, change))
  const outline = ofAll(purged, purges => towerMm3(job, printer, purges) - purgeMm3(purges))
  const more = grams(Math.max(0, outline), job.firstTool)
  return { changes, changeS, purgedG, towerG: towerG + more, cost: cost + price(more, job.firstTool) }
}
