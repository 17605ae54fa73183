// What a person can ask to be done to a script, and the plan that answers it. The one list of editing tools.
import { duplicate, move, remove, rename } from '../script/edits/arrange.ts'
import { countFilament } from '../script/edits/filament-mode.ts'
import { nudge, type Shift } from '../script/edits/nudge.ts'
import { heedKeepMarks, type Plan, type Rehearsed, refuse } from '../script/edits/plan.ts'
import { repair } from '../script/edits/repair.ts'
import { putToSleep, wake } from '../script/edits/sleep.ts'
import type { Passage } from '../script/passages.ts'
import type { Round } from './round.ts'

/** `at` is the first line of the passage, or of a part of one. */
export type EditRequest =
  | { do: 'sleep' | 'wake' | 'remove' | 'move-up' | 'move-down' | 'duplicate'; at: number }
  | { do: 'rename'; at: number; title: string }
  | { do: 'nudge'; at: number; shift: Shift }
  | { do: 'repair' }
  | { do: 'count-filament'; to: 'absolute' | 'relative' }

/** The passages among which one is found: the whole list, or the parts of the one that it belongs to. */
function familyOf(passages: readonly Passage[], at: number): { siblings: readonly Passage[]; passage: Passage } | null {
  const whole =
    passages.find(({ firstLine, parts }) => firstLine === at && parts.length === 0) ??
    passages.find(({ firstLine }) => firstLine === at)
  if (whole) return { siblings: passages, passage: whole }
  for (const { parts } of passages) {
    const part = parts.find(({ firstLine }) => firstLine === at)
    if (part) return { siblings: parts, passage: part }
  }
  return null
}

function answer(script: Rehearsed, passages: readonly Passage[], request: EditRequest): Plan {
  if (request.do === 'repair') return repair(script)
  if (request.do === 'count-filament') return countFilament(script, request.to)
  const found = familyOf(passages, request.at)
  if (!found) return refuse('That passage is no longer there.')
  const { siblings, passage } = found
  switch (request.do) {
    case 'sleep':
      return putToSleep(script, passage)
    case 'wake':
      return wake(script, passage)
    case 'remove':
      return remove(script, passage)
    case 'move-up':
    case 'move-down':
      return move(script, siblings, passage, request.do === 'move-down')
    case 'duplicate':
      return duplicate(script, passage)
    case 'rename':
      return rename(script, passage, request.title)
    case 'nudge':
      return nudge(script, passage, request.shift)
    default:
      return request satisfies never
  }
}

/** The plan for a request on a text that has been rehearsed; keep marks are heeded. */
export const planEdit = (text: string, round: Round, request: EditRequest): Plan =>
  heedKeepMarks(text, answer({ ...round, text }, round.passages, request))
