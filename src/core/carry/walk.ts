// Goes through a script as it ran, line by line, and says what becomes of each line on the other printer.

import { stateName } from '../effects/save-state.ts'
import { effectOf, specOf } from '../firmware/spec.ts'
import { addressOf } from '../firmware/tools.ts'
import { plain } from '../format.ts'
import { evaluate } from '../formula/evaluate.ts'
import { scopeOf } from '../formula/values.ts'
import {
  type Command,
  hasLetter,
  type Line,
  numberOf,
  type Piece,
  textOfCommand,
  type Word,
  wordOf,
} from '../gcode/line.ts'
import { readLine } from '../gcode/read.ts'
import type { Modes, Position } from '../machine/state.ts'
import { lastModes, modesAfter, modesBefore, stepsOfCommand } from '../machine/trace.ts'
import { type Axis, axes } from '../model/printer.ts'
import { applyEdits, type Edit } from '../model/script.ts'
import { worldOf } from '../resolve/resolve.ts'
import { nameOf, replacePiece } from '../script/edits/lines.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { sourceOf, waysOf } from '../script/edits/ways.ts'
import { filamentThere, mostFeed, Retracted } from './amounts.ts'
import { takenAsItIs } from './as-is.ts'
import { formulaThere } from './formulas.ts'
import { PlaceMap } from './places.ts'
import type { Questions } from './questions.ts'
import { changed, leftOut, type Ran, refused, type Said, same, sayOr } from './said.ts'
import { sayOther, unknownCommand } from './say.ts'
import { type Side, toolThere } from './sides.ts'
import { There } from './there.ts'

export type ChangeKind = 'same' | 'changed' | 'left-out' | 'added' | 'asks' | 'refused'
export type Outcome = { kind: ChangeKind; became: readonly string[]; why: string }
/** Lines that the script lacks there, behind one of its lines; 0 for its beginning. */
export type Addition = { after: number; rank: Rank; lines: readonly string[]; why: string }

/** In which order what is added behind the same line stands there. */
export const ranks = ['tool', 'align', 'levelling', 'heat', 'soak', 'counting'] as const
export type Rank = (typeof ranks)[number]

export type Walked = {
  outcomes: ReadonlyMap<number, Outcome>
  additions: readonly Addition[]
  /** Lines whose number on the way back would not be what it was: shortened, held to a limit. */
  held: ReadonlySet<number>
}

type Part = { said: Said; own: Command; edits: Edit[] | null; why: string }

/** What becomes of every line of a script: of each as it ran first, in any of the ways that its branches can go. */
export function walk(script: Rehearsed, from: Side, to: Side, questions: Questions, sameMachine: boolean): Walked {
  const ways = waysOf(script)
  const outcomes = new Map<number, Outcome>()
  const additions: Addition[] = []
  const held = new Set<number>()
  for (const way of typeof ways === 'string' ? [script] : ways) {
    const pass = new Pass(way, from, to, questions, sameMachine)
    pass.run()
    for (const [line, outcome] of pass.outcomes()) if (!outcomes.has(line)) outcomes.set(line, outcome)
    for (const line of pass.held) held.add(line)
    for (const each of pass.additions)
      if (!additions.some(({ after, lines }) => after === each.after && lines.join() === each.lines.join()))
        additions.push(each)
  }
  for (const line of script.lines) if (!outcomes.has(line.number)) outcomes.set(line.number, notRun(line, from, to))
  return { outcomes, additions, held }
}

/** Comments, marks and blank lines stay; a line that never runs stays where the other firmware takes it as it is. */
function notRun(line: Line, from: Side, to: Side): Outcome {
  const stays: Outcome = { kind: 'same', became: [line.raw], why: 'It stays as it is.' }
  if (line.kind === 'unreadable') return { ...stays, why: 'It can’t be read, and is carried as it is.' }
  if (line.kind !== 'command' || !line.command) return stays
  if (!specOf(from.family, line.command))
    return { kind: 'refused', became: [], why: `${line.command.name} is not known here.` }
  return takenAsItIs(line.command, from, to)
    ? { ...stays, why: 'It does not run here, and is carried as it is.' }
    : { kind: 'refused', became: [], why: 'It never runs here, so what it would do there is not known.' }
}

