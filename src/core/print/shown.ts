// A whole print as its page shows it: small enough to cross from a worker, with all that is drawn.
import type { Severity } from '../check/finding.ts'
import { temperatureAt } from '../machine/heat.ts'
import { type MachineState, toolShown } from '../machine/state.ts'
import type { Change } from '../model/changes.ts'
import type { Moment } from '../model/moment.ts'
import { foundIn } from './answer.ts'
import { type Fold, fold } from './fold.ts'
import { type Saving, savingsOf, type Way, waysToPurge } from './ways.ts'
import { isOfChange, type PrintSetting, type Situation, type WholePrint } from './whole.ts'

/** So many points of each tool's heat are drawn within one situation. */
const points = 24

export type SituationShown = {
  moment: Moment
  change: Change | null
  layer: number
  z: number
  firstUse: boolean
  high: boolean
  times: number
  seconds: number
  extrudedMm3: number
  oozedMm3: number
  byProgram: string | null
  counts: Record<Severity, number>
  /** Each tool's heat through it, °C, evenly in time; and the tool in use when it ends. */
  heats: number[][]
  tool: number
  /** What hangs from each tool when it ends, mm³. */
  hanging: number[]
  /** What the machine is in when it begins; null for the start. */
  from: MachineState | null
}

export type FindingShown = {
  severity: Severity
  rule: string
  line: number
  message: string
  fixes: number
  situation: number
}

export type PrintShown = {
  situations: SituationShown[]
  findings: FindingShown[]
  course: Fold[]
  changes: number
  changeS: number
  /** All of it, the printing as well. */
  totalS: number
  purgedG: number
  towerG: number
  cost: number
  ways: Way[]
  savings: Saving[]
}

function shown(situation: Situation): SituationShown {
  const { moment, change, layer, z, firstUse, high, times, seconds, extrudedMm3, oozedMm3, byProgram, findings } =
    situation
  const trace = situation.round?.trace
  const tools = situation.state.modes.nozzleTargets.length
  return {
    moment,
    change,
    layer,
    z,
    firstUse,
    high,
    times,
    seconds,
    extrudedMm3: extrudedMm3.reduce((sum, each) => sum + each, 0),
    oozedMm3,
    byProgram,
    counts: {
      error: findings.filter(({ severity }) => severity === 'error').length,
      warning: findings.filter(({ severity }) => severity === 'warning').length,
      advice: findings.filter(({ severity }) => severity === 'advice').length,
    },
    heats: Array.from({ length: tools }, (_, tool) =>
      Array.from({ length: points }, (_, i) => {
        const history = trace?.nozzles[tool]
        const [began, ended] = [situation.from ?? situation.state, situation.state].map(
          each => each.heat.nozzlesC[tool] ?? 20,
        )
        return history
          ? temperatureAt(history, (i / (points - 1)) * (trace?.totalS ?? 0))
          : (began as number) + ((ended as number) - (began as number)) * (i / (points - 1))
      }),
    ),
    tool: toolShown(situation.state.modes),
    hanging: situation.state.tips.map(({ hangingMm3 }) => hangingMm3),
    from: situation.from,
  }
}

export function printShown(print: WholePrint, setting: PrintSetting): PrintShown {
  const { situations, course, changes, changeS, purgedG, towerG, cost } = print
  return {
    situations: situations.map(shown),
    findings: foundIn(print).map(({ finding, situation }) => ({
      severity: finding.severity,
      rule: finding.rule,
      line: finding.line,
      message: finding.message,
      fixes: finding.fixes.length,
      situation: situations.indexOf(situation),
    })),
    course: fold(course),
    changes,
    changeS,
    totalS: course.reduce((sum, { situation, printedS }) => sum + printedS + (situations[situation]?.seconds ?? 0), 0),
    purgedG,
    towerG,
    cost,
    ways: waysToPurge(print, setting),
    savings: situations.some(isOfChange) ? savingsOf(print, setting) : [],
  }
}
