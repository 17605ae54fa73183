// A script, or lines of one, brought to another printer or firmware: what becomes of each line and why, and both rehearsed.
import type { Finding } from '../check/finding.ts'
import { splitLines } from '../gcode/read.ts'
import { provenFindings } from '../prove.ts'
import { type RehearsalInput, type Round, rehearseScript } from '../round.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { madePassages } from '../script/makers/maker.ts'
import { type Change, type Ends, endsOf, withEdits, writtenOut } from './changes.ts'
import { type Flat, flatten, rehearsed } from './flatten.ts'
import { withHung } from './hung.ts'
import { madeAgain } from './made.ts'
import { needs } from './needs.ts'
import { AnswerRefused, type Ask, Questions } from './questions.ts'
import { detached } from './refrains.ts'
import { type Side, sameMachine, sideOf } from './sides.ts'
import { type Addition, type ChangeKind, type Outcome, ranks, walk } from './walk.ts'

export type { Change } from './changes.ts'
export type { Ask } from './questions.ts'
export type { ChangeKind } from './walk.ts'

/** Lines from…to, counted from 1. */
export type LineSpan = { first: number; last: number }

export type CarryRequest = {
  text: string
  from: RehearsalInput
  to: RehearsalInput
  /** Only these lines are brought; all where absent. */
  lines?: LineSpan | undefined
  /** By the question's key. */
  answers?: Readonly<Record<string, string>> | undefined
  /** Changes that the person does not want, by their ids: lines stay as they are, additions stay away. */
  refused?: readonly string[] | undefined
  /** Temperatures that are the material’s become values. */
  heatsAsValues?: boolean | undefined
}

export type CarryPlan = {
  ok: true
  text: string
  changes: Change[]
  asks: readonly Ask[]
  /** Questions that nobody has answered, so that their proposals were taken. */
  open: readonly Ask[]
  before: Round
  after: Round
  /** Findings of the carried script whose rule the script itself has not as often. */
  onlyThere: Finding[]
  /** Whether the way back would not lead to the same script: something was left out, made shorter or held to a limit. */
  oneWay: boolean
}

export type Carried = CarryPlan | { ok: false; why: string }

