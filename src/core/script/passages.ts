// Finds passages: consecutive lines with one purpose, recognised by their commands and by people's headings.
import type { Line } from '../gcode/line.ts'
import { commentedOutCommand } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import type { Trace } from '../machine/trace.ts'
import { momentFacts } from '../model/moment.ts'
import { headingOf } from './headings.ts'
import { type Marker, madePassages, readMarker, type Values } from './makers/maker.ts'
import { makerNamed } from './makers/makers.ts'
import {
  goesWith,
  heavier,
  isMove,
  kindOf,
  type PassageKind,
  type Purpose,
  purposeOf,
  purposeOfCall,
  titleOf,
} from './purposes.ts'
import { type RefrainMark, readRefrain } from './refrain-marks.ts'

export type { PassageKind } from './purposes.ts'

export type Passage = {
  kind: PassageKind
  /** The person's heading if there is one, otherwise our name for the kind. */
  title: string
  /** The first line of its heading comments; null without any. */
  headingLine: number | null
  /** Its first and last command, including commented-out ones. */
  firstLine: number
  lastLine: number
  /** False if all its commands are commented out. */
  enabled: boolean
  startS: number
  endS: number
  /** Filament extruded in it, mm. */
  extrudedMm: number
  /** The maker that made it, if any; then its marker is the heading line. */
  made: MadeBy | null
  /** Its parts if it has several purposes; one level deep. */
  parts: Passage[]
  /** For a line that calls a macro or a file: the passages of what ran, all at this line. */
  ran: Passage[]
}

/** Cache by a line's pieces, which lines with the same text share. */
const knownDecorated = new WeakMap<Line['pieces'], boolean>()

/** Whether a comment has a row of decoration characters, as in `;====` or `; --- x ---`. */
function decorated({ pieces, raw }: Line): boolean {
  const known = knownDecorated.get(pieces)
  if (known !== undefined) return known
  const found = /([^\s\p{L}\p{N}.])\1/u.test(raw.replace(/^\s*;/, ''))
  knownDecorated.set(pieces, found)
  return found
}

/**
 * A decorated heading covers everything up to a blank line, whatever the purposes. A boxed heading, with a rule above
 * or below its words, covers everything up to the next boxed heading.
 */
type Heading = {
  title: string
  line: number
  section: boolean
  boxed: boolean
  made: MadeBy | null
  /** A refrain's name takes precedence over headings in it. */
  refrain?: true
}

/** The maker of a passage, the parameters in its marker, and the line of its closing marker; null without one. */
export type MadeBy = { maker: string; values: Values; endLine: number | null }

/**
 * The heading in a run of comment lines: its last decorated line with words, or a line with words next to a rule,
 * otherwise its last short line or its first line with words. Null for the script's title, and without words.
 */
function headingIn(comments: readonly Line[], opensScript: boolean): Heading | null {
  const worded = comments.filter(line => headingOf(line) !== null)
  const first = comments[0]
  const section = comments.some(decorated)
  if (!first || !worded[0] || (opensScript && !section)) return null
  const chosen = worded.findLast(decorated) ?? headingAmong(worded) ?? worded[0]
  const boxed = comments.some(line => decorated(line) && headingOf(line) === null)
  return { title: headingOf(chosen) ?? '', line: first.number, section, boxed, made: null }
}

/**
 * A heading is short and not a sentence. Of several, the one directly above its lines, if it is written like the first.
 */
function headingAmong(worded: readonly Line[]): Line | undefined {
  const capital = (line: Line | undefined) => /^[^\p{L}]*\p{Lu}/u.test(headingOf(line as Line) ?? '')
  return worded.findLast(line => {
    const words = headingOf(line) ?? ''
    return words.split(/\s+/).length <= 6 && !/[.!?;]$|, /.test(words) && capital(line) === capital(worded[0])
  })
}

type Group = { lines: Line[]; purposes: Purpose[]; strongest: Purpose; heading: Heading | null; commentedOut: boolean }
type Section = { heading: Heading | null; groups: Group[] }

/** Groups lines by purpose, and groups by the decorated headings above them. */
class Sorter {
  readonly sections: Section[] = []
  private group: Group | null = null
  private comments: Line[] = []
  private heading: Heading | null = null
  private anyCommand = false
  /** Whether no group of a start script has been closed yet. */
  private first: boolean
  private opened = false

  /** For each marker that starts a made passage, the line of its end marker. */
  constructor(
    private readonly ends: ReadonlyMap<number, number>,
    isStart: boolean,
  ) {
    this.first = isStart
  }

  /** A comment that is not a commented-out command: it may be a heading. */
  comment(line: Line): void {
    this.closeGroup()
    this.comments.push(line)
  }

  /** A blank line ends a group and a run of comments. */
  blank(): void {
    this.closeGroup()
    if (!this.sections.at(-1)?.heading?.boxed) this.sections.push({ heading: null, groups: [] })
    this.endComments()
  }

