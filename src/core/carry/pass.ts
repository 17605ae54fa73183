// Carries one path through a script: each command is rewritten for the target in the state that the previous lines
// leave it in.
import { stateName } from '../effects/save-state.ts'
import type { Does } from '../firmware/effect.ts'
import { effectOf, specOf } from '../firmware/spec.ts'
import { addressOf } from '../firmware/tools.ts'
import { type Command, hasLetter, type Line, numberOf } from '../gcode/line.ts'
import { readLine } from '../gcode/read.ts'
import type { Modes, Position } from '../machine/state.ts'
import { lastModes, modesAfter, modesBefore, stepsOfCommand } from '../machine/trace.ts'
import { momentFacts } from '../model/moment.ts'
import { axes, retractionOf } from '../model/printer.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { sourceOf } from '../script/edits/ways.ts'
import { outcomeOf, type Part } from './line-text.ts'
import { Moves } from './moves.ts'
import type { Addition, Outcome } from './outcomes.ts'
import type { Questions } from './questions.ts'
import { sayOther, unknownCommand } from './rewrite.ts'
import { changed, leftOut, type Ran, type Rewritten, refused, same, sayOr } from './rewritten.ts'
import { type Side, toolThere } from './sides.ts'
import { PlaceMap } from './spots.ts'
import { There } from './target-state.ts'
import { takenAsItIs } from './unchanged.ts'

export class Pass {
  readonly additions: Addition[] = []
  private readonly parts = new Map<number, Part[]>()
  private readonly places: PlaceMap
  readonly there: There
  private readonly moves: Moves
  private readonly saved = new Map<string, { modes: Modes; position: Position }>()
  /** The line after which source and target count filament differently; null if they do not. */
  private countsApart: number | null = null
  private levellingApart: number | null = null
  private lastHome: number | null = null
  /** Whether an alignment was left out together with the homing of Z that depends on it. */
  private alignLeft = false

  constructor(
    private readonly way: Rehearsed,
    private readonly from: Side,
    private readonly to: Side,
    private readonly questions: Questions,
    private readonly sameMachine: boolean,
    /** The target's state at the start; by default the moment's own. */
    there: There = new There(to),
  ) {
    this.places = new PlaceMap(way, from, to, questions)
    this.there = there
    this.moves = new Moves(way, from, to, this.there, this.places, questions, mode => this.countAs(mode))
  }

  get held(): ReadonlySet<number> {
    return this.moves.held
  }

  run(): void {
    const { commands, trace } = this.way
    const runs = new Map<string, number>()
    for (let row = 0; row < trace.rows.count; row++) {
      const source = sourceOf(this.way, row)
      if (!source) continue
      const { command, which } = commands[row] as Rehearsed['commands'][number]
      const key = `${source.line.number} ${which}`
      const before = runs.get(key) ?? 0
      runs.set(key, before + 1)
      // Repeated lines of a loop are followed only so often.
      if (before >= maxAgain) continue
      const part = this.part(row, source.line, source.command, command)
      // A repeated line keeps its first outcome.
      if (before === 0) this.parts.set(source.line.number, [...(this.parts.get(source.line.number) ?? []), part])
    }
    this.atTheEnd()
  }

  /** The target ends in the same extrusion mode as the source. */
  private atTheEnd(): void {
    const last = this.way.lines.length
    const end = lastModes(this.way.trace)
    if (momentFacts[this.way.stage.moment].runs !== 'before') return
    if (this.countsApart !== null && end.extrusion !== this.there.extrusion) this.countAs(end.extrusion)
    if (end.levelling === 'on' && this.there.levelling === 'off' && this.lastHome !== null) {
      const { printer, family } = this.to
      const text = printer.storedMesh || this.there.homed.z ? family.phrases.loadMesh(null) : null
      if (text !== null && (printer.storedMesh || printer.probe))
        this.additions.push({
          after: this.levellingApart ?? this.lastHome ?? last,
          rank: 'levelling',
          lines: [text],
          why: `Homing turns levelling off on ${printer.name}.`,
        })
    }
  }

