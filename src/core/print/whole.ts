// Rehearses a whole print: its scripts in order, with the state passed from each to the next.
import { addressOf } from '../firmware/tools.ts'
import { read } from '../gcode/read.ts'
import { beginning } from '../machine/beginning.ts'
import { type MachineState, type Stage, toolShown } from '../machine/state.ts'
import { heightOfLayer, layerRehearsed } from '../model/job.ts'
import { isChangeMoment, type Moment, momentFacts } from '../model/moment.ts'
import { rehearseAndCheck, stageOf } from '../round.ts'
import { moved, printed } from './body.ts'
import { costsOf } from './costs.ts'
import { type Kinded, Kinds } from './kinds.ts'
import { type PrintSetting, type Rehearsed, type Scripts, type Situation, total } from './situation.ts'

export type WholePrint = {
  situations: Situation[]
  changes: number
  /** All changes together. */
  changeS: number
  /** What scripts extrude at changes, and what goes into the tower, g; and the cost of both. */
  purgedG: number
  towerG: number
  cost: number
  /** The occasions in order, each as the index of its situation, with the printing before it, s. */
  course: { situation: number; printedS: number; layer: number }[]
}

/** Rehearses a whole print. Never throws. `onProgress` receives the progress, from 0 to 1. */
export function wholePrint(
  setting: PrintSetting,
  scripts: Scripts,
  onProgress: (share: number) => void = () => {},
): WholePrint {
  const { job } = setting
  const base = stageOf({ ...setting, moment: 'tool-change' })
  const lines = new Map(Object.entries(scripts).map(([moment, text]) => [moment as Moment, read(text)]))
  const kinds = new Kinds(base, lines)
  const { occasions } = kinds
  const situations: Situation[] = []
  const numbers = new Map<string, number>()
  const leaves = new Map<string, MachineState>()
  // A material's lines before the start script find the machine cold.
  const before =
    occasions[0] && momentFacts[occasions[0].moment].runs === 'before' ? null : beginning({ ...base, moment: 'start' })
  let now: MachineState | null = before
  /** The state in the lower half of the print, for scripts that may run at any time. */
  let halfWay: MachineState | null = null
  for (const [place, occasion] of occasions.entries()) {
    const { key, moment, change, layer, z, tool, printedS } = occasion
    if (place !== kinds.standsFor(key)) {
      now = leaves.get(key) ?? leaves.get(kinds.lowOf(key) ?? '') ?? now
      continue
    }
    onProgress(place / occasions.length)
    if (now !== null && printedS !== null) {
      const body = { tool, layer, z, seconds: printedS, at: change?.leavesAt ?? null }
      now = printed(now, { ...base, moment, layer }, body)
      if (change?.moves) now = moved(now, { ...base, moment, layer, change }, change.moves.before)
    }
    const from: MachineState | null = now
    // Within one change, the print continues only after the last of its scripts.
    const next = occasions[place + 1]
    const goesOn = !(next && next.printedS === null && isChangeMoment(moment) && isChangeMoment(next.moment))
    const input = { ...setting, moment, layer, change: change ?? undefined, from: from ?? undefined, goesOn }
    const text = scripts[moment]
    const round: Rehearsed | null = text === undefined ? null : rehearseAndCheck(text, input, lines.get(moment))
    now = round?.state ?? from ?? beginning(stageOf(input))
    const facts = momentFacts[moment]
    const wanted = facts.runs === 'before' ? job.firstTool : facts.tool === 'changing' ? (change?.to ?? null) : null
    const bySlicer = wanted !== null && toolShown(now.modes) !== wanted ? takesTool(base, wanted) : null
    const taking: Rehearsed | null = bySlicer === null ? null : rehearseAndCheck(bySlicer, { ...input, from: now })
    now = taking?.state ?? now
    const left = now
    if (change?.moves && goesOn) now = moved(now, { ...base, moment, layer, change }, change.moves.after)
    leaves.set(key, now)
    if (kinds.isLow(occasion)) halfWay = now
    numbers.set(key, situations.length)
    const kind = { high: kinds.lowOf(key) !== null, times: kinds.timesOf(key), bySlicer: bySlicer }
    situations.push(situationOf(occasion, kind, round, taking, from, left))
  }
  if (scripts.cancel !== undefined && halfWay) situations.push(cancelled(setting, base, scripts.cancel, halfWay))
  onProgress(1)
  return {
    situations,
    course: occasions.flatMap(({ key, printedS, layer }) => {
      const situation = numbers.get(key)
      return situation === undefined ? [] : [{ situation, printedS: printedS ?? 0, layer }]
    }),
    ...costsOf(situations, setting),
  }
}

/** Rehearses a script and the slicer's own line after it. */
function situationOf(
  { key, moment, change, layer, z, firstUse }: Pick<Kinded, 'key' | 'moment' | 'change' | 'layer' | 'z' | 'firstUse'>,
  kind: Pick<Situation, 'high' | 'times' | 'bySlicer'>,
  round: Rehearsed | null,
  taking: Rehearsed | null,
  from: MachineState | null,
  state: MachineState,
): Situation {
  const both = [round, taking].filter(each => each !== null)
  const sum = (of: (each: Rehearsed) => number) => total(both.map(of))
  return {
    ...{ key, moment, change, layer, z, firstUse },
    ...kind,
    seconds: sum(({ durations }) => durations.totalS),
    extrudedMm3: state.tips.map((_, tool) => sum(({ ooze }) => ooze.extrudedMm3[tool] ?? 0)),
    oozedMm3: sum(({ ooze }) => total(Object.values(ooze.mm3)) + total(ooze.idleMm3)),
    round,
    findings: round?.findings ?? [],
    from,
    state,
  }
}

/** A print that is cancelled half way up. It does not occur in a finished print, so it counts 0 times. */
function cancelled(setting: PrintSetting, base: Stage, text: string, state: MachineState): Situation {
  const { job, printer } = setting
  const moment = 'cancel'
  const layer = layerRehearsed(job, printer)
  const z = heightOfLayer(job, layer)
  const tool = toolShown(state.modes)
  const from = printed(state, { ...base, moment, layer }, { tool, layer, z, seconds: 0, at: null })
  const round = rehearseAndCheck(text, { ...setting, moment, layer, from })
  const occasion = { key: moment, moment, change: null, layer, z, firstUse: false } as const
  return situationOf(occasion, { high: false, times: 0, bySlicer: null }, round, null, from, round.state)
}

/** The slicer's line that selects a tool if no script does; null on a machine with one tool. */
function takesTool({ firmware, printer, macros }: Stage, tool: number): string | null {
  if (printer.tools.length === 1 && (printer.tools[0]?.mixingInputs ?? 1) === 1) return null
  // A host with macros of these names receives them.
  if (macros?.has(`T${tool}`)) return `T${tool}`
  return firmware.phrases.takeTool(tool < printer.tools.length ? addressOf(firmware, printer, tool) : tool)
}