  /** A marker line starts or ends a made passage, which is a section of its own. */
  marker(line: Line, marker: Marker): void {
    this.closeGroup()
    this.endComments()
    this.heading = null
    if (marker.kind === 'end') this.sections.push({ heading: null, groups: [] })
    else {
      const { name, values } = marker
      const title = makerNamed(name)?.title ?? name
      this.heading = {
        title,
        line: line.number,
        section: true,
        boxed: true,
        made: { maker: name, values, endLine: this.ends.get(line.number) ?? null },
      }
    }
  }

  /** A refrain is a section with the refrain's name. */
  refrain(line: Line, { kind, name }: RefrainMark): void {
    this.closeGroup()
    this.endComments()
    this.heading = null
    if (kind === 'end') this.sections.push({ heading: null, groups: [] })
    else this.heading = { title: name, line: line.number, section: true, boxed: true, made: null, refrain: true }
  }

  command(line: Line, purpose: Purpose, commentedOut: boolean): void {
    this.endComments()
    this.anyCommand = true
    // A plain heading reaches to a blank line or the next heading; within a section it names only its own run. The
    // lines below it are divided by purpose.
    if (this.heading && (this.heading.section || !this.sections.at(-1)?.heading?.section)) {
      this.closeGroup()
      this.sections.push({ heading: this.heading, groups: [] })
      this.heading = null
    }
    const now = this.group
    const loose =
      now && !now.heading && !goesWith(now.strongest, purpose, this.first) ? this.takeLoose(now, purpose) : []
    if (now && (now.commentedOut !== commentedOut || (!now.heading && !goesWith(now.strongest, purpose, this.first))))
      this.closeGroup()
    this.group ??= {
      lines: loose,
      purposes: loose.map(() => null),
      strongest: null,
      heading: this.heading,
      commentedOut,
    }
    this.heading = null
    this.group.lines.push(line)
    this.group.purposes.push(purpose)
    if (purpose !== 'message') this.group.strongest = heavier(this.group.strongest, purpose)
  }

  /** Lines at the end of a run that belong to the moves after it: a filament reset, a mode. */
  private takeLoose(group: Group, next: Purpose): Line[] {
    if (!isMove(next) && next !== 'setup') return []
    let from = group.lines.length
    while (from > 1 && (group.purposes[from - 1] === null || group.purposes[from - 1] === 'setup')) from--
    group.purposes.splice(from)
    return group.lines.splice(from)
  }

  closeGroup(): void {
    if (!this.group) return
    this.first = false
    const section = this.sections.at(-1)
    if (section?.heading) section.groups.push(this.group)
    else this.sections.push({ heading: null, groups: [this.group] })
    this.group = null
  }

  private endComments(): void {
    if (this.comments.length === 0) return
    const heading = headingIn(this.comments, !this.anyCommand && !this.opened)
    this.opened = true
    if (heading && !this.heading?.refrain) this.heading = heading
    this.comments = []
  }
}

/** The passages in order. Headings and blank lines separate them, and so does a change of purpose. */
export function passagesOf(lines: readonly Line[], trace: Trace, stage: Stage): Passage[] {
  // A line that calls a macro has a row for each command that ran, consecutively.
  const rowsOfLine: (Rows | undefined)[] = []
  for (let i = 0; i < trace.rows.count; i++) {
    const line = trace.rows.line[i] as number
    const before = rowsOfLine[line]
    if (before) before.last = i
    else rowsOfLine[line] = { first: i, last: i }
  }
  const sorter = new Sorter(
    new Map(madePassages(lines).made.map(({ firstLine, lastLine }) => [firstLine, lastLine])),
    momentFacts[stage.moment].runs === 'before',
  )
  for (const line of lines) {
    const commentedOut = commentedOutCommand(line)
    const read = line.kind === 'command' ? line : commentedOut
    if (line.kind === 'blank') sorter.blank()
    else if (read) {
      const rows = rowsOfLine[line.number]
      const command = rows?.last ?? -1
      const calls = rows && rows.last > rows.first && isCall(read, trace, rows.first, stage)
      const purpose = calls
        ? purposeOfCall(read.raw, trace, rows.first, rows.last, stage)
        : purposeOf(read, command < 0 ? null : trace, command, stage)
      sorter.command(line, purpose, commentedOut !== null)
    } else if (line.kind === 'comment') sorter.comment(line)
    else if (line.kind === 'mark') {
      const marker = readMarker(line)
      const refrain = readRefrain(line)
      if (marker) sorter.marker(line, marker)
      else if (refrain) sorter.refrain(line, refrain)
    } else if (line.kind === 'unreadable') sorter.closeGroup()
  }
  sorter.closeGroup()

  return passagesFrom(sorter, rowsOfLine, trace, stage).map(passage =>
    withRan(passage, rowsOfLine, trace, stage, lines),
  )
}