  /** Restores the script's extrusion mode where it began to differ. */
  private countAs(mode: Modes['extrusion']): void {
    if (this.there.extrusion === mode || this.countsApart === null) return
    const why =
      mode === 'relative' ? 'G90 also sets absolute extrusion there.' : 'G91 also sets relative extrusion there.'
    this.additions.push({
      after: this.countsApart,
      rank: 'counting',
      lines: [this.to.family.phrases.countFilament(mode)],
      why: this.there.extrusion === 'absolute' ? why : 'The extrusion mode is still the previous one there.',
    })
    this.there.extrusion = mode
    this.countsApart = null
  }

  private part(row: number, line: Line, own: Command, command: Command): Part {
    const effect = effectOf(this.from.family, own)
    const unknown: Part = { said: unknownCommand({ own, from: this.from, to: this.to }), own, edits: null, why: '' }
    if (!effect) {
      const there = specOf(this.to.family, own)
      return there?.taught && takenAsItIs(own, { ...this.from, family: this.to.family }, this.to)
        ? { ...unknown, said: same }
        : unknown
    }
    const spec = specOf(this.from.family, own)
    const before = modesBefore(this.way.trace, row)
    const ran: Ran = {
      line,
      own,
      command,
      effect,
      row,
      before,
      after: modesAfter(this.way.trace, row),
      way: this.way,
      from: this.from,
      to: this.to,
      sameMachine: this.sameMachine,
      there: this.there,
      questions: this.questions,
    }
    const plainPart = (said: Rewritten): Part => ({ said, own, edits: null, why: '' })
    if (spec?.taught && !takenAsItIs(own, this.from, this.to))
      return plainPart(
        refused(`${own.name} was taught for ${this.from.printer.name}, and is not known on ${this.to.printer.name}.`),
      )
    if (effect.does === 'move' || effect.does === 'arc') return this.moves.move(ran)
    if (this.toolGone(ran)) return plainPart(leftOut(`${this.to.printer.name} has no such tool.`))
    const other = this.counted(ran) ?? sayOther(ran)
    if (effect.does === 'align') this.alignLeft = other?.kind === 'left-out'
    if (effect.does === 'levelling' || effect.does === 'probe')
      if (other && other.kind !== 'left-out') this.there.levelling = ran.after.levelling
    return plainPart(other ?? same)
  }

  /** Whether the present command uses a tool that the target lacks. */
  private toolGone({ before, effect }: Ran): boolean {
    return byTool.includes(effect.does) && before.tool >= 0 && toolThere(this.to, before.tool) === null
  }

  /** Effects that depend on modes of counting and on the head's position. */
  private counted(ran: Ran): Rewritten | null {
    const { effect, own, command, from, to, there, before, after, line } = ran
    const { phrases } = to.family
    switch (effect.does) {
      case 'positioning': {
        const spec = effectOf(to.family, own)
        if (spec?.does === 'positioning' && spec.filamentToo) there.extrusion = spec.positioning
        if (there.extrusion !== after.extrusion) this.countsApart ??= line.number
        else this.countsApart = null
        return sayOr(phrases.positioning(effect.positioning), '', '')
      }
      case 'extrusion-mode':
        there.extrusion = effect.extrusion
        this.countsApart = null
        return sayOr(phrases.countFilament(effect.extrusion), '', '')
      case 'set-position':
        return this.named(ran)
      case 'home':
        return this.home(ran)
      case 'firmware-retract': {
        if (takenAsItIs(own, from, to)) return same
        const text = phrases.firmwareRetract(effect.back)
        if (text !== null) return changed([text], 'Written as its firmware expects it.')
        const mm = retractionOf(to.printer, toolThere(to, Math.max(0, before.tool)) ?? 0)
        return changed(this.filamentMove(effect.back ? -mm : mm), `${to.printer.name} has no firmware retraction.`)
      }
      case 'machine-places':
        return takenAsItIs(own, from, to) ? same : leftOut('Positions are written directly.')
      case 'save-state':
        if (takenAsItIs(own, from, to)) return same
        this.saved.set(stateName(command, effect.by), { modes: before, position: { ...there.position } })
        return leftOut(`The saved state is written out where it is restored.`)
      case 'restore-state':
        return takenAsItIs(own, from, to) ? this.follow(ran, same) : this.restored(ran)
      case 'park':
        return takenAsItIs(own, from, to) ? this.follow(ran, same) : this.expanded(ran)
      case 'flow':
        return takenAsItIs(own, from, to) ? same : leftOut('Decided for this job.')
      default:
        return null
    }
  }

