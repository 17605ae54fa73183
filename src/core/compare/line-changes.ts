// Describes changes between the lines of two passages as a person would: “nozzle 200 → 215 °C”, “purge line speed 1000
// → 600 mm/min”.
import { diffArrays } from 'diff'
import { heaterOf } from '../effects/heating.ts'
import { type Effect, type FirmwareFamily, specOf, type Unit, unitOf } from '../firmware/spec.ts'
import { plain } from '../format.ts'
import { type Command, type Key, type Line, letterOf, textOf, type Word, wordOf } from '../gcode/line.ts'
import { readLine } from '../gcode/read.ts'

/** A command, its line without comments, and whether it is commented out. */
type Sent = { text: string; command: Command; isComment: boolean }

/** The name of the passage with the lines, and whether a change of its filament is already mentioned. */
export type Within = {
  noun: string
  firmware: FirmwareFamily
  amountTold: boolean
  /** Every command of both scripts: a command in both was at most moved to a different passage. */
  all: { left: Counts; right: Counts }
}

/** How often each command occurs in a script, including commented-out ones. */
export type Counts = ReadonlyMap<string, number>

const keyOf = ({ text, isComment }: Sent): string => (isComment ? `;${text}` : text)

export function commandCounts(lines: readonly Line[]): Counts {
  const counts = new Map<string, number>()
  for (const sent of sentIn(lines)) counts.set(keyOf(sent), (counts.get(keyOf(sent)) ?? 0) + 1)
  return counts
}

/** Limit for a quoted line, in characters. */
const longest = 48

/** Beyond this limit, changes in one passage are summarised. */
const max = 3

/** A command after a single `;`, as people comment out lines. */
const commentSign = /^\s*;\s?(?=[A-Za-z]+\d|[A-Z_]{3,}(?:\s|$))/

function sentIn(lines: readonly Line[]): Sent[] {
  return lines.flatMap((line): Sent[] => {
    const bare = (from: Line) =>
      from.pieces.flatMap(piece => (piece.kind === 'comment' || piece.kind === 'space' ? [] : [piece.text])).join(' ')
    if (line.command) return [{ text: bare(line), command: line.command, isComment: false }]
    if (line.kind !== 'comment' || !commentSign.test(line.raw)) return []
    const command = readLine(line.raw.replace(commentSign, ''))
    return command.command ? [{ text: bare(command), command: command.command, isComment: true }] : []
  })
}

const quoted = (text: string): string => `“${text.length > longest ? `${text.slice(0, longest - 1)}…` : text}”`

/** The changes between the lines of two matched passages, in order. */
export function lineChanges(left: readonly Line[], right: readonly Line[], within: Within): string[] {
  const inGaps: string[] = []
  const moved = new Map<string, string[]>()
  let gone: Sent[] = []
  const settle = (come: readonly Sent[]) => {
    for (const change of changesInGap(gone, come, within, moved)) inGaps.push(change)
    gone = []
  }
  const same = (a: Sent, b: Sent) => a.text === b.text && a.isComment === b.isComment
  for (const part of diffArrays(sentIn(left), sentIn(right), { comparator: same })) {
    if (part.removed) gone = part.value
    else settle(part.added ? part.value : [])
  }
  settle([])
  const places = [...moved].map(([what, steps]) => `${what} ${steps.length === 1 ? steps[0] : shared(steps)}`.trim())
  const all = [...(places.length ? [`${within.noun} ${places.join(', ')}`] : []), ...inGaps]
  return all.length > max ? [...all.slice(0, max), `${all.length - max} more changes in the ${within.noun}`] : all
}

/** Merges several changes of one letter: all equal, all by the same difference, or just different. */
function shared(steps: readonly string[]): string {
  const [only = ''] = steps
  if (steps.every(step => step === only)) return only
  const by = steps.map(step => {
    const [from = 0, to = 0] = step.split(' → ').map(each => Number.parseFloat(each))
    return to - from
  })
  const [first = 0] = by
  const unit = / \S+$/.exec(only)?.[0] ?? ''
  return by.every(each => Math.abs(each - first) < 0.001)
    ? `${first < 0 ? '−' : '+'}${plain(Math.abs(first))}${unit}`
    : `changed in ${steps.length} lines`
}

