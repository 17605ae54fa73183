// Carries a script, or some of its lines, over to a different printer or firmware: the outcome of each line with its
// reason, and both texts rehearsed.
import type { Finding } from '../check/finding.ts'
import { splitLines } from '../gcode/read.ts'
import { maxLines, rehearseAndProve } from '../prove.ts'
import { type RehearsalInput, type Round, rehearseScript } from '../round.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { madePassages } from '../script/makers/maker.ts'
import { assembled } from './assemble.ts'
import { type Change, type Ends, endsOf, unwanted, withoutLastBreak, writtenOut } from './changes.ts'
import { withDependents } from './dependents.ts'
import { flatten, rehearsed, rehearsedAs } from './flatten.ts'
import { madeAgain } from './made-passages.ts'
import { mended, newFindings } from './mend.ts'
import { needs } from './needs.ts'
import { ranks } from './outcomes.ts'
import { AnswerRefused, type Ask, Questions } from './questions.ts'
import { detached } from './refrains.ts'
import type { CarryRequest, LineSpan } from './request.ts'
import { type Side, sameMachine, sideOf } from './sides.ts'
import { walk } from './walk.ts'

export type { Change } from './changes.ts'
export type { ChangeKind } from './outcomes.ts'
export type { Ask } from './questions.ts'
export type { CarryRequest, LineSpan } from './request.ts'

export type CarryPlan = {
  ok: true
  text: string
  changes: Change[]
  asks: readonly Ask[]
  /** Questions without an answer; their proposals were used. */
  open: readonly Ask[]
  before: Round
  after: Round
  /** Findings of the carried script beyond those that the source script has by the same rule. */
  newFindings: Finding[]
  /** Whether carrying back would give a different script: something was left out, shortened or limited. */
  oneWay: boolean
}

export type Carried = CarryPlan | { ok: false; why: string }

/** Carries a script over. Never throws; a refusal is a sentence. A last line without a line break stays without one. */
export function carryOver(request: CarryRequest): Carried {
  const { ending, lastOpen } = endsOf(request.text)
  if (!lastOpen) return carriedClosed(request)
  const carried = carriedClosed({ ...request, text: request.text + ending })
  return carried.ok ? { ...carried, text: withoutLastBreak(carried.text) } : carried
}

/** Carries over a text whose last line ends in a line break. */
function carriedClosed(request: CarryRequest): Carried {
  const { text, lines, refused = [] } = request
  const [from, to] = [sideOf(request.from), sideOf(request.to)]
  const same = sameMachine(from, to)
  // A passage may be carried to a different script of the same printer.
  if (same && !lines && JSON.stringify(from.printer) === JSON.stringify(to.printer))
    return { ok: false, why: `It already is a script of ${from.printer.name}.` }
  const raws = splitLines(text)
  if (lines && !(lines.first >= 1 && lines.first <= lines.last && lines.last <= raws.length))
    return { ok: false, why: `The script has ${raws.length} lines; ${lines.first}–${lines.last} are not among them.` }
  if (raws.length > maxLines)
    return {
      ok: false,
      why: `A text of ${raws.length.toLocaleString('en')} lines is a whole print, which would have to be sliced for ${to.printer.name}. Carry over the scripts around it.`,
    }
  const questions = new Questions(request.answers ?? {}, to.printer.name)
  try {
    const original = rehearsed(text, from)
    if (original.trace.rows.count > maxLines)
      return {
        ok: false,
        why: `The script runs ${original.trace.rows.count.toLocaleString('en')} commands, counting loops and macros. At most ${maxLines.toLocaleString('en')} can be carried over: let its loops repeat less often.`,
      }
    const flat = flatten(original, from, to, questions)
    const script = rehearsedAs(original, flat.text, from)
    const walked = walk(script, from, to, questions, same)
    const outcomes = withDependents(script, walked.outcomes)
    const additions = [...walked.additions, ...needs(script, from, to, walked)].sort(
      (a, b) => ranks.indexOf(a.rank) - ranks.indexOf(b.rank),
    )
    const why = questions.unasked
    if (why !== null) return { ok: false, why }
    const ends = endsOf(text)
    const flatRaws = script.lines.map(({ raw }) => raw)
    const carried = assembled(raws, flat, flatRaws, outcomes, additions)
    const own = chosen(settled(carried, ends, original, to), raws, new Set(refused))
    const changes = mended(own, ends, request, flat.given)
    const wanted = lines ? changes.filter((each, i) => within(changes, each, i, lines)) : changes
    const before = lines ? changes.slice(0, changes.indexOf(wanted[0] as Change)) : []
    return planOf({
      request,
      questions,
      wanted,
      ends,
      before: writtenOut(before, { ...ends, lastOpen: false }),
      held: walked.held.size > 0,
    })
  } catch (error) {
    if (error instanceof AnswerRefused) return { ok: false, why: error.message }
    throw error
  }
}

type Parts = {
  request: CarryRequest
  questions: Questions
  wanted: Change[]
  ends: Ends
  /** The carried text before the requested lines. */
  before: string
  held: boolean
}

/** Rehearses both texts and compares them. */
function planOf({ request, questions, wanted, ends, before: leading, held }: Parts): CarryPlan {
  const { text, lines, from, to } = request
  const carried = writtenOut(wanted, ends)
  const before = rehearseAndProve(
    lines ? part(text, lines) : text,
    startingFrom(from, lines && stateBefore(text, lines, from)),
  )
  const after = rehearseAndProve(
    carried,
    startingFrom(to, lines && leading !== '' ? rehearseScript(leading, to).state : undefined),
  )
  const lost = wanted.some(({ kind }) => kind === 'left-out' || kind === 'refused' || kind === 'asks')
  return {
    ok: true,
    text: carried,
    changes: wanted,
    asks: questions.all,
    open: questions.open,
    before,
    after,
    newFindings: newFindings(before, after),
    oneWay: held || lost,
  }
}

const startingFrom = (input: RehearsalInput, from: Round['state'] | undefined): RehearsalInput =>
  from ? { ...input, from } : input

/** Makes made passages again, and keeps or detaches refrains. */
function settled(changes: Change[], ends: Ends, script: Rehearsed, to: Side): Change[] {
  const made = madePassages(script.lines).made.reduce(
    (now, passage) => madeAgain(now, ends, passage, script, to),
    changes,
  )
  return detached(made, script)
}

/** Undoes the changes that the person refused. */
const chosen = (changes: readonly Change[], raws: readonly { raw: string }[], refused: ReadonlySet<string>): Change[] =>
  changes.map(change => (refused.has(change.id) ? unwanted(change, raws[(change.line ?? 0) - 1]?.raw ?? '') : change))

const part = (text: string, { first, last }: LineSpan): string =>
  splitLines(text)
    .slice(first - 1, last)
    .map(({ raw, ending }) => raw + ending)
    .join('')

/** The machine's state before these lines. */
const stateBefore = (text: string, { first }: LineSpan, input: RehearsalInput): Round['state'] | undefined =>
  first > 1 ? rehearseScript(part(text, { first: 1, last: first - 1 }), input).state : undefined

/** Additions belong to the line that they follow. */
function within(changes: readonly Change[], change: Change, at: number, { first, last }: LineSpan): boolean {
  const line = change.line ?? changes.slice(0, at).findLast(each => each.line !== null)?.line ?? 0
  return line >= first && line <= last
}
