// The requests for edits, and the plan for each. This is the only list of editing tools.

import type { Values } from '../makers/maker.ts'
import type { Passage } from '../passages.ts'
import { makeRefrain, putRefrain } from '../refrains.ts'
import { addMacro } from './add-macro.ts'
import { duplicate, move, remove, rename } from './arrange.ts'
import { asTemplate } from './as-template.ts'
import { commentOutPassage, wake } from './comment-out.ts'
import { type Edge, moveToEdge } from './edge.ts'
import { countFilament } from './filament-mode.ts'
import { type ProbeCool, probeWithoutOoze } from './heat-probe.ts'
import { setAside, takeBackAside } from './ignore.ts'
import { lineUp } from './line-up.ts'
import { makePassage } from './make.ts'
import { mirror } from './mirror.ts'
import { nudge, type Shift } from './nudge.ts'
import { heedKeepMarks, type Plan, type Rehearsed, refuse } from './plan.ts'
import { scalePurge, setBead, setBeadWidth, setPurgeLength, setPurgeSpeed } from './purge.ts'
import { repair } from './repair.ts'
import { type Shape, shape } from './shape.ts'
import { type ToSetting, toSetting } from './to-setting.ts'
import { writeIn } from './units.ts'
import { writeOut } from './write-out.ts'

/** `at` is the first line of the passage, or of a part of one. */
export type EditRequest =
  | { do: 'sleep' | 'wake' | 'remove' | 'move-up' | 'move-down' | 'duplicate'; at: number }
  | { do: 'rename'; at: number; title: string }
  | { do: 'make-refrain'; at: number; name: string }
  | { do: 'put-refrain'; at: number; name: string; text: string }
  | { do: 'nudge'; at: number; shift: Shift }
  | { do: 'amount'; at: number; percent: number }
  | { do: 'bead'; at: number; areaMm2: number }
  | { do: 'bead-width'; at: number; widthMm: number }
  | { do: 'speed'; at: number; speedMmS: number }
  | { do: 'length'; at: number; lengthMm: number }
  | { do: 'edge'; at: number; to: Edge }
  | { do: 'mirror'; at: number; axis: 'x' | 'y' }
  | ({ do: 'shape'; at: number } & Shape)
  | { do: 'line-up' }
  | { do: 'make'; maker: string; values: Values; at: number }
  | { do: 'write-out' }
  | { do: 'add-macro'; macro: string }
  | { do: 'probe-without-ooze'; how: ProbeCool }
  | ({ do: 'setting' } & ToSetting)
  | { do: 'set-aside'; rule: string; line: number; reason: string }
  | { do: 'take-back-aside'; rule: string; line: number }
  | { do: 'repair' }
  | { do: 'count-filament'; to: 'absolute' | 'relative' }
  | { do: 'units'; to: 'mm' | 'inch' }

/** Tools that change numbers in a passage's lines. */
const reshapes: readonly EditRequest['do'][] = [
  'nudge',
  'amount',
  'bead',
  'bead-width',
  'speed',
  'length',
  'edge',
  'mirror',
  'shape',
]

/** The passage at a line with its siblings: the whole list, or the parts of the passage it belongs to. */
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
  if (request.do === 'line-up') return lineUp(script)
  if (request.do === 'units') return writeIn(script, request.to)
  if (request.do === 'count-filament') return countFilament(script, request.to)
  if (request.do === 'set-aside') return setAside(script, request.rule, request.line, request.reason)
  if (request.do === 'take-back-aside') return takeBackAside(script, request.rule, request.line)
  if (request.do === 'setting') return toSetting(script, request)
  if (request.do === 'make') return makePassage(script, request.maker, request.values, request.at)
  if (request.do === 'write-out') return writeOut(script)
  if (request.do === 'add-macro') return addMacro(script, request.macro)
  if (request.do === 'probe-without-ooze') return probeWithoutOoze(script, request.how)
  if (request.do === 'put-refrain') return putRefrain(script, request, request.at)
  const found = familyOf(passages, request.at)
  if (!found) return refuse('That passage is no longer there.')
  const { siblings, passage } = found
  const made = passages.find(each => each.made && each.firstLine <= request.at && request.at <= each.lastLine)
  if (made && reshapes.includes(request.do))
    return refuse(
      `“${made.title}” is made from numbers. Change those with “Change its numbers”, or make it ordinary text.`,
    )
  switch (request.do) {
    case 'sleep':
      return commentOutPassage(script, passage)
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
    case 'make-refrain':
      return makeRefrain(script, passage, request.name)
    case 'nudge':
      return nudge(script, passage, request.shift)
    case 'amount':
      return scalePurge(script, passage, request.percent)
    case 'bead':
      return setBead(script, passage, request.areaMm2)
    case 'bead-width':
      return setBeadWidth(script, passage, request.widthMm)
    case 'speed':
      return setPurgeSpeed(script, passage, request.speedMmS)
    case 'length':
      return setPurgeLength(script, passage, request.lengthMm)
    case 'shape':
      return shape(script, passage, request)
    case 'mirror':
      return mirror(script, passage, request.axis)
    case 'edge':
      return moveToEdge(script, passage, request.to)
    default:
      return request satisfies never
  }
}

/** Plans an edit of a rehearsed text, respecting keep marks. */
export const planEdit = (
  text: string,
  rehearsed: Omit<Rehearsed, 'text'> & { passages: readonly Passage[] },
  request: EditRequest,
): Plan =>
  keptToForm(text, rehearsed.stage, heedKeepMarks(text, answer({ ...rehearsed, text }, rehearsed.passages, request)))

/** A text without the markers of made passages. */
const withoutMarkers = (text: string): string => text.replace(/^;@ [^\r\n]*(?:\r\n|\r|\n|$)/gm, '')

/** Whether a text has values, settings or guards of ours. */
const isOurs = (text: string): boolean =>
  text.includes('@') || text.split('\n').some(line => /^;[=?]/.test(line.trimStart()))

/**
 * Adapts a plan to a config or macro file: nothing of our language is written into it, and template lines are indented.
 */
function keptToForm(text: string, { opened, firmware }: Rehearsed['stage'], plan: Plan): Plan {
  if (!opened || !plan.ok) return plan
  // A made passage becomes ordinary text there, because it could not be made again.
  const edits = plan.edits.map(edit => ({ ...edit, insert: withoutMarkers(edit.insert) }))
  if (edits.some(({ insert }) => isOurs(insert)))
    return refuse('Values and settings of ours mean nothing in a config or a macro file, so this can’t be done there.')
  return { ...plan, edits: firmware.flow ? edits : asTemplate(text, edits) }
}
