// Carries a later change of the original over: only that change, merged into the carried script, which may have its own
// changes.
import { applyPatch, diffArrays, structuredPatch } from 'diff'
import { rawLines } from '../gcode/read.ts'
import { type CarryPlan, carryOver } from './carry.ts'
import type { CarryRequest } from './request.ts'

/** `lines` of the carried script change; `clash` if its own changes are at the same place. */
export type After = { ok: true; text: string; plan: CarryPlan; same: boolean } | { ok: false; why: string }

/** How many lines around a change may differ at the place where it is merged. */
const leeway = 2

/**
 * Merges a change of the original into the carried script. Inputs: the original at the time of carrying, the original
 * now, and the carried script now. Refused if both changed the same lines.
 */
export function carryAfter(request: Omit<CarryRequest, 'text'>, was: string, now: string, mine: string): After {
  const before = carryOver({ ...request, text: was })
  if (!before.ok) return before
  const refused = refusedStill(request.refused ?? [], was, now)
  const plan = carryOver({ ...request, text: now, refused, answers: known(request.answers ?? {}, now, request) })
  if (!plan.ok) return plan
  const [one, other, own] = [before.text, plan.text, mine].map(inLines) as [string, string, string]
  if (one === other) return { ok: true, text: mine, plan, same: true }
  if (own === one) return { ok: true, text: plan.text, plan, same: false }
  const patch = structuredPatch('', '', one, other, '', '', { context: 3 })
  const merged = applyPatch(own, patch, { fuzzFactor: leeway })
  if (merged === false)
    return {
      ok: false,
      why: 'The script was changed at the same place since it was carried over. Carry the original over again, or make the change by hand.',
    }
  return {
    ok: true,
    text: mine.includes('\r\n') ? merged.replaceAll('\n', '\r\n') : merged,
    plan,
    same: merged === own,
  }
}

const inLines = (text: string): string => text.replaceAll('\r\n', '\n')

/** The refused changes, at the present positions of their lines; those of changed or removed lines are dropped. */
function refusedStill(refused: readonly string[], was: string, now: string): string[] {
  if (refused.length === 0) return []
  const moved = new Map([[0, 0]])
  let [before, after] = [0, 0]
  for (const { added, removed, count } of diffArrays(rawLines(was), rawLines(now))) {
    if (!added && !removed) for (let i = 1; i <= count; i++) moved.set(before + i, after + i)
    if (!added) before += count
    if (!removed) after += count
  }
  return refused.flatMap(id => {
    const [, sign = '', line, rest = ''] = /^(\+?)(\d+)(.*)$/s.exec(id) ?? []
    const at = moved.get(Number(line ?? Number.NaN))
    return line === undefined ? [id] : at === undefined ? [] : [`${sign}${at}${rest}`]
  })
}

/** The earlier answers that are still asked for. */
function known(
  answers: Readonly<Record<string, string>>,
  text: string,
  request: Omit<CarryRequest, 'text'>,
): Record<string, string> {
  if (Object.keys(answers).length === 0) return {}
  const unanswered = carryOver({ ...request, text, answers: {} })
  const keys = new Set(unanswered.ok ? unanswered.asks.map(({ key }) => key) : [])
  return Object.fromEntries(Object.entries(answers).filter(([key]) => keys.has(key)))
}
