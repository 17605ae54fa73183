// A plan as its page shows it: changes by passage, both texts with their totals, and the findings of the target only.
import type { Finding } from '../check/finding.ts'
import { rules } from '../check/rules.ts'
import { readinessOf } from '../machine/readiness.ts'
import type { Round } from '../round.ts'
import type { CarryPlan } from './carry.ts'
import type { Change } from './changes.ts'

/** Limit for the strokes in a picture. */
const maxStrokes = 400

/** A change with the text of its line; null for additions. */
export type ChangeShown = Change & { was: string | null }
/** A passage of the script with the changes of its lines; `title` is null for lines between passages. */
export type CarriedPassage = { title: string | null; changes: ChangeShown[] }

const sideShown = (round: Round) => ({
  /** Properties of the final state that the print does not expect. */
  lacking: readinessOf(round).flatMap(({ good, says, name }) => (good ? [] : [says ?? name])),
  ...figures(round),
})

const figures = ({ durations, filament, strokes, findings, bounds }: Round) => ({
  durationS: durations.totalS,
  heatingS: durations.heatingS,
  massG: filament.massG,
  extrudedMm: filament.extrudedMm,
  bounds,
  strokes: strokes.slice(0, maxStrokes).map(({ path }) => path),
  findings: findings.map(shortly),
})

const shortly = ({ rule, severity, line, message }: Finding) => ({
  rule,
  title: rules.find(({ name }) => name === rule)?.title ?? rule,
  severity,
  line,
  message,
})

/** A plan as plain data for the page; `firstLine` is the first of the carried lines. */
export const planShown = (plan: CarryPlan, firstLine = 1) => ({
  text: plan.text,
  passages: byPassages(plan, firstLine),
  asks: plan.asks.map(ask => ({ ...ask, answered: !plan.open.some(({ key }) => key === ask.key) })),
  newFindings: plan.newFindings.map(shortly),
  oneWay: plan.oneWay,
  /** The purpose of the lines, by the strongest of their passages. */
  kind:
    plan.before.passages.toSorted((a, b) => b.extrudedMm - a.extrudedMm || b.endS - b.startS - (a.endS - a.startS))[0]
      ?.kind ?? 'other',
  before: sideShown(plan.before),
  after: sideShown(plan.after),
})
export type PlanShown = ReturnType<typeof planShown>

/** Changes in the order of the text, divided by the script's passages. */
function byPassages({ changes, before }: CarryPlan, firstLine: number): CarriedPassage[] {
  const parts: CarriedPassage[] = []
  const passageOf = (line: number) =>
    before.passages.find(
      ({ headingLine, firstLine, lastLine, made }) =>
        (headingLine ?? firstLine) <= line && line <= (made?.endLine ?? lastLine),
    )
  let now: unknown
  for (const change of changes) {
    const passage = change.line === null ? now : passageOf(change.line - firstLine + 1)
    const last = parts.at(-1)
    const was = change.line === null ? null : (before.lines[change.line - firstLine]?.raw ?? '')
    if (last && passage === now) last.changes.push({ ...change, was })
    else {
      const title = passage && typeof passage === 'object' && 'title' in passage ? String(passage.title) : null
      parts.push({ title, changes: [{ ...change, was }] })
    }
    now = passage
  }
  return parts
}
