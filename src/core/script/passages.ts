// Finds passages: runs of lines with one purpose, told from what their commands do and from the heading above them.
import { specOf } from '../firmware/spec.ts'
import { commentOf, type Line } from '../gcode/line.ts'
import { sleeping } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import { type Step, stepsOfCommand, type Trace } from '../machine/trace.ts'

export const passageKinds = [
  'setup',
  'message',
  'firmware-check',
  'heat',
  'heat-wait',
  'soak',
  'home',
  'align',
  'probe',
  'levelling',
  'z-offset',
  'purge-line',
  'purge-spot',
  'wipe',
  'prime',
  'retract',
  'park',
  'present',
  'cool-down',
  'motors-off',
  'fan',
  'limits',
  'tool',
  'mix',
  'origin',
  'other',
] as const
export type PassageKind = (typeof passageKinds)[number]

export type Passage = {
  kind: PassageKind
  /** The person's own heading when there is one, else our word for the kind. */
  title: string
  firstLine: number
  lastLine: number
  /** False when all its commands are asleep in comments. */
  enabled: boolean
  startS: number
  endS: number
}

const kindTitles: Record<PassageKind, string> = {
  setup: 'Set-up',
  message: 'Message',
  'firmware-check': 'Firmware check',
  heat: 'Start heating',
  'heat-wait': 'Heat and wait',
  soak: 'Soak',
  home: 'Find zero',
  align: 'Align the gantry',
  probe: 'Probe the bed',
  levelling: 'Levelling',
  'z-offset': 'Z offset',
  'purge-line': 'Purge line',
  'purge-spot': 'Purge on the spot',
  wipe: 'Wipe',
  prime: 'Prime',
  retract: 'Retract',
  park: 'Park',
  present: 'Present the print',
  'cool-down': 'Cool down',
  'motors-off': 'Motors off',
  fan: 'Fan',
  limits: 'Limits',
  tool: 'Tool',
  mix: 'Mix',
  origin: 'Origin',
  other: 'Other',
}

/** What one line is for, or null for a line that goes along with its neighbours (a mode, a report, a filament reset). */
type Purpose = PassageKind | 'move' | null

/** Moves that come before what a passage is named after belong to it; this is how strongly a purpose names a passage. */
const weight: Record<string, number> = {
  probe: 9,
  home: 8,
  'purge-line': 7,
  'purge-spot': 6,
  'heat-wait': 6,
  soak: 6,
  levelling: 5,
  'cool-down': 5,
  tool: 5,
  heat: 4,
  'motors-off': 3,
  prime: 3,
  retract: 2,
  fan: 2,
  limits: 2,
  move: 1,
  message: 1,
  origin: 1,
  setup: 0,
}

function purposeOf(line: Line, trace: Trace | null, command: number, stage: Stage): Purpose {
  const parsed = line.command
  if (!parsed) return null
  const effect = specOf(stage.firmware, parsed.name)?.effect
  if (!effect) return 'other'
  const aim = parsed.words.find(word => word.letter === 'S' || word.letter === 'R')?.value ?? null
  switch (effect.does) {
    case 'heat':
      return aim === 0 ? 'cool-down' : effect.wait ? 'heat-wait' : 'heat'
    case 'home':
      return 'home'
    case 'probe':
      return 'probe'
    case 'levelling':
      return 'levelling'
    case 'motors':
      return effect.on ? 'setup' : 'motors-off'
    case 'fan':
      return 'fan'
    case 'message':
      return 'message'
    case 'limits':
    case 'move-acceleration':
    case 'soft-limits':
      return 'limits'
    case 'tool':
    case 'change-filament':
      return 'tool'
    case 'dwell': {
      const seconds = trace ? stepsOfCommand(trace, command).reduce((sum, step) => sum + step.end - step.start, 0) : 0
      return seconds >= 60 ? 'soak' : null
    }
    case 'firmware-retract':
      return effect.back ? 'retract' : 'prime'
    case 'units':
    case 'positioning':
    case 'extrusion-mode':
      return 'setup'
    case 'move':
    case 'arc':
      return trace ? purposeOfMove(stepsOfCommand(trace, command)) : 'move'
    default:
      return null
  }
}

/** A move that pushes along a way is a purge line, one that pushes on the spot a purge there, a small one a prime. */
function purposeOfMove(steps: readonly Step[]): Purpose {
  const pushed = steps.reduce((sum, step) => sum + Math.max(0, step.filamentMm), 0)
  const drawn = steps.some(step => step.filamentMm < 0)
  if (pushed > 0) {
    if (steps.some(step => step.kind === 'extrude' && Math.hypot(step.to.x - step.from.x, step.to.y - step.from.y) > 5))
      return 'purge-line'
    return pushed >= 5 ? 'purge-spot' : 'prime'
  }
  return drawn ? 'retract' : 'move'
}

