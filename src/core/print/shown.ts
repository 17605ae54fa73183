// A whole print as plain data for its page, small enough to be sent from a worker.
import { countsOf, type Severity } from '../check/finding.ts'
import { toolShown } from '../machine/state.ts'
import { temperatureAt } from '../machine/temperature.ts'
import { foundIn } from './answer.ts'
import { isOfChange } from './costs.ts'
import { type Fold, fold } from './fold.ts'
import { type PurgeOption, purgeOptions, type Saving, savingsOf } from './purge-options.ts'
import { type PrintSetting, type Situation, total } from './situation.ts'
import type { WholePrint } from './whole.ts'

/** Number of points in each tool's temperature curve within a situation. */
const points = 24

export type SituationShown = Omit<Situation, 'key' | 'extrudedMm3' | 'round' | 'findings' | 'state'> & {
  /** Of all tools. */
  extrudedMm3: number
  counts: Record<Severity, number>
  /** Each tool's temperatures, °C, at equal intervals; and the tool in use at the end. */
  heats: number[][]
  tool: number
  /** The shares of the blend in use at the end; null for a plain tool. */
  blend: readonly number[] | null
  /** What hangs from each tool at the end, mm³. */
  hanging: number[]
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
  /** Including the printing. */
  totalS: number
  purgedG: number
  towerG: number
  cost: number
  ways: PurgeOption[]
  savings: Saving[]
}

function shown({ key: _, round, findings, state, extrudedMm3, ...situation }: Situation): SituationShown {
  const trace = round?.trace
  const began = situation.from ?? state
  return {
    ...situation,
    extrudedMm3: total(extrudedMm3),
    counts: countsOf(findings),
    heats: state.heat.nozzlesC.map((endC, tool) => {
      const beganC = began.heat.nozzlesC[tool] ?? endC
      return Array.from({ length: points }, (_each, i) => {
        const share = i / (points - 1)
        const history = trace?.nozzles[tool]
        return trace && history ? temperatureAt(history, share * trace.totalS) : beganC + (endC - beganC) * share
      })
    }),
    tool: toolShown(state.modes),
    blend: state.modes.blends.find(({ tool }) => tool === state.modes.blend)?.shares ?? null,
    hanging: state.tips.map(({ hangingMm3 }) => hangingMm3),
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
    ways: purgeOptions(print, setting),
    savings: situations.some(isOfChange) ? savingsOf(print, setting) : [],
  }
}
