// A whole print as one rehearsal: its scripts in the order in which they run, the machine's state handed on from each to the next.
import type { Finding } from '../check/finding.ts'
import { addressOf } from '../firmware/tools.ts'
import { holds, type Quantity, settingValue } from '../formula/evaluate.ts'
import { guardLine, settingLine } from '../formula/marks.ts'
import { scopeOf } from '../formula/values.ts'
import type { Line } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import { beginning } from '../machine/beginning.ts'
import { type MachineState, materialOf, type Stage, toolShown } from '../machine/state.ts'
import { type Change, changesOf, purgeOf } from '../model/changes.ts'
import { heightOfLayer, layerRehearsed, topOn, towerOf } from '../model/job.ts'
import { isChangeMoment, type Moment } from '../model/moment.ts'
import { hasBranch, isForeign } from '../resolve/foreign.ts'
import { resolve, worldOf } from '../resolve/resolve.ts'
import { type RehearsalInput, type Round, rehearseAndCheck, stageOf } from '../round.ts'
import { printed } from './body.ts'
import { type Occasion, occasionsOf } from './sequence.ts'
import { towerMm3 } from './tower.ts'

/** A print's scripts by their moments; a moment without one has nothing to run. */
export type Scripts = Readonly<Partial<Record<Moment, string>>>

/** Printer, materials, job and what was taught: all of a rehearsal but its moment. */
export type PrintSetting = Omit<RehearsalInput, 'moment' | 'from' | 'layer' | 'change' | 'opened'>

/** What a script did: all of a round but its sentences. */
export type Rehearsed = Omit<Round, 'explained'>

/** A kind of situation, rehearsed once for all the times that it comes. Seconds, mm, mm³; volumes and seconds of one time. */
export type Situation = {
  /** What tells it apart from the others of this print. */
  key: string
  moment: Moment
  /** Null where no tools change. */
  change: Change | null
  layer: number
  z: number
  firstUse: boolean
  /** Whether it is in the upper half of the print, and comes in the lower half as well. */
  high: boolean
  times: number
  seconds: number
  /** By tool. */
  extrudedMm3: readonly number[]
  oozedMm3: number
  /** The line by which the program that makes the print file takes the tool, where the script does not. */
  byProgram: string | null
  /** The script's; null where there is only the program's own line. */
  round: Rehearsed | null
  findings: readonly Finding[]
  /** What the machine is in when it begins, and when it has run. */
  from: MachineState | null
  state: MachineState
}

export type WholePrint = {
  situations: Situation[]
  changes: number
  /** All changes together. */
  changeS: number
  /** What scripts extrude at changes, and what goes into the tower, g; both in money. */
  purgedG: number
  towerG: number
  cost: number
  /** The occasions in order, each as the number of its situation, with the printing before it, s. */
  course: { situation: number; printedS: number; layer: number }[]
}

/** What tells a script's branches apart: its settings and the conditions of its guards, as they stand. */
type Mark = { setting: { name: string; body: string } } | { condition: string }

const marksIn = (lines: readonly Line[]): Mark[] =>
  lines.flatMap(({ raw, kind }): Mark[] => {
    if (kind !== 'mark') return []
    const setting = settingLine(raw)
    if (setting) return [{ setting }]
    const guard = guardLine(raw)
    return guard && guard.kind !== 'end' && guard.condition ? [{ condition: guard.condition }] : []
  })

/** What the conditions come to on this occasion: where one comes out otherwise, another branch runs. */
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

/** So many occasions are asked which of another program's branches run; more take them as they were the last time. */
const mostAsked = 3000

/** Which of another program's branches run: they are decided as the script is, line by line. */
function foreignBranches(lines: readonly Line[], stage: Stage): string {
  const { guards } = resolve(lines, stage)
  return [...guards.values()].map(Number).join('')
}