  private filamentMove(mm: number): string[] {
    const { there, to } = this
    const { phrases } = to.family
    const f = (to.printer.tools[0]?.retractMmS ?? 30) * 60
    const e = there.extrusion === 'relative' ? mm : there.counter + mm
    there.counter += mm
    return [phrases.move({ e, f })]
  }

  /** `G92`: the same position gets the same name on the target; the numbers stay. */
  private named({ own, command, to, from }: Ran): Rewritten {
    const { there } = this
    const all = own.words.length === 0 && own.keys.length === 0
    for (const axis of axes) {
      const value = all ? 0 : numberOf(command, axis.toUpperCase())
      if (value === null) continue
      if (Number.isNaN(there.position[axis])) there.position[axis] = value + there.shift[axis]
      else there.shift[axis] = there.position[axis] - value
    }
    const filament = all ? 0 : numberOf(command, 'E')
    if (filament !== null) there.counter = filament
    if (takenAsItIs(own, from, to)) return same
    return filament === 0
      ? changed([to.family.phrases.zeroFilament()], 'Written as its firmware expects it.')
      : refused('Positions can’t be renamed there.')
  }

  private home(ran: Ran): Rewritten {
    const { own, to, from, there, line, after } = ran
    const wanted = axes.filter(axis => hasLetter(own, axis.toUpperCase()))
    const named = wanted.length ? wanted : axes
    if (this.alignLeft && named.length === 1 && named[0] === 'z') {
      this.alignLeft = false
      return leftOut('It homes Z again after the alignment, and the alignment is left out.')
    }
    const probesZ =
      to.printer.probe !== null &&
      named.includes('z') &&
      named.length < 3 &&
      !(there.homed.x && there.homed.y) &&
      !named.includes('x')
    const homed = probesZ ? axes : named
    for (const axis of homed) {
      there.homed[axis] = true
      there.position[axis] = to.printer.homing.at[axis]
    }
    this.lastHome = line.number
    this.takeTool(line.number)
    const spec = effectOf(to.family, own)
    if (spec?.does === 'home' && spec.turnsLevellingOff) {
      there.levelling = 'off'
      if (after.levelling === 'on') this.levellingApart = line.number
    }
    if (probesZ)
      return changed(
        [to.family.phrases.home(axes)],
        `${to.printer.name} homes Z with its probe, which must be above the bed: X and Y are homed first.`,
      )
    return takenAsItIs(own, from, to) ? same : changed([to.family.phrases.home(named)], 'It homes the same axes.')
  }

  /** Selects a tool once the axes are homed, if none is in use and the script selects none. */
  private takeTool(line: number): void {
    const { there, to, way } = this
    const takes = way.commands.some(({ command }) => effectOf(this.from.family, command)?.does === 'tool')
    if (there.toolTaken || takes) return
    const text = to.family.phrases.takeTool(addressOf(to.family, to.printer, way.stage.job.firstTool))
    if (text === null) return
    there.toolTaken = true
    this.additions.push({
      after: line,
      rank: 'tool',
      lines: [text],
      why: `${to.printer.name} has no tool in use when it begins.`,
    })
  }

  /** Keeps a line, and moves the target's head as the source's. */
  private follow(ran: Ran, said: Rewritten): Rewritten {
    const last = stepsOfCommand(this.way.trace, ran.row).at(-1)
    if (last) this.there.position = this.places.place(ran.row, last.to).to
    return said
  }

  /** Sets the positioning mode, and the extrusion mode if the target firmware sets both together. */
  private positioned(how: Modes['positioning']): string {
    const { family } = this.to
    const text = family.phrases.positioning(how)
    const effect = effectOf(family, readLine(text).command ?? nothing)
    if (effect?.does === 'positioning' && effect.filamentToo) this.there.extrusion = how
    return text
  }