/** The changes in one gap: changed lines, removed lines and added lines. */
function changesInGap(
  gone: readonly Sent[],
  come: readonly Sent[],
  within: Within,
  moved: Map<string, string[]>,
): string[] {
  const left = new Set(come)
  const pairs = gone.map(before => {
    const after = [...left].find(each => subjectOf(each, within) === subjectOf(before, within))
    if (after) left.delete(after)
    return { before, after }
  })
  const { left: before, right: after } = within.all
  const changes = pairs.flatMap(pair => {
    if (pair.after) return changeOf(pair.before, pair.after, within, moved)
    return pair.before.isComment ? [] : lost(pair.before.text, before, after, 'no', 'commented out')
  })
  for (const each of left) if (!each.isComment) changes.push(...lost(each.text, after, before, 'with', 'put back'))
  return changes
}

/** A command on one side only; empty if both scripts have it equally often. */
function lost(text: string, here: Counts, there: Counts, word: string, commented: string): string[] {
  if ((here.get(text) ?? 0) <= (there.get(text) ?? 0)) return []
  const nowComment = (there.get(`;${text}`) ?? 0) > (here.get(`;${text}`) ?? 0)
  return [nowComment ? `${quoted(text)} ${commented}` : `${word} ${quoted(text)}`]
}

const effectIn = ({ command }: Sent, { firmware }: Within): Effect | undefined => specOf(firmware, command)?.effect

/** The subject of a command: `M109` and `M104` are about the same thing. */
function subjectOf(sent: Sent, within: Within): string {
  const { command } = sent
  const effect = effectIn(sent, within)
  if (!effect) return command.name
  switch (effect.does) {
    case 'heat':
      return `heat ${heaterOf(command, effect)} ${effect.tool === null ? '' : (wordOf(command, effect.tool)?.text ?? '')}`
    case 'fan':
      return `fan ${wordOf(command, 'P')?.text ?? ''}`
    case 'nothing-shown':
    case 'opaque':
    case 'macro':
    case 'limits':
      return command.name
    default:
      return effect.does
  }
}