class Pass {
  readonly additions: Addition[] = []
  readonly held = new Set<number>()
  private readonly parts = new Map<number, Part[]>()
  private readonly places: PlaceMap
  private readonly there: There
  private readonly retracted = new Retracted()
  private readonly saved = new Map<string, { modes: Modes; position: Position }>()
  /** The line after which filament is counted otherwise there than here; null where it is counted alike. */
  private countsApart: number | null = null
  private levellingApart: number | null = null
  private lastHome: number | null = null
  /** Whether an alignment was left out whose next homing of Z hangs on it. */
  private alignLeft = false

  constructor(
    private readonly way: Rehearsed,
    private readonly from: Side,
    private readonly to: Side,
    private readonly questions: Questions,
    private readonly sameMachine: boolean,
  ) {
    this.places = new PlaceMap(way, from, to, questions)
    const { beginning } = way.trace
    const { x, y, z } = beginning.position
    this.there = new There(to, {
      position: { x: x ?? Number.NaN, y: y ?? Number.NaN, z: z ?? Number.NaN },
      counter: beginning.filament,
      modes: beginning.modes,
    })
  }

  run(): void {
    const { commands, trace } = this.way
    const done = new Set<string>()
    for (let row = 0; row < trace.rows.count; row++) {
      const source = sourceOf(this.way, row)
      if (!source) continue
      const { command, which } = commands[row] as Rehearsed['commands'][number]
      const part = this.part(row, source.line, source.command, command)
      // A line that a loop runs again is as it was the first time.
      const key = `${source.line.number} ${which}`
      if (!done.has(key)) this.parts.set(source.line.number, [...(this.parts.get(source.line.number) ?? []), part])
      done.add(key)
    }
    this.atTheEnd()
  }

