// What a print's purging costs now, and would cost into a tower, a bucket or the infill; and what could be saved.
import { duration, plain, plural } from '../format.ts'
import { materialOf } from '../machine/state.ts'
import { changeCount, purgeOf, toolUsesOf } from '../model/changes.ts'
import { areaOn, heightOfLayer, towerOf } from '../model/job.ts'
import { momentFacts } from '../model/moment.ts'
import { spotOf } from '../model/printer.ts'
import { isOfChange } from './costs.ts'
import { layerVolumeMm3 } from './sequence.ts'
import { type PrintSetting, total } from './situation.ts'
import { lastLayer, ofAll, type Purge, type Purged, perLayer, purgedBy, purgeMm3, towerMm3 } from './tower.ts'
import type { WholePrint } from './whole.ts'

/** One way to purge at every tool change; `not` says why it is impossible. All except `now` are estimates. */
export type PurgeOption = {
  way: 'now' | 'tower' | 'bucket' | 'infill'
  seconds: number
  grams: number
  cost: number
  not: string | null
  /** The height of the tower, mm; null for other ways. */
  towerMm: number | null
}

/** Assumptions: a purge runs at this share of the hot end's flow, and this share of a layer is infill. */
const ofFlow = 0.5
const infill = 0.6

/** What each change purges: by the job, otherwise what the scripts extrude at that change. */
function purgedIn({ situations }: WholePrint, { job, printer }: PrintSetting): Purged[] {
  const byScript = new Map<string, number>()
  for (const situation of situations.filter(isOfChange)) {
    const pair = `${situation.change?.from} ${situation.change?.to}`
    const mm3 = total(situation.extrudedMm3)
    if (momentFacts[situation.moment].tool !== 'changing') byScript.set(pair, (byScript.get(pair) ?? 0) + mm3)
    else byScript.set(pair, Math.max(byScript.get(pair) ?? 0, mm3))
  }
  return purgedBy(job, printer, change => purgeOf(job, change) || (byScript.get(`${change.from} ${change.to}`) ?? 0))
}

/** The mean travel time from the print to a position and back, s. */
function thereAndBackS({ job, printer }: PrintSetting, at: { x: number; y: number }): number {
  const { left, right, front, back } = areaOn(job, printer)
  const away = Math.hypot(at.x - (left + right) / 2, at.y - (front + back) / 2)
  const speed = Math.min(printer.highestSpeedMmS.x, printer.highestSpeedMmS.y) * 0.6
  return 2 * (away / speed + speed / printer.accelerationMmS2.travel)
}

/** The ways to purge, the present one first. Empty if the print changes no tools or purges nothing. */
export function purgeOptions(print: WholePrint, setting: PrintSetting): PurgeOption[] {
  const { job, printer } = setting
  const purged = purgedIn(print, setting)
  const allMm3 = ofAll(purged, purgeMm3)
  if (allMm3 <= 0) return []
  const material = materialOf(setting, job.firstTool)
  const grams = (mm3: number) => (mm3 * material.densityGCm3) / 1000
  const price = (g: number) => (g * material.pricePerKg) / 1000
  const flow = (printer.tools[Math.min(job.firstTool, printer.tools.length - 1)]?.highestFlowMm3S ?? 10) * ofFlow
  const changes = changeCount(job, printer)
  const tower = towerOf(job)
  const made = (way: PurgeOption['way'], seconds: number, g: number, not: string | null = null): PurgeOption => ({
    way,
    seconds,
    grams: g,
    cost: price(g),
    not,
    towerMm: way === 'tower' && tower ? heightOfLayer(job, lastLayer(purged[0]?.purges ?? [])) : null,
  })
  const inTower = ofAll(purged, purges => towerMm3(job, printer, purges))
  const bucket = spotOf(printer, 'bucket')
  const layerMm3 = layerVolumeMm3(job, printer) * infill
  const inLayers = (purges: readonly Purge[]) => [...perLayer(purges).values()]
  const max = purged.flatMap(({ purges }) => inLayers(purges)).reduce((max, mm3) => Math.max(max, mm3), 0)
  const leftOver = ofAll(purged, purges => total(inLayers(purges).map(mm3 => Math.max(0, mm3 - layerMm3))))
  return [
    {
      ...made('now', print.changeS, print.purgedG + print.towerG),
      cost: print.cost,
    },
    tower
      ? made(
          'tower',
          inTower / flow +
            changes * thereAndBackS(setting, { x: (tower.left + tower.right) / 2, y: (tower.front + tower.back) / 2 }),
          grams(inTower),
        )
      : made('tower', 0, 0, `“${job.name}” has no prime tower.`),
    bucket
      ? made('bucket', allMm3 / flow + changes * thereAndBackS(setting, bucket), grams(allMm3))
      : made('bucket', 0, 0, `${printer.name} has no place called bucket.`),
    max <= layerMm3
      ? made('infill', 0, 0)
      : made(
          'infill',
          0,
          grams(leftOver),
          `A layer has about ${plain(layerMm3, 0)} mm³ of infill, and ${plain(max, 0)} mm³ are purged in one.`,
        ),
  ]
}

/** A possible saving, in a sentence, with its amount. */
export type Saving = { says: string; seconds: number; grams: number }

export function savingsOf(print: WholePrint, setting: PrintSetting): Saving[] {
  const { job, printer } = setting
  const savings: Saving[] = []
  const ofChanges = print.situations.filter(isOfChange)
  const { changes } = print
  const ways = toolUsesOf(job)
  if (ways.kind === 'layers' && ways.order === 'by-number' && changes > 0) {
    const fewest = changeCount({ ...job, changes: { ...ways, order: 'fewest' } }, printer)
    if (fewest < changes) {
      const share = 1 - fewest / changes
      savings.push({
        says: `Beginning each layer with the tool that the one below ended with takes ${plural(fewest, 'change')} in place of ${changes}.`,
        seconds: print.changeS * share,
        grams: (print.purgedG + print.towerG) * share,
      })
    }
  }
  // Waits for an idle nozzle could be avoided by heating it earlier.
  const waits = ofChanges.map(({ round, times }) => ({ times, seconds: round?.durations.heatingS ?? 0 }))
  const heating = waits.reduce((sum, { times, seconds }) => sum + times * seconds, 0)
  const longest = Math.max(0, ...waits.map(({ seconds }) => seconds))
  if (heating >= 1)
    savings.push({
      says: `Changes wait ${duration(heating)} for the next nozzle to warm. Heating it ${duration(longest)} ahead, while the other still prints, saves that.`,
      seconds: heating,
      grams: 0,
    })
  const purgedMm3 = ofChanges.reduce((sum, { extrudedMm3, times }) => sum + times * total(extrudedMm3), 0)
  if (purgedMm3 > 0 && print.purgedG > 0)
    savings.push({
      says: `Purging a fifth less at each change (${plain((purgedMm3 / Math.max(1, changes)) * 0.8, 0)} in place of ${plain(purgedMm3 / Math.max(1, changes), 0)} mm³) saves this much. Only a test print shows whether the colour is still clean.`,
      seconds: 0,
      grams: print.purgedG * 0.2,
    })
  return savings
}