/** Runs a whole print. Never throws, whatever the scripts. `told` hears how far it is, 0 to 1, and says whether to go on. */
export function wholePrint(
  setting: PrintSetting,
  scripts: Scripts,
  told: (share: number) => boolean = () => true,
): WholePrint {
  const { job, printer } = setting
  const base = stageOf({ ...setting, moment: 'tool-change' })
  const lines = new Map(Object.entries(scripts).map(([moment, text]) => [moment, read(text)]))
  const marks = new Map([...lines].map(([moment, all]) => [moment, marksIn(all)]))
  const foreign = new Set(
    [...lines].flatMap(([moment, all]) => (all.some(line => isForeign(line, base) && hasBranch(line)) ? [moment] : [])),
  )
  let asked = 0
  const runs = ({ moment, change }: Occasion): boolean =>
    moment === 'start' || scripts[moment] !== undefined || (moment === 'tool-change' && change !== null)
  const half = topOn(job, printer) / 2

  // Which kinds there are, which time of each is rehearsed, and how often it comes.
  const occasions: (Occasion & { key: string })[] = []
  const kinds = new Map<string, { first: number; last: number; times: number }>()
  let pending: number | null = null
  for (const occasion of occasionsOf(job, printer)) {
    if (occasion.printedS !== null) pending = (pending ?? 0) + occasion.printedS
    if (!runs(occasion)) continue
    const { moment, change, tool, layer, z, firstUse } = occasion
    const stage = { ...base, moment, layer, change: change ?? undefined }
    const key = [
      moment,
      change ? `${change.from}→${change.to}` : tool,
      firstUse ? 'first' : z <= half ? 'low' : 'high',
      branches(marks.get(moment) ?? [], stage, tool),
      foreign.has(moment) && asked++ < mostAsked ? foreignBranches(lines.get(moment) ?? [], stage) : '',
    ].join(' ')
    const place = occasions.push({ ...occasion, key, printedS: pending }) - 1
    pending = null
    const known = kinds.get(key)
    if (known) Object.assign(known, { last: place, times: known.times + 1 })
    else kinds.set(key, { first: place, last: place, times: 1 })
  }
  const lowOf = (key: string) => (key.includes(' high ') ? key.replace(' high ', ' low ') : null)
  /** High up, the last one is looked at: there is least room over it. */
  const rehearsedAt = (key: string): number => {
    const kind = kinds.get(key)
    const low = lowOf(key)
    return low !== null && kinds.has(low) ? (kind?.last ?? 0) : (kind?.first ?? 0)
  }

  /** The machine as the lower half of the print leaves it, for a script that may come at any time. */
  let halfWay: MachineState | null = null
  const situations: Situation[] = []
  const numbers = new Map<string, number>()
  const leaves = new Map<string, MachineState>()
  let now: MachineState | null = null
  for (const [place, occasion] of occasions.entries()) {
    const { key, moment, change, layer, z, tool, printedS, firstUse } = occasion
    if (place !== rehearsedAt(key)) {
      now = leaves.get(key) ?? leaves.get(lowOf(key) ?? '') ?? now
      continue
    }
    if (!told(place / occasions.length)) break
    if (now !== null && printedS !== null)
      now = printed(
        now,
        { ...base, moment, layer },
        { tool, layer, z, seconds: printedS, at: change?.leavesAt ?? null },
      )
    const from: MachineState | null = now
    // Within one change, the print goes on only after the last of its scripts.
    const next = occasions[place + 1]
    const goesOn = !(next && next.printedS === null && isChangeMoment(moment) && isChangeMoment(next.moment))
    const input = { ...setting, moment, layer, change: change ?? undefined, from: from ?? undefined, goesOn }
    const text = scripts[moment]
    const round: Rehearsed | null = text === undefined ? null : rehearseAndCheck(text, input, lines.get(moment))
    now = round?.state ?? from ?? beginning(stageOf(input))
    const wanted = moment === 'start' ? job.firstTool : moment === 'tool-change' ? (change?.to ?? null) : null
    const own = wanted !== null && toolShown(now.modes) !== wanted ? takesTool(base, wanted) : null
    const taking: Rehearsed | null = own === null ? null : rehearseAndCheck(own, { ...input, from: now })
    now = taking?.state ?? now
    const both = [round, taking].filter(each => each !== null)
    const sum = (of: (each: Rehearsed) => number) => both.reduce((all, each) => all + of(each), 0)
    leaves.set(key, now)
    if (z <= half) halfWay = now
    numbers.set(key, situations.length)
    situations.push({
      key,
      moment,
      change,
      layer,
      z,
      firstUse,
      high: kinds.has(lowOf(key) ?? ''),
      times: kinds.get(key)?.times ?? 1,
      seconds: sum(({ durations }) => durations.totalS),
      extrudedMm3: printer.tools.map((_, each) => sum(({ ooze }) => ooze.extrudedMm3[each] ?? 0)),
      oozedMm3: sum(({ ooze }) => total(Object.values(ooze.mm3)) + total(ooze.idleMm3)),
      byProgram: own,
      round,
      findings: round?.findings ?? [],
      from,
      state: now,
    })
  }
  if (scripts.cancel !== undefined && halfWay) situations.push(cancelled(setting, base, scripts.cancel, halfWay))
  told(1)
  return {
    situations,
    course: occasions.flatMap(({ key, printedS, layer }) => {
      const situation = numbers.get(key)
      return situation === undefined ? [] : [{ situation, printedS: printedS ?? 0, layer }]
    }),
    ...costs(situations, setting),
  }
}

