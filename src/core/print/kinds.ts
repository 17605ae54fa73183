// Groups the occasions of a print into situations: what is the same, which occasion is rehearsed, and how often it
// occurs.
import { holds, type Quantity, settingValue } from '../formula/evaluate.ts'
import { guardLine, settingLine } from '../formula/marks.ts'
import { scopeOf } from '../formula/values.ts'
import type { Line } from '../gcode/line.ts'
import type { Stage } from '../machine/state.ts'
import { topOn } from '../model/job.ts'
import { type Moment, momentFacts } from '../model/moment.ts'
import { hasBranch, isForeign } from '../resolve/foreign.ts'
import { resolve, worldOf } from '../resolve/resolve.ts'
import { type Occasion, occasionsOf } from './sequence.ts'

/** What selects a script's branches: its settings and the conditions of its guards. */
type Mark = { setting: { name: string; body: string } } | { condition: string }

const marksIn = (lines: readonly Line[]): Mark[] =>
  lines.flatMap(({ raw, kind }): Mark[] => {
    if (kind !== 'mark') return []
    const setting = settingLine(raw)
    if (setting) return [{ setting }]
    const guard = guardLine(raw)
    return guard && guard.kind !== 'end' && guard.condition ? [{ condition: guard.condition }] : []
  })

/** The results of the conditions on this occasion; a different result means a different branch. */
function branches(marks: readonly Mark[], stage: Stage, tool: number): string {
  if (!marks.some(mark => 'condition' in mark)) return ''
  const world = worldOf(stage)
  const settings = new Map<string, Quantity>()
  return marks
    .map(mark => {
      const scope = scopeOf(world, tool, settings)
      if ('condition' in mark) {
        const so = holds(mark.condition, scope)
        return so.ok ? Number(so.value) : '?'
      }
      const worth = settingValue(mark.setting.body, scope)
      if (worth.ok) settings.set(mark.setting.name, { value: worth.value.value, unit: worth.value.unit })
      return ''
    })
    .join('')
}

/** Limit of occasions for which a slicer's branches are evaluated; later ones reuse the last result. */
const maxAsked = 3000

/** Which of a slicer's branches run, evaluated line by line as in the script. */
function foreignBranches(lines: readonly Line[], stage: Stage): string {
  const { guards } = resolve(lines, stage)
  return [...guards.values()].map(Number).join('')
}

/** An occasion with the key of its situation; `printedS` includes printing before occasions at which nothing runs. */
export type Kinded = Occasion & { key: string }

/**
 * A situation is one moment, with the same tools, first use or not, in the lower or upper half of the print, with the
 * same branches of its script.
 */
export class Kinds {
  readonly occasions: Kinded[] = []
  private readonly known = new Map<string, { first: number; last: number; times: number }>()
  private readonly half: number
  private asked = 0
  /** The last result of a slicer's branches, by moment and tools. */
  private readonly foreignThen = new Map<string, string>()

  /** `lines` are those of the scripts by moment. */
  constructor(
    private readonly stage: Stage,
    private readonly lines: ReadonlyMap<Moment, readonly Line[]>,
  ) {
    const { job, printer } = stage
    this.half = topOn(job, printer) / 2
    const marks = new Map([...lines].map(([moment, all]) => [moment, marksIn(all)]))
    const foreign = new Set(
      [...lines].flatMap(([moment, all]) =>
        all.some(line => isForeign(line, stage) && hasBranch(line)) ? [moment] : [],
      ),
    )
    let pending: number | null = null
    for (const occasion of occasionsOf(job, printer, stage.vocabulary?.materialOutside)) {
      if (occasion.printedS !== null) pending = (pending ?? 0) + occasion.printedS
      if (!this.runs(occasion)) continue
      const key = this.keyOf(occasion, marks.get(occasion.moment) ?? [], foreign.has(occasion.moment))
      const place = this.occasions.push({ ...occasion, key, printedS: pending }) - 1
      pending = null
      const before = this.known.get(key)
      if (before) Object.assign(before, { last: place, times: before.times + 1 })
      else this.known.set(key, { first: place, last: place, times: 1 })
    }
  }

  isLow = ({ z }: Pick<Occasion, 'z'>): boolean => z <= this.half

  timesOf = (key: string): number => this.known.get(key)?.times ?? 1

  /** The same situation in the lower half, if it occurs there; otherwise null. */
  lowOf(key: string): string | null {
    const low = key.replace(' high ', ' low ')
    return low !== key && this.known.has(low) ? low : null
  }

  /**
   * The index of the occasion that represents its situation: the first, or in the upper half the last, which has the
   * least room above.
   */
  standsFor(key: string): number {
    const kind = this.known.get(key)
    return (this.lowOf(key) === null ? kind?.first : kind?.last) ?? 0
  }

  /** The start exists without a script, and so do tool changes. */
  private runs = ({ moment, change }: Occasion): boolean =>
    momentFacts[moment].runs === 'before' ||
    this.lines.has(moment) ||
    (momentFacts[moment].tool === 'changing' && change !== null)

  private keyOf(occasion: Occasion, marks: readonly Mark[], foreign: boolean): string {
    const { moment, change, tool, layer, firstUse } = occasion
    const stage = { ...this.stage, moment, layer, change: change ?? undefined }
    const what = `${moment} ${change ? `${change.from}→${change.to}` : tool}`
    if (foreign && this.asked++ < maxAsked)
      this.foreignThen.set(what, foreignBranches(this.lines.get(moment) ?? [], stage))
    return [
      what,
      firstUse ? 'first' : this.isLow(occasion) ? 'low' : 'high',
      branches(marks, stage, tool),
      this.foreignThen.get(what) ?? '',
    ].join(' ')
  }
}