/** Carries a script over. Never throws, whatever the text; what can't be is said in a sentence. */
export function carryOver(request: CarryRequest): Carried {
  const { text, lines, refused = [] } = request
  const [from, to] = [sideOf(request.from), sideOf(request.to)]
  const same = sameMachine(from, to)
  if (
    same &&
    from.printer.firmware.family === to.printer.firmware.family &&
    from.printer.firmware.version === to.printer.firmware.version &&
    JSON.stringify(from.printer) === JSON.stringify(to.printer)
  )
    return { ok: false, why: `It is a script of ${from.printer.name} already.` }
  const raws = splitLines(text)
  if (lines && !(lines.first >= 1 && lines.first <= lines.last && lines.last <= raws.length))
    return { ok: false, why: `The script has ${raws.length} lines; ${lines.first}–${lines.last} are not among them.` }
  const questions = new Questions(request.answers ?? {}, to.printer.name)
  try {
    const flat = flatten(text, from, to, questions)
    const script = rehearsed(flat.text, from)
    const walked = walk(script, from, to, questions, same)
    const outcomes = withHung(script, walked.outcomes)
    const additions = [...walked.additions, ...needs(script, from, to, walked)].sort(
      (a, b) => ranks.indexOf(a.rank) - ranks.indexOf(b.rank),
    )
    const why = questions.unasked
    if (why !== null) return { ok: false, why }
    const ends = endsOf(text)
    const flatRaws = script.lines.map(({ raw }) => raw)
    const carried = assembled(raws, flat, flatRaws, outcomes, additions)
    const own = chosen(settled(carried, ends, rehearsed(text, from), to), raws, new Set(refused))
    const changes = mended(own, ends, request)
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
  /** What is carried before the lines that were asked for. */
  before: string
  held: boolean
}

/** Both texts rehearsed, and what differs. */
function planOf({ request, questions, wanted, ends, before: leading, held }: Parts): CarryPlan {
  const { text, lines, from, to } = request
  const carried = writtenOut(wanted, ends)
  const before = roundOf(lines ? part(text, lines) : text, from, lines ? stateBefore(text, lines, from) : undefined)
  const after = roundOf(carried, to, lines && leading !== '' ? rehearseScript(leading, to).state : undefined)
  const lost = wanted.some(({ kind }) => kind === 'left-out' || kind === 'refused' || kind === 'asks')
  return {
    ok: true,
    text: carried,
    changes: wanted,
    asks: questions.all,
    open: questions.open,
    before,
    after,
    onlyThere: onlyThere(before, after),
    oneWay: held || lost,
  }
}

/** Made passages made again, refrains attached or detached. */
function settled(changes: Change[], ends: Ends, script: Rehearsed, to: Side): Change[] {
  const made = madePassages(script.lines).made.reduce(
    (now, passage) => madeAgain(now, ends, passage, script, to),
    changes,
  )
  return detached(made, script)
}

/** Without the changes that the person does not want. */
const chosen = (changes: readonly Change[], raws: readonly { raw: string }[], refused: ReadonlySet<string>): Change[] =>
  changes.flatMap(change => {
    if (!refused.has(change.id)) return [change]
    if (change.line === null) return []
    return [
      {
        ...change,
        became: [raws[change.line - 1]?.raw ?? ''],
        kind: 'same' as const,
        why: 'It stays as it was, as you chose.',
      },
    ]
  })

/** More rounds than this would mend what they broke. */
const mostRounds = 3

/** Errors that only the other printer would have are mended where their check knows how; heats become values where that is wanted. */
function mended(
  changes: Change[],
  ends: Ends,
  { text, from, to, heatsAsValues, refused = [] }: CarryRequest,
): Change[] {
  let now = changes
  const before = heatsAsValues || hasErrors(now, ends, to) ? roundOf(text, from, undefined) : null
  for (let round = 0; before && round < mostRounds; round++) {
    const after = roundOf(writtenOut(now, ends), to, undefined)
    const error = onlyThere(before, after).find(({ severity, fixes }) => severity === 'error' && fixes.length > 0)
    const fix = error?.fixes[0]
    const made = fix ? withEdits(now, ends, fix.edits, `${fix.title}: ${error?.message}`) : null
    if (!made || made.some(({ id }) => refused.includes(id))) break
    now = made
  }
  if (!heatsAsValues) return now
  const fix = roundOf(writtenOut(now, ends), to, undefined).findings.find(({ rule }) => rule === 'fixed-temperature')
    ?.fixes[0]
  return (fix && withEdits(now, ends, fix.edits, 'It follows the material.')) ?? now
}

const hasErrors = (changes: readonly Change[], ends: Ends, to: RehearsalInput): boolean =>
  rehearseScript(writtenOut(changes, ends), to).findings.some(({ severity }) => severity === 'error')

function roundOf(text: string, input: RehearsalInput, from: Round['state'] | undefined): Round {
  const setting = from ? { ...input, from } : input
  const round = rehearseScript(text, setting)
  return { ...round, findings: provenFindings(text, setting, round.findings) }
}

const part = (text: string, { first, last }: LineSpan): string =>
  splitLines(text)
    .slice(first - 1, last)
    .map(({ raw, ending }) => raw + ending)
    .join('')

/** What the machine is in when these lines begin. */
const stateBefore = (text: string, { first }: LineSpan, input: RehearsalInput): Round['state'] | undefined =>
  first > 1 ? rehearseScript(part(text, { first: 1, last: first - 1 }), input).state : undefined

/** Additions belong to the line that they stand behind. */
function within(changes: readonly Change[], change: Change, at: number, { first, last }: LineSpan): boolean {
  const line = change.line ?? changes.slice(0, at).findLast(each => each.line !== null)?.line ?? 0
  return line >= first && line <= last
}

/** All changes in the order of the carried text. */
function assembled(
  raws: readonly { raw: string }[],
  flat: Flat,
  flatRaws: readonly string[],
  outcomes: ReadonlyMap<number, Outcome>,
  additions: readonly Addition[],
): Change[] {
  const ofOrigin = new Map<number, number[]>()
  for (const [i, origin] of flat.origins.entries()) ofOrigin.set(origin, [...(ofOrigin.get(origin) ?? []), i + 1])
  const addedAfter = (flatLine: number) => additions.filter(({ after }) => after === flatLine)
  const asChange = ({ lines, why }: Addition, origin: number): Change => ({
    id: `+${origin}:${lines[0]}`,
    line: null,
    became: [...lines],
    kind: 'added',
    why,
  })
  const changes: Change[] = addedAfter(0).map(each => asChange(each, 0))
  raws.forEach(({ raw }, i) => {
    const number = i + 1
    const own = ofOrigin.get(number) ?? []
    const behind = own
      .flatMap((flatLine, at) => (at === own.length - 1 ? addedAfter(flatLine) : []))
      .map(each => asChange(each, number))
    const change = own.length === 0 ? gone(flat, number) : whole(own, flat, flatRaws, outcomes, additions, raw, number)
    changes.push(change, ...behind)
  })
  return changes
}

const gone = ({ gone: whys }: Flat, number: number): Change => ({
  id: String(number),
  line: number,
  became: [],
  kind: 'left-out',
  why: whys.get(number) ?? 'Nothing of it is left there.',
})

/** What became of a line: of one that a call was written out for, all that it is now. */
function whole(
  own: readonly number[],
  flat: Flat,
  flatRaws: readonly string[],
  outcomes: ReadonlyMap<number, Outcome>,
  additions: readonly Addition[],
  raw: string,
  number: number,
): Change {
  const id = String(number)
  const parts = own.map(
    flatLine => outcomes.get(flatLine) ?? { kind: 'same' as const, became: [flatRaws[flatLine - 1] ?? ''], why: '' },
  )
  const [first] = parts
  if (own.length === 1 && first && flatRaws[(own[0] ?? 1) - 1] === raw)
    return {
      id,
      line: number,
      kind: first.kind,
      why: first.why,
      became: first.kind === 'refused' ? [...refusedNote(raw), ...first.became] : [...first.became],
    }
  const became = own.flatMap((flatLine, at) => [
    ...(parts[at]?.became ?? []),
    ...(at < own.length - 1 ? additions.filter(({ after }) => after === flatLine).flatMap(({ lines }) => lines) : []),
  ])
  const kind: ChangeKind = parts.some(each => each.kind === 'refused')
    ? 'refused'
    : parts.some(each => each.kind === 'asks')
      ? 'asks'
      : became.length === 0
        ? 'left-out'
        : 'changed'
  const whys = [flat.whys.get(number) ?? '', ...parts.filter(each => each.kind !== 'same').map(({ why }) => why)]
  return { id, line: number, became, kind, why: [...new Set(whys.filter(Boolean))].join(' ') }
}

/** A refused line stays to be read, and does nothing. */
const refusedNote = (raw: string): string[] => [`; not carried over: ${raw.trim()}`]

/** Of each rule the findings that the new script has beyond the old one's. */
function onlyThere(before: Round, after: Round): Finding[] {
  const had = new Map<string, number>()
  const keyOf = ({ rule, severity }: Finding) => `${rule} ${severity}`
  for (const finding of before.findings) had.set(keyOf(finding), (had.get(keyOf(finding)) ?? 0) + 1)
  return after.findings.filter(finding => {
    const left = had.get(keyOf(finding)) ?? 0
    had.set(keyOf(finding), left - 1)
    return left <= 0
  })
}