  /** How the script leaves the machine there is as it leaves it here. */
  private atTheEnd(): void {
    const last = this.way.lines.length
    const end = lastModes(this.way.trace)
    if (this.way.stage.moment !== 'start') return
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

  /** Filament counted as the script counts it, from where that began to differ. */
  private countAs(mode: Modes['extrusion']): void {
    if (this.there.extrusion === mode || this.countsApart === null) return
    const why =
      mode === 'relative'
        ? 'G90 counts filament from zero there too.'
        : 'G91 counts filament from here to here there too.'
    this.additions.push({
      after: this.countsApart,
      rank: 'counting',
      lines: [this.to.family.phrases.countFilament(mode)],
      why: this.there.extrusion === 'absolute' ? why : 'Filament is still counted as before there.',
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
    const plainPart = (said: Said): Part => ({ said, own, edits: null, why: '' })
    if (spec?.taught && !takenAsItIs(own, this.from, this.to))
      return plainPart(
        refused(`${own.name} was taught for ${this.from.printer.name}, and is not known on ${this.to.printer.name}.`),
      )
    if (effect.does === 'move' || effect.does === 'arc') return this.move(ran)
    if (this.toolGone(ran)) return plainPart(leftOut(`${this.to.printer.name} has no such tool.`))
    const other = this.counted(ran) ?? sayOther(ran)
    if (effect.does === 'align') this.alignLeft = other?.kind === 'left-out'
    if (effect.does === 'levelling' || effect.does === 'probe')
      if (other && other.kind !== 'left-out') this.there.levelling = ran.after.levelling
    return plainPart(other ?? same)
  }

  /** Whether what runs now is done with a tool that there is none of. */
  private toolGone({ before, effect }: Ran): boolean {
    return (
      effect.does !== 'tool' &&
      effect.does === 'change-filament' &&
      before.tool >= 0 &&
      toolThere(this.to, before.tool) === null
    )
  }

  /** Effects that hang on how things are counted, and on where the head is. */
  private counted(ran: Ran): Said | null {
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
        if (text !== null) return changed([text], 'Said as its firmware takes it.')
        const mm = to.printer.tools[toolThere(to, Math.max(0, before.tool)) ?? 0]?.retractMm ?? 0
        return changed(
          this.filamentMove(effect.back ? -mm : mm),
          `${to.printer.name} has no retraction of its firmware’s own.`,
        )
      }
      case 'machine-places':
        return takenAsItIs(own, from, to) ? same : leftOut('Places are written as they are.')
      case 'save-state':
        if (takenAsItIs(own, from, to)) return same
        this.saved.set(stateName(command, effect.by), { modes: before, position: { ...there.position } })
        return leftOut(`What it puts by is written out where it comes back.`)
      case 'restore-state':
        return takenAsItIs(own, from, to) ? this.follow(ran, same) : this.restored(ran)
      case 'park':
        return takenAsItIs(own, from, to) ? this.follow(ran, same) : this.expanded(ran)
      case 'flow':
        return takenAsItIs(own, from, to) ? same : leftOut('It is decided for this job.')
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

  /** `G92`: what is called otherwise here is so there; the numbers stay. */
  private named({ own, command, to, from }: Ran): Said {
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
      ? changed([to.family.phrases.zeroFilament()], 'Said as its firmware takes it.')
      : refused('Where the head is can’t be called otherwise there.')
  }

  private home(ran: Ran): Said {
    const { own, to, from, there, line, after } = ran
    const wanted = axes.filter(axis => hasLetter(own, axis.toUpperCase()))
    const named = wanted.length ? wanted : axes
    if (this.alignLeft && named.length === 1 && named[0] === 'z') {
      this.alignLeft = false
      return leftOut('It homes Z again after the alignment, which is left out.')
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
        `${to.printer.name} homes Z with its probe, which has to be over the bed: X and Y are homed first.`,
      )
    return takenAsItIs(own, from, to) ? same : changed([to.family.phrases.home(named)], 'It homes the same axes.')
  }

  /** A tool taken once the axes are homed, where none is in use and the script takes none. */
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

  /** A line that stays, and moves the head there by what it moves it here. */
  private follow(ran: Ran, said: Said): Said {
    const last = stepsOfCommand(this.way.trace, ran.row).at(-1)
    if (last) this.there.position = this.places.place(ran.row, last.to).to
    return said
  }

  /** Positions counted so, and filament with them where the firmware there does that. */
  private positioned(how: Modes['positioning']): string {
    const { family } = this.to
    const text = family.phrases.positioning(how)
    const effect = effectOf(family, readLine(text).command ?? nothing)
    if (effect?.does === 'positioning' && effect.filamentToo) this.there.extrusion = how
    return text
  }

  /** What a command of the one firmware does by itself, move by move. */
  private expanded(ran: Ran): Said {
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

  /** A saved state written out: what differs from how things are counted now, and the way back where it goes back. */
  private restored(ran: Ran): Said {
    const { effect, command, before, after, to } = ran
    const { phrases } = to.family
    if (effect.does !== 'restore-state') return same
    const saved = this.saved.get(stateName(command, effect.by))
    if (!saved) return leftOut('Nothing was saved that it could bring back.')
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
      ? changed(lines, 'What was saved is written out.')
      : leftOut('What it brings back is so already.')
  }

  /** A move: where it ends, what it extrudes, how fast it goes. */
  private move(ran: Ran): Part {
    const { own, command, row, before, to, line } = ran
    const { there } = this
    const part = (said: Said, edits: Edit[] | null = null, why = ''): Part => ({ said, own, edits, why })
    const tool = Math.max(0, before.tool)
    if (toolThere(to, tool) === null) return part(leftOut(`${to.printer.name} has no such tool.`))
    if (!takesMove(ran))
      return part(refused(`It moves until an end stop, or from a saved position: ${to.printer.name} has no such move.`))
    const end = ran.way.trace
    const steps = stepsOfCommand(end, row)
    const here = steps.at(-1)?.to ?? this.there.position
    const start = { ...there.position }
    const place = this.places.place(row, here)
    const moving = axes.filter(axis => hasLetter(own, axis.toUpperCase()))
    const places = moving.filter(axis => axis !== 'z')
    if (place.gone !== null && (places.length > 0 || this.extrudesForward(row)))
      return part({
        kind: 'left-out',
        why: `${to.printer.name} has no ${place.gone}.`,
        ...(this.questions.isAnswered(`spot:${place.gone}`) ? {} : { asks: true }),
      })
    const relative = before.positioning === 'relative' && !command.machine
    const whys: string[] = []
    const edits: Edit[] = []
    const target = { ...start }
    for (const axis of moving) {
      const letter = axis.toUpperCase()
      const word = wordOf(own, letter)
      const value = numberOf(command, letter)
      if (!word || value === null) continue
      if (word.formula) {
        const worked = this.formulaOn(axis, ran, formulaThere(word.text.slice(1).trim(), ran), value, relative)
        target[axis] = worked.to
        if (worked.text !== word.text.slice(1).trim()) {
          edits.push(replacePiece(line, word, word.text.charAt(0) + worked.text))
          whys.push(worked.why)
        }
        continue
      }
      target[axis] = this.targetOn(axis, ran, place.to, place.scale, value, relative)
      const scale = before.units === 'inch' ? 25.4 : 1
      const number = relative ? target[axis] - start[axis] : target[axis] - (command.machine ? 0 : there.shift[axis])
      const written = Number.isNaN(number) ? value : number / scale
      if (Math.abs(written - value) < 5e-4) continue
      edits.push(replacePiece(line, word, writtenAs(word, written)))
      if (place.why) whys.push(place.why)
      else if (axis === 'z') whys.push('It keeps its height under the top.')
      else whys.push(`It keeps its place on the bed of ${to.printer.name}.`)
      if (place.scale.x < 1 || place.scale.y < 1 || place.why) this.held.add(line.number)
    }
    const ends = { from: start, to: target }
    const filament = filamentThere(this.way, row, { from: this.from, to }, ends, this.retracted, before)
    there.position = target
    const wordE = wordOf(own, 'E')
    if (wordE && filament) {
      if (this.countsApart !== null) this.countAs(before.extrusion)
      const counted = there.counter + filament.there
      const scale = before.units === 'inch' ? 25.4 : 1
      const value = (before.extrusion === 'relative' ? filament.there : counted) / scale
      const had = numberOf(command, 'E') ?? 0
      if (Math.abs(value - had) >= 5e-5 + 1e-9) {
        if (wordE.formula) {
          const factor = filament.there / filament.here
          if (before.extrusion === 'relative') {
            edits.push(
              replacePiece(line, wordE, `E${timesFactor(formulaThere(wordE.text.slice(1).trim(), ran), factor)}`),
            )
            whys.push(filament.why ?? 'The bead stays as it is.')
          }
        } else if (Math.abs(value - had) >= 5e-4) {
          edits.push(replacePiece(line, wordE, writtenAs(wordE, value)))
          if (filament.why) whys.push(filament.why)
        }
      }
      there.counter = counted
    } else if (filament) there.counter += filament.there
    this.feed(ran, ends, filament, edits, whys)
    return part(same, edits, [...new Set(whys)].join(' '))
  }

  private extrudesForward(row: number): boolean {
    return stepsOfCommand(this.way.trace, row).some(({ filamentMm }) => filamentMm > 0)
  }

  /** Where an axis ends there, mm of the machine. */
  private targetOn(
    axis: Axis,
    { row }: Ran,
    to: Position,
    scale: { x: number; y: number },
    value: number,
    relative: boolean,
  ): number {
    const start = this.there.position[axis]
    if (!relative) return Number.isNaN(to[axis]) ? value + this.there.shift[axis] : to[axis]
    const by = this.places.isDrawn(row) && axis !== 'z' ? value * scale[axis] : value
    if (Number.isNaN(start)) return start
    const [low, high] = this.to.printer.reach[axis]
    const wanted = start + by
    const here = this.places.move(row)
    const beyondHere =
      here && (here.to[axis] < this.from.printer.reach[axis][0] || here.to[axis] > this.from.printer.reach[axis][1])
    // A script that leaves its own reach is carried as it is, and told.
    return beyondHere || Number.isNaN(here?.from[axis] ?? Number.NaN)
      ? wanted
      : Math.min(Math.max(wanted, Math.min(low, start)), Math.max(high, start))
  }

  /** A formula in place of a number: worked out for the printer there, and held within its reach. */
  private formulaOn(
    axis: Axis,
    ran: Ran,
    formula: string,
    here: number,
    relative: boolean,
  ): { text: string; to: number; why: string } {
    const { there, to, way } = this
    const inner = formula.startsWith('@(') ? formula.slice(2, -1) : formula.slice(1)
    const settings = new Map(way.resolution.settings.map(({ name, value, unit }) => [name, { value, unit }]))
    const found = formula.startsWith('@')
      ? evaluate(inner, scopeOf(worldOf(to.stage), toolThere(to, Math.max(0, ran.before.tool)) ?? 0, settings))
      : null
    const value = found?.ok ? found.value.value : here
    const start = there.position[axis]
    const end = relative ? start + value : value + there.shift[axis]
    const [low, high] = to.printer.reach[axis]
    const beyondHere = this.places.move(ran.row)
    const [lowHere, highHere] = this.from.printer.reach[axis]
    const beyond = end < low - 1e-6 ? 'low' : end > high + 1e-6 ? 'high' : null
    const isBeyondHere =
      beyondHere !== undefined && (beyondHere.to[axis] < lowHere - 1e-6 || beyondHere.to[axis] > highHere + 1e-6)
    if (beyond === null || relative || isBeyondHere || !found?.ok || there.shift[axis] !== 0)
      return { text: formula, to: end, why: '' }
    const [limit, name] = beyond === 'low' ? [low, reachNames[axis][0]] : [high, reachNames[axis][1]]
    return {
      text: `@(${beyond === 'low' ? 'max' : 'min'}(${inner}, ${name}))`,
      to: limit,
      why: `The head of ${to.printer.name} reaches no further.`,
    }
  }

  /** The speed: as it is, or as fast as the other machine and its hot end go. */
  private feed(
    ran: Ran,
    ends: { from: Position; to: Position },
    filament: ReturnType<typeof filamentThere>,
    edits: Edit[],
    whys: string[],
  ): void {
    const { own, command, before, after, to, line } = ran
    const { there } = this
    const word = wordOf(own, 'F')
    const wanted = after.feedMmMin
    if (wanted === null) return
    const most = mostFeed({ from: this.from, to }, Math.max(0, before.tool), wanted, ends, filament)
    const capped = wanted > most.mmMin * 1.001 ? Math.floor(most.mmMin) : wanted
    const scale = before.units === 'inch' ? 25.4 : 1
    if (word) {
      if (word.formula || numberOf(command, 'F') === null) {
        there.feedMmMin = wanted
        return
      }
      if (capped !== wanted) {
        edits.push(replacePiece(line, word, writtenAs(word, capped / scale)))
        whys.push(most.why)
        this.held.add(line.number)
      }
      there.feedMmMin = capped
      return
    }
    // Speeds go on from line to line: one that was held back above is given back here, and one that is too high is held.
    if (
      there.feedMmMin !== null &&
      Math.abs(capped - there.feedMmMin) > 0.5 &&
      (capped < there.feedMmMin || there.feedMmMin < wanted)
    ) {
      const name = nameOf({ line, command: own })
      const last = line.pieces.findLast(piece => piece.kind === 'word' && own.words.includes(piece)) ?? name
      if (!last) return
      const at = placeEnd(line, last)
      edits.push({ from: at, to: at, insert: ` F${plain(capped / scale, 3)}` })
      if (capped < wanted) {
        whys.push(most.why)
        this.held.add(line.number)
      } else whys.push('It goes as fast as before.')
      there.feedMmMin = capped
    }
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

/** Whether a move is one that the other firmware has: no end stop, no restore point; a curve only where it is known. */
function takesMove({ own, effect, to }: Ran): boolean {
  const there = effectOf(to.family, own)
  if (effect.does === 'arc') return there?.does === 'arc'
  if (there?.does !== 'move' || effect.does !== 'move') return false
  const special = [effect.endStops, effect.restorePoint].filter(each => each !== undefined)
  return special.every(letter => !hasLetter(own, letter) || there.endStops === letter || there.restorePoint === letter)
}

const nothing: Command = { name: '', words: [], keys: [], message: null }

/** What a script calls the ends of the reach. */
const reachNames: Record<Axis, readonly [string, string]> = {
  x: ['reach_left', 'reach_right'],
  y: ['reach_front', 'reach_back'],
  z: ['reach_bottom', 'reach_top'],
}

/** How fast a move goes of which nothing says it, mm/min. */
const standardFeed = 3000

/** A number under the letter that its word has. */
const writtenAs = (word: Word, value: number): string => word.text.charAt(0) + plain(value, 3)

const rounded = (value: number): number => Number(value.toFixed(3))

const placeEnd = (line: Line, piece: Piece): number => {
  let at = line.from
  for (const each of line.pieces) {
    at += each.text.length
    if (each === piece) break
  }
  return at
}

/** A formula times a factor, as `@(purge * 0.533)`. */
function timesFactor(formula: string, factor: number): string {
  const by = plain(factor, 4)
  if (formula.startsWith('@')) {
    const inner = formula.replace(/^@\(?/, '').replace(/\)$/, '')
    return /^[\w.]+$/.test(inner) ? `@(${inner} * ${by})` : `@((${inner}) * ${by})`
  }
  return formula
}

/** A line from what became of its commands; its comment stays with what is left of it. */
function outcomeOf(line: Line, parts: readonly Part[], to: Side): Outcome {
  const several = parts.length > 1
  const comment = commentIn(line)
  const became: string[] = []
  for (const { said, own, edits } of parts) {
    if (said.kind === 'left-out' || said.kind === 'refused') continue
    if (said.kind === 'changed') became.push(...said.lines)
    else if (several) became.push(rewritten(line, own, edits ?? []))
    else became.push(edits?.length ? inLine(line, edits) : line.raw)
  }
  const whyOf = (part: Part): string =>
    part.said.kind === 'same' ? part.why : part.said.kind === 'changed' ? part.said.why : part.said.why
  const why = [...new Set(parts.map(whyOf).filter(Boolean))].join(' ')
  if (parts.some(({ said }) => said.kind === 'refused'))
    return { kind: 'refused', became: commented(became, comment), why }
  const whole =
    several && to.family.severalOnALine && parts.every(({ said, edits }) => said.kind === 'same' && !edits?.length)
  const bare = line.raw.slice(0, line.raw.length - comment.length).trim()
  const alike =
    !several &&
    became.length === 1 &&
    (became[0] === line.raw || (parts[0]?.said.kind === 'changed' && sameCommand(became[0] as string, bare)))
  if (whole || alike) return { kind: 'same', became: [line.raw], why: 'It stays as it is.' }
  const asks = parts.some(({ said }) => 'asks' in said && said.asks)
  if (became.length === 0) return { kind: asks ? 'asks' : 'left-out', became, why }
  const withComment = parts.every(({ said }) => said.kind === 'same') && !several ? became : commented(became, comment)
  return {
    kind: asks ? 'asks' : 'changed',
    became: withComment,
    why: why || 'Several commands on a line are several lines there.',
  }
}

/** Whether two lines say the same command, however they are spaced. */
const sameCommand = (one: string, other: string): boolean =>
  one.replace(/\s+/g, ' ').trim().toUpperCase() === other.replace(/\s+/g, ' ').trim().toUpperCase()

const commentIn = (line: Line): string => {
  const last = line.pieces.findLast(({ kind }) => kind === 'comment')
  return last && line.pieces.at(-1) === last && last.text.startsWith(';') ? last.text : ''
}

const commented = (lines: readonly string[], comment: string): string[] =>
  lines.map((text, i) => (i === 0 && comment ? `${text} ${comment}` : text))

const inLine = (line: Line, edits: readonly Edit[]): string =>
  applyEdits(
    line.raw,
    edits.map(({ from, to, insert }) => ({ from: from - line.from, to: to - line.from, insert })),
  )

/** One of several commands of a line, as a line of its own. */
function rewritten(line: Line, own: Command, edits: readonly Edit[]): string {
  const words = own.words.map(word => {
    const at = placeEnd(line, word) - word.text.length
    const edit = edits.find(({ from }) => from === at)
    return edit ? edit.insert : word.text.trim()
  })
  const appended = edits.filter(({ from, to }) => from === to).map(({ insert }) => insert.trim())
  return words.length || own.keys.length === 0
    ? [own.machine ? 'G53' : null, own.name, ...words, ...appended].filter(Boolean).join(' ')
    : textOfCommand(own)
}
