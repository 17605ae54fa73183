// A change of the original carried after it: just that change, put into the script that was carried over and may have its own since.
import { applyPatch, diffArrays, structuredPatch } from 'diff'
import { rawLines } from '../gcode/read.ts'
import { type CarryPlan, carryOver } from './carry.ts'
import type { CarryRequest } from './request.ts'

/** `lines` of the carried script that change; `clash` where its own changes stand at the same place. */
export type After = { ok: true; text: string; plan: CarryPlan; same: boolean } | { ok: false; why: string }

/** How many lines around a change may differ from where it is put. */
const leeway = 2

/**
 * The original as it was when it was carried over, as it is now, and the carried script as it is now: what the original’s change
 * comes to on the other printer is put into that script. Where both changed the same lines it is refused.
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
      why: 'The script has been changed at the same place since it was carried over: carry the original over anew, or change it by hand.',
    }
  return {
    ok: true,
    text: mine.includes('\r\n') ? merged.replaceAll('\n', '\r\n') : merged,
    plan,
    same: merged === own,
  }
}

const inLines = (text: string): string => text.replaceAll('\r\n', '\n')

/** The changes that were not wanted, by where their lines stand now; of lines that have been changed or are gone none. */
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

/** Of earlier answers those that are still asked for. */
function known(
  answers: Readonly<Record<string, string>>,
  text: string,
  request: Omit<CarryRequest, 'text'>,
): Record<string, string> {
  if (Object.keys(answers).length === 0) return {}
  const asked = carryOver({ ...request, text, answers: {} })
  const keys = new Set(asked.ok ? asked.asks.map(({ key }) => key) : [])
  return Object.fromEntries(Object.entries(answers).filter(([key]) => keys.has(key)))
}