function changeOf(before: Sent, after: Sent, within: Within, moved: Map<string, string[]>): string[] {
  if (before.text === after.text) return [`${quoted(after.text)} ${after.isComment ? 'commented out' : 'put back'}`]
  if (before.isComment || after.isComment)
    return after.isComment ? [`no ${quoted(before.text)}`] : [`with ${quoted(after.text)}`]
  const [one, other] = [effectIn(before, within), effectIn(after, within)]
  const whole = [`${quoted(before.text)} → ${quoted(after.text)}`]
  if (!one || !other) return letterChanges(before, after, within, '') ?? whole
  if (one.does === 'heat' && other.does === 'heat') return heatChange(before, one, after, other) ?? whole
  if (one.does === 'tool-heat' && other.does === 'tool-heat') return toolHeatChange(before, after, one) ?? whole
  if (one.does === 'fan' && other.does === 'fan') {
    const share = ({ command }: Sent, effect: typeof one) =>
      effect.on ? (saidAt(command, effect.speed, ' %', 100 / effect.full) ?? '100 %') : '0 %'
    const [from, to] = [share(before, one), share(after, other)]
    return from === to ? whole : [`fan ${step(from, to)}`]
  }
  if (one.does === 'extrusion-mode' && other.does === 'extrusion-mode')
    return [`extrusion ${one.extrusion} → ${other.extrusion}`]
  if (one.does === 'positioning' && other.does === 'positioning')
    return [`positions ${one.positioning} → ${other.positioning}`]
  if (one.does === 'units' && other.does === 'units') return [`units ${one.units} → ${other.units}`]
  if (one.does === 'tool' && other.does === 'tool') return [`tool ${before.text} → ${after.text}`]
  if (one.does === 'dwell' && other.does === 'dwell') {
    const seconds = ({ command }: Sent, { seconds: s, milliseconds: ms }: typeof one) =>
      (s === null ? null : saidAt(command, s, ' s')) ??
      (ms === null ? null : saidAt(command, ms, ' s', 1 / 1000)) ??
      '0 s'
    return [`dwell ${step(seconds(before, one), seconds(after, other))}`]
  }
  if (one.does === 'message' && other.does === 'message' && before.command.message && after.command.message)
    return [`message ${quoted(before.command.message.trim())} → ${quoted(after.command.message.trim())}`]
  if (one.does === 'move' && other.does === 'move' && before.command.name === after.command.name)
    return moveChange(before, after, within, moved)
  if (before.command.name !== after.command.name) return whole
  const sensor = textOf(before.command, 'SENSOR')
  if (one.does === 'wait-for-heaters' && sensor && sensor === textOf(after.command, 'SENSOR'))
    return (
      letterChanges(
        before,
        after,
        within,
        /^extruder/i.test(sensor) ? 'nozzle' : /bed/i.test(sensor) ? 'bed' : sensor,
      ) ?? whole
    )
  if (one.does === 'limits' || one.does === 'move-acceleration')
    return (
      letterChanges(
        before,
        after,
        within,
        one.does === 'limits' && one.of === 'speed' ? 'highest speed' : 'acceleration',
      ) ?? whole
    )
  if (one.does === 'feed-override') return letterChanges(before, after, within, 'speed override') ?? whole
  if (one.does === 'flow-override') return letterChanges(before, after, within, 'flow override') ?? whole
  return letterChanges(before, after, within, '') ?? whole
}

type Lettered = Word | Key

const lettersOf = ({ command }: Sent): Lettered[] => [...command.words, ...command.keys]

/** A letter's value, with its unit for numbers. */
function written(piece: Lettered, unit: string, by = 1): string {
  const text = piece.kind === 'key' ? piece.value : (piece.formula ?? piece.quoted ?? piece.text.slice(1).trim())
  const number = text === '' ? Number.NaN : Number(text)
  return Number.isFinite(number) ? `${plain(number * by, unit === ' %' ? 0 : 2)}${unit}` : text
}

function saidAt(command: Command, letter: string, unit: string, by = 1): string | null {
  const piece = [...command.words, ...command.keys].find(each => letterOf(each) === letter)
  return piece ? written(piece, unit, by) : null
}

/** `200 → 215 °C`; if one of the two is not a number, each has its own unit. */
function step(from: string, to: string): string {
  const [, a, unit] = /^(-?[\d.,]+)( \S+)?$/.exec(from) ?? []
  return a !== undefined && unit && to.endsWith(unit) && /^-?[\d.,]+ /.test(to) ? `${a} → ${to}` : `${from} → ${to}`
}

/** The only letter that differs between two commands with the same name; null if several differ. */
function letterChanges(before: Sent, after: Sent, within: Within, noun: string): string[] | null {
  const [left, right] = [lettersOf(before), lettersOf(after)]
  if (before.command.name !== after.command.name || before.command.message !== after.command.message) return null
  const same =
    left.length === right.length && left.every((piece, i) => letterOf(piece) === letterOf(right[i] as Lettered))
  if (!same) return null
  return left.flatMap((piece, i) => {
    const other = right[i] as Lettered
    if (piece.text.trim() === other.text.trim()) return []
    const unit = unitText(unitOf(specOf(within.firmware, before.command), piece))
    const what = noun || `${before.command.name} ${letterOf(piece)}`
    return [`${what} ${step(written(piece, unit), written(other, unit))}`]
  })
}