/** A print that is cancelled half way up. It is part of no print that is finished, and comes no times. */
function cancelled(setting: PrintSetting, base: Stage, text: string, state: MachineState): Situation {
  const { job, printer } = setting
  const layer = layerRehearsed(job, printer)
  const z = heightOfLayer(job, layer)
  const tool = toolShown(state.modes)
  const from = printed(state, { ...base, moment: 'cancel', layer }, { tool, layer, z, seconds: 0, at: null })
  const round = rehearseAndCheck(text, { ...setting, moment: 'cancel', layer, from })
  return {
    key: 'cancel',
    moment: 'cancel',
    change: null,
    layer,
    z,
    firstUse: false,
    high: false,
    times: 0,
    seconds: round.durations.totalS,
    extrudedMm3: round.ooze.extrudedMm3,
    oozedMm3: total(Object.values(round.ooze.mm3)) + total(round.ooze.idleMm3),
    byProgram: null,
    round,
    findings: round.findings,
    from,
    state: round.state,
  }
}

const total = (numbers: readonly number[]): number => numbers.reduce((sum, each) => sum + each, 0)

/** How a program takes a tool where no script does; null on a machine with one. */
function takesTool({ firmware, printer, macros }: Stage, tool: number): string | null {
  if (printer.tools.length === 1 && (printer.tools[0]?.mixingInputs ?? 1) === 1) return null
  // A host with macros of these names is sent them.
  if (macros?.has(`T${tool}`)) return `T${tool}`
  return firmware.phrases.takeTool(tool < printer.tools.length ? addressOf(firmware, printer, tool) : tool)
}

/** Whether a situation is of a change within the print. */
export const isOfChange = ({ moment, change }: Pick<Situation, 'moment' | 'change'>): boolean =>
  isChangeMoment(moment) && change !== null && change.from !== change.to

/** What all changes together cost: time, filament and money. */
function costs(situations: readonly Situation[], setting: PrintSetting) {
  const { job, printer } = setting
  const ofChanges = situations.filter(isOfChange)
  const grams = (mm3: number, tool: number) => (mm3 * materialOf(setting, tool).densityGCm3) / 1000
  const price = (g: number, tool: number) => (g * materialOf(setting, tool).pricePerKg) / 1000
  let [changes, changeS, purgedG, towerG, cost] = [0, 0, 0, 0, 0]
  for (const { moment, times, seconds, extrudedMm3, change } of ofChanges) {
    if (moment === 'tool-change') changes += times
    changeS += times * seconds
    for (const [tool, mm3] of extrudedMm3.entries()) {
      purgedG += grams(mm3, tool) * times
      cost += price(grams(mm3, tool), tool) * times
    }
    if (moment !== 'tool-change' || !change || !towerOf(job)) continue
    const inTower = grams(purgeOf(job, change), change.to) * times
    towerG += inTower
    cost += price(inTower, change.to)
  }
  // In layers without a change the tower grows all the same, by its outline.
  const purged = changesOf(job, printer).map(change => ({ change, mm3: purgeOf(job, change) }))
  const outline = (towerMm3(job, printer, purged) - purged.reduce((sum, { mm3 }) => sum + mm3, 0)) * job.objects
  const more = grams(Math.max(0, outline), job.firstTool)
  return { changes, changeS, purgedG, towerG: towerG + more, cost: cost + price(more, job.firstTool) }
}