  /** Writes out what a single command of the source firmware does, move by move. */
  private expanded(ran: Ran): Rewritten {
    const { there, to } = this
    const steps = stepsOfCommand(this.way.trace, ran.row)
    if (steps.length === 0) return leftOut('It moves nothing here.')
    const lines: string[] = []
    for (const step of steps) {
      if (step.filamentMm < 0) lines.push(...this.filamentMove(step.filamentMm))
      const target = this.places.place(ran.row, step.to).to
      const named = axes.filter(axis => step.from[axis] !== step.to[axis] && !Number.isNaN(target[axis]))
      if (named.length === 0) continue
      const f = Math.min(...named.map(axis => to.printer.highestSpeedMmS[axis])) * 30
      lines.push(
        to.family.phrases.move({
          ...Object.fromEntries(named.map(axis => [axis, rounded(target[axis] - there.shift[axis])])),
          f,
        }),
      )
      for (const axis of named) there.position[axis] = target[axis]
    }
    if (ran.effect.does === 'park' && ran.effect.waits) lines.push(to.family.phrases.pause(false))
    const { positioning } = to.family.phrases
    const away =
      ran.before.positioning === 'relative' ? [positioning('absolute'), ...lines, positioning('relative')] : lines
    return away.length
      ? changed(away, `${to.printer.name} has no such command: its moves are written out.`)
      : leftOut('It moves nothing here.')
  }

  /** Writes out a restored state: the modes that differ, and the way back if it moves back. */
  private restored(ran: Ran): Rewritten {
    const { effect, command, before, after, to } = ran
    const { phrases } = to.family
    if (effect.does !== 'restore-state') return same
    const saved = this.saved.get(stateName(command, effect.by))
    if (!saved) return leftOut('There is no saved state to restore.')
    const lines: string[] = []
    const moves = stepsOfCommand(this.way.trace, ran.row).some(
      ({ from: a, to: b }) => a.x !== b.x || a.y !== b.y || a.z !== b.z,
    )
    if (moves) {
      const named = axes.filter(axis => !Number.isNaN(saved.position[axis]))
      const words = Object.fromEntries(
        named.map(axis => [axis, rounded(saved.position[axis] - this.there.shift[axis])]),
      )
      const moveSpeed = numberOf(command, 'MOVE_SPEED')
      const feed =
        numberOf(command, 'F') ?? (moveSpeed === null ? (this.there.feedMmMin ?? standardFeed) : moveSpeed * 60)
      if (before.positioning === 'relative') lines.push(this.positioned('absolute'))
      lines.push(phrases.move({ ...words, f: feed }))
      this.there.position = { ...saved.position }
      if (after.positioning === 'relative') lines.push(this.positioned('relative'))
    } else if (after.positioning !== before.positioning) lines.push(this.positioned(after.positioning))
    if (!effect.axes && after.extrusion !== this.there.extrusion) {
      lines.push(phrases.countFilament(after.extrusion))
      this.there.extrusion = after.extrusion
    }
    const speed = after.feedPercent === before.feedPercent ? null : phrases.feedPercent(after.feedPercent)
    if (speed !== null) lines.push(speed)
    return lines.length
      ? changed(lines, 'The saved state is written out.')
      : leftOut('The restored state is already set.')
  }

  outcomes(): Map<number, Outcome> {
    const outcomes = new Map<number, Outcome>()
    for (const [number, parts] of this.parts) {
      const line = this.way.lines[number - 1]
      if (line) outcomes.set(number, outcomeOf(line, parts, this.to))
    }
    return outcomes
  }
}

/** Limit for following a repeated line. */
const maxAgain = 50

/** Effects of the tool in use. */
const byTool: readonly Does[] = ['change-filament', 'firmware-retract', 'retraction-settings']

const nothing: Command = { name: '', words: [], keys: [], message: null }

/** Feed rate for a move without one, mm/min. */
const standardFeed = 3000

const rounded = (value: number): number => Number(value.toFixed(3))