/** A comment line that heads what follows: words, maybe decorated. Sleeping commands and our own marks are none. */
export function headingOf(line: Line): string | null {
  if (line.kind !== 'comment' || sleeping(line)) return null
  const words = commentOf(line)
    .replace(/^[^\p{L}\p{N}(]+|[^\p{L}\p{N}).!?]+$/gu, '')
    .trim()
  return /\p{L}/u.test(words) ? words : null
}

/** An undecorated comment that opens the script is its title, not the heading of what comes next. */
const isTitle = (line: Line, lines: readonly Line[]): boolean =>
  lines.find(each => each.kind !== 'blank') === line && !/([^\s\p{L}\p{N}])\1/u.test(line.raw.replace(/^\s*;/, ''))

type Group = { lines: Line[]; purposes: Purpose[]; heading: string | null; asleep: boolean }

/** Whether a purpose may go on in a group that has `present`: the same aim, or something that only goes along. */
function goesWith(group: Group, purpose: Purpose, first: boolean): boolean {
  if (purpose === null || purpose === 'message') return true
  const named = group.purposes.filter((each): each is PassageKind | 'move' => each !== null && each !== 'message')
  if (named.length === 0) return true
  const strongest = named.reduce((a, b) => ((weight[b] ?? 0) > (weight[a] ?? 0) ? b : a))
  if (strongest === purpose) return true
  // A change of mode belongs to the moves around it, but for the modes that a script sets first of all.
  if (purpose === 'setup' && moves.includes(strongest)) return true
  if (strongest === 'setup' && !first && moves.includes(purpose)) return true
  return neighbours.some(each => each.includes(strongest) && each.includes(purpose))
}

const moves: readonly Purpose[] = ['purge-line', 'purge-spot', 'prime', 'retract', 'move']
const neighbours: readonly (readonly Purpose[])[] = [
  moves,
  ['heat', 'heat-wait'],
  ['setup', 'limits', 'fan'],
  ['cool-down', 'fan', 'motors-off'],
  ['probe', 'levelling'],
]

/** Passages in the order of their lines. Heading comments and blank lines part them; so does a change of purpose. */
export function passagesOf(lines: readonly Line[], trace: Trace, stage: Stage): Passage[] {
  const commandOfLine = new Map<number, number>()
  for (let i = 0; i < trace.rows.count; i++) commandOfLine.set(trace.rows.line[i] as number, i)
  const groups: Group[] = []
  const now: { open: Group | null } = { open: null }
  let headed: string | null = null
  const close = () => {
    if (now.open) groups.push(now.open)
    now.open = null
  }
  for (const line of lines) {
    if (line.kind === 'blank') {
      close()
      continue
    }
    const asleep = sleeping(line)
    const heading = headingOf(line)
    if (heading !== null) {
      if (now.open?.lines.length) close()
      headed = isTitle(line, lines) ? null : heading
      continue
    }
    const read = line.kind === 'command' ? line : asleep
    if (!read) {
      if (line.kind === 'unreadable') close()
      continue
    }
    const command = commandOfLine.get(line.number)
    const purpose = purposeOf(read, asleep || command === undefined ? null : trace, command ?? -1, stage)
    const parts =
      now.open &&
      (now.open.asleep !== Boolean(asleep) || (!now.open.heading && !goesWith(now.open, purpose, groups.length === 0)))
    if (parts || headed) close()
    now.open ??= { lines: [], purposes: [], heading: headed, asleep: Boolean(asleep) }
    headed = null
    now.open.lines.push(line)
    now.open.purposes.push(purpose)
  }
  close()
  return groups.map(group => toPassage(group, trace, commandOfLine, stage))
}

function toPassage(group: Group, trace: Trace, commandOfLine: Map<number, number>, stage: Stage): Passage {
  const firstLine = group.lines[0]?.number ?? 1
  const lastLine = group.lines.at(-1)?.number ?? firstLine
  const kind = kindOf(group.purposes, stage)
  const commands = group.lines.map(line => commandOfLine.get(line.number)).filter(each => each !== undefined)
  const startS = trace.rows.start[commands[0] ?? -1] ?? 0
  const endS = trace.rows.end[commands.at(-1) ?? -1] ?? startS
  return { kind, title: group.heading ?? kindTitles[kind], firstLine, lastLine, enabled: !group.asleep, startS, endS }
}

function kindOf(purposes: readonly Purpose[], stage: Stage): PassageKind {
  const strongest = purposes.reduce<Purpose>(
    (a, b) => ((weight[b ?? ''] ?? -1) > (weight[a ?? ''] ?? -1) ? b : a),
    null,
  )
  if (strongest === 'move') return stage.moment === 'end' ? 'park' : 'other'
  return strongest ?? 'other'
}