const unitText = (unit: Unit | null): string =>
  unit === null || ['number', 'switch', 'text', 'of 1', 'of 255'].includes(unit) ? '' : ` ${unit}`

type Heat = Extract<Effect, { does: 'heat' }>

function heatChange(before: Sent, one: Heat, after: Sent, other: Heat): string[] | null {
  const tool = one.tool === null ? undefined : wordOf(before.command, one.tool)
  const heater = `${heaterOf(before.command, one)}${tool?.value != null ? ` of T${tool.value}` : ''}`
  const target = ({ command }: Sent, { targets, coolingToo }: Heat) =>
    [...coolingToo, ...targets].find(each => saidAt(command, each, '') !== null)
  const [from, to] = [target(before, one), target(after, other)]
  const changes: string[] = []
  const cools = (letter: string | undefined, { both, coolingToo }: Heat) =>
    both || (letter !== undefined && coolingToo.includes(letter))
  if (one.wait !== other.wait) changes.push(`${other.wait ? 'waits' : 'no longer waits'} for the ${heater}`)
  else if (one.wait && cools(from, one) !== cools(to, other))
    changes.push(`${cools(to, other) ? 'waits' : 'no longer waits'} for the ${heater} to cool too`)
  const [a, b] = [from && saidAt(before.command, from, ' °C'), to && saidAt(after.command, to, ' °C')]
  if (a && b && a !== b) changes.push(`${heater} ${step(a, b)}`)
  if (one.standby && other.standby) {
    const [held, holds] = [saidAt(before.command, one.standby, ' °C'), saidAt(after.command, other.standby, ' °C')]
    if (held && holds && held !== holds) changes.push(`${heater} standing by ${step(held, holds)}`)
  }
  return changes.length > 0 ? changes : null
}

/** Changes of one tool's active and standby temperatures. */
function toolHeatChange(
  before: Sent,
  after: Sent,
  { tool, active, standby }: Extract<Effect, { does: 'tool-heat' }>,
): string[] | null {
  if (saidAt(before.command, tool, '') !== saidAt(after.command, tool, '')) return null
  const changes = [
    ['nozzle', active],
    ['nozzle standing by', standby],
  ].flatMap(([what, letter = '']) => {
    const [a, b] = [saidAt(before.command, letter, ' °C'), saidAt(after.command, letter, ' °C')]
    return a !== null && b !== null && a !== b ? [`${what} ${step(a, b)}`] : []
  })
  return changes.length > 0 ? changes : null
}

/** Names of the letters of moves. */
const moveLetters: Readonly<Record<string, { what: string; unit: string }>> = {
  X: { what: 'X', unit: ' mm' },
  Y: { what: 'Y', unit: ' mm' },
  Z: { what: 'height', unit: ' mm' },
  E: { what: 'E', unit: ' mm' },
  F: { what: 'speed', unit: ' mm/min' },
}

/**
 * Changes of coordinates are collected, so that a shifted passage is described once; other changes are described
 * directly.
 */
function moveChange(before: Sent, after: Sent, { noun, amountTold }: Within, moved: Map<string, string[]>): string[] {
  const changes: string[] = []
  const letters = new Set([...lettersOf(before), ...lettersOf(after)].map(letterOf))
  for (const letter of letters) {
    const { what, unit } = moveLetters[letter] ?? { what: letter, unit: '' }
    const [a, b] = [saidAt(before.command, letter, unit), saidAt(after.command, letter, unit)]
    if (a === b || (letter === 'E' && amountTold)) continue
    if (a !== null && b !== null) {
      const pulled = letter === 'E' && noun === 'retraction'
      const text = step(pulled ? a.replace('-', '') : a, pulled ? b.replace('-', '') : b)
      moved.set(pulled ? '' : what, [...(moved.get(pulled ? '' : what) ?? []), text])
    } else
      changes.push(
        `${noun} ${a === null ? 'with' : 'without'} ${wordOf((a === null ? after : before).command, letter)?.text.trim()}`,
      )
  }
  return changes
}