/** Turns sections into passages; `rowsOf` are the rows of each line. */
function passagesFrom(sorter: Sorter, rowsOf: readonly (Rows | undefined)[], trace: Trace, stage: Stage): Passage[] {
  const toPassage = (groups: readonly Group[], heading: Heading | null): Passage => {
    const all = joined(groups, ({ lines }) => lines)
    const awake = groups.filter(group => !group.commentedOut)
    const rows: Rows[] = []
    for (const { number } of all) {
      const ran = rowsOf[number]
      // In an open config or macro file, what a call runs has its own lines and time.
      if (ran && !(stage.opened && all.length > 1 && isCallRow(trace, ran.first, stage))) rows.push(ran)
    }
    const startS = trace.rows.start[rows[0]?.first ?? -1] ?? 0
    const endS = trace.rows.end[rows.at(-1)?.last ?? -1] ?? startS
    const parts = groups.length > 1 ? groups.map(group => toPassage([group], group.heading)) : []
    // The purpose with more than half of the time gives the whole its kind, otherwise the strongest purpose.
    const purposes = joined(awake.length ? awake : groups, group => group.purposes)
    // Heating at the start of a purge belongs to the purge, however long it takes.
    const purges = purposes.some(purpose => purpose === 'purge-line' || purpose === 'purge-spot')
    const longest = parts.find(
      part => part.enabled && part.endS - part.startS > (endS - startS) / 2 && !(purges && heats.includes(part.kind)),
    )
    const kind = longest?.kind ?? kindOf(purposes, stage)
    return {
      kind,
      title: heading?.title ?? titleOf(purposes, kind),
      headingLine: heading?.line ?? null,
      firstLine: all[0]?.number ?? 1,
      lastLine: all.at(-1)?.number ?? 1,
      enabled: awake.length > 0,
      startS,
      endS,
      extrudedMm: extrudedBy(trace, rows),
      made: heading?.made ?? null,
      parts,
      ran: [],
    }
  }
  return sorter.sections
    .filter(({ groups }) => groups.length > 0)
    .map(({ groups, heading }) => toPassage(groups, heading ?? groups[0]?.heading ?? null))
}

/** Limit of passages for one line; beyond it only the whole is reported. */
const maxRan = 2000

/** A passage with a call among its lines, with the passages of what ran. */
function withRan(
  passage: Passage,
  rowsOf: readonly (Rows | undefined)[],
  trace: Trace,
  stage: Stage,
  lines: readonly Line[],
): Passage {
  if (passage.parts.length > 0)
    return { ...passage, parts: passage.parts.map(part => withRan(part, rowsOf, trace, stage, lines)) }
  const own = lines.slice(passage.firstLine - 1, passage.lastLine).filter(({ number }) => rowsOf[number])
  const calls = (line: Line) => {
    const rows = rowsOf[line.number]
    return rows !== undefined && rows.last > rows.first && isCall(line, trace, rows.first, stage)
  }
  if (!own.some(calls)) return passage
  const sorter = new Sorter(new Map(), momentFacts[stage.moment].runs === 'before')
  // Each command that ran is treated as a line, identified by its row.
  const ownRows: (Rows | undefined)[] = []
  let count = 0
  for (const line of own) {
    const rows = rowsOf[line.number]
    for (let row = rows?.first ?? 0; row <= (rows?.last ?? -1); row++) {
      const command = trace.ran?.[row]?.command
      if (!command || stage.macros?.has(command.name)) continue
      if (++count > maxRan) return passage
      const made: Line = { ...line, number: row, kind: 'command', command, more: [] }
      ownRows[row] = { first: row, last: row }
      sorter.command(made, purposeOf(made, trace, row, stage), false)
    }
  }
  sorter.closeGroup()
  const lineOf = (row: number) => trace.rows.line[row] as number
  const ran = passagesFrom(sorter, ownRows, trace, stage).map(each => ({
    ...each,
    firstLine: lineOf(each.firstLine),
    lastLine: lineOf(each.lastLine),
    parts: [],
  }))
  return { ...passage, ran }
}

/** Concatenates the lists of several groups; most passages have one group only. */
function joined<T>(groups: readonly Group[], listOf: (group: Group) => readonly T[]): readonly T[] {
  if (groups[0] && groups.length === 1) return listOf(groups[0])
  const all: T[] = []
  for (const group of groups) for (const each of listOf(group)) all.push(each)
  return all
}

const isCallRow = (trace: Trace, row: number, { macros }: Stage): boolean =>
  macros?.has(trace.ran?.[row]?.command.name ?? '') === true

/** Whether a line calls a macro or a file whose commands ran for it. */
const isCall = (line: Line, trace: Trace, row: number, { macros }: Stage): boolean =>
  line.command !== null && (macros?.has(line.command.name) === true || trace.byFile.has(row))

const heats: readonly PassageKind[] = ['heat', 'heat-wait', 'soak']

type Rows = { first: number; last: number }

/** Filament extruded by the commands in these rows, mm. */
function extrudedBy(trace: Trace, ranges: readonly Rows[]): number {
  let extruded = 0
  for (const { first: from, last } of ranges) {
    const first = trace.rows.firstStep[from] as number
    const next = last + 1 < trace.rows.count ? (trace.rows.firstStep[last + 1] as number) : trace.steps.count
    for (let i = first; i < next; i++) extruded += Math.max(0, trace.steps.filament[i] as number)
  }
  return extruded
}
