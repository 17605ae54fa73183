// Records a trace while a rehearsal runs, in typed columns that double when they are full.

import { Budget, type Kind } from '../macros/budget.ts'
import type { Value } from '../macros/values.ts'
import { beginning as beginningOf } from './beginning.ts'
import { type Places, shiftOf } from './places.ts'
import { type PlannedMove, Planner } from './planner.ts'
import {
  coordinateOrNull,
  knownPosition,
  type MachineState,
  type Modes,
  type Position,
  type Saved,
  type Stage,
} from './state.ts'
import {
  bedModel,
  blownAt,
  chamberModel,
  followersAt,
  type HeaterHistory,
  type HeaterModel,
  nozzleModel,
  roomC,
  segment,
  settlingS,
  temperatureAt,
} from './temperature.ts'
import {
  type CommandRows,
  type Ended,
  type FileRun,
  type Message,
  type PlainCommand,
  type StepKind,
  type Steps,
  stepKinds,
  type Trace,
} from './trace.ts'

const kindCode = Object.fromEntries(stepKinds.map((kind, code) => [kind, code])) as Record<StepKind, number>

const emptySteps = (room: number): Steps => ({
  count: 0,
  command: new Int32Array(room),
  kind: new Uint8Array(room),
  end: new Float64Array(room),
  x: new Float64Array(room),
  y: new Float64Array(room),
  z: new Float64Array(room),
  filament: new Float64Array(room),
})

const emptyRows = (room: number): CommandRows => ({
  count: 0,
  line: new Int32Array(room),
  start: new Float64Array(room),
  end: new Float64Array(room),
  firstStep: new Int32Array(room),
  counter: new Float64Array(room),
  modes: [],
})

/** How many moves in repeated lines count as one more repeated line. */
const movesForALine = 4
/** Limit of the cache of modes by feed rate. */
const maxFeeds = 256

type Column = Int32Array | Uint8Array | Float64Array

/** Replaces every typed column of a table by one with `room` entries, keeping its content. */
function resize<T extends { count: number }>(table: T, room: number): void {
  for (const [name, column] of Object.entries(table) as [string, unknown][]) {
    if (!ArrayBuffer.isView(column)) continue
    const old = column as unknown as Column
    const wider = new (old.constructor as new (length: number) => Column)(room)
    wider.set(old.length > room ? old.subarray(0, room) : old)
    Object.assign(table, { [name]: wider })
  }
}

/** Starts a heater's history. `settleS` are the time constants of its followers, `followsC` their temperatures. */
const begun = (
  model: HeaterModel,
  fromC: number,
  targetC: number,
  settleS: readonly number[],
  followsC: readonly number[],
): HeaterHistory => ({
  model,
  segments: [
    segment(
      model,
      0,
      fromC,
      targetC,
      false,
      settleS.map((_, i) => followsC[i] ?? fromC),
    ),
  ],
  settleS,
})

/** The running rehearsal: the trace so far, and the present time, position, modes and filament counter. */
export class Recorder {
  readonly stage: Stage
  readonly beginning: MachineState
  readonly steps = emptySteps(256)
  readonly rows = emptyRows(256)
  readonly nozzles: HeaterHistory[]
  readonly bed: HeaterHistory
  readonly chamber: HeaterHistory | null
  /** Saved states, by name: the modes of counting, and the head's position. */
  readonly remembered: Map<string, Saved>
  readonly messages: Message[] = []
  /** The commands that have run; null if they are not recorded. */
  readonly ran: PlainCommand[] | null
  readonly troubles: Trace['troubles'] = []
  readonly notes = new Map<number, string>()
  /** In a config or macro file: results of the conditions and loops in its lines. */
  readonly decided = new Map<number, string[]>()
  /** Rows whose command ran macro files of the printer, with a summary of each run. */
  readonly byFile = new Map<number, FileRun>()
  /** Global variables made by macro files. */
  readonly globals: Map<string, Value>
  /** Shared limits for macros, files and loops. */
  readonly budget = new Budget()
  /** Whether the present line is repeated by a loop or belongs to a file, and how many moves such lines have made. */
  repeating = false
  private repeatedMoves = 0
  /** Commands that are replaced by macros, by the name that still calls them: `G28.1` is `G28`. */
  readonly renamed: ReadonlyMap<string, string>
  /** The present values of macro variables, by the macro's name. */
  readonly variables: Map<string, Record<string, Value>>
  /** The lines that a board has stored as macros, by the command that runs them. */
  readonly storedMacros = new Map<string, string>()
  /** Whether the gantry or bed was aligned in this run, and the motors have held it since. */
  aligned = false
  /** Delayed macros that are scheduled, by name: when they run, s. */
  readonly timers = new Map<string, number>()
  now = 0
  modes: Modes
  position: Position
  counter: number
  line = 0
  stopped: Trace['stopped'] = null
  ended: Trace['ended'] = null
  /** Moves that are recorded and not timed yet. */
  private readonly planner = new Planner()
  /** The first step, row and message whose times are not settled yet. */
  private readonly unsettled = { step: 0, row: 0, message: 0 }
  /** For each message, the number of steps before it. */
  private readonly messageSteps: number[] = []
  private rowOpen = false
  /** Cache of modes that differ from the present ones in the feed rate only. */
  private readonly byFeed = new Map<number, Modes>()

  constructor(stage: Stage, keep = true) {
    this.stage = stage
    this.ran = keep ? [] : null
    this.renamed = new Map(
      [...(stage.macros?.values() ?? [])].flatMap(({ renames, name }) => (renames ? [[renames, name]] : [])),
    )
    this.beginning = beginningOf(stage)
    const { modes, filament, heat, remembered, globals, variables } = this.beginning
    this.modes = modes
    this.position = knownPosition(this.beginning)
    this.counter = filament
    this.remembered = new Map(Object.entries(remembered))
    this.globals = new Map(Object.entries(globals))
    this.variables = new Map(Object.entries(variables).map(([name, values]) => [name, { ...values }]))
    const { heaters, tools } = stage.printer
    const model = nozzleModel(heaters.nozzle)
    const own = tools.map((_, tool) =>
      begun(model, heat.nozzlesC[tool] ?? roomC, modes.nozzleTargets[tool] ?? 0, [], []),
    )
    this.nozzles = own.map((each, tool) => own[tools[tool]?.heater ?? tool] ?? each)
    const air = heaters.chamber && chamberModel(heaters.chamber)
    this.chamber =
      air && begun(air, heat.chamberC ?? roomC, heaters.chamber?.heated ? (modes.chamberTarget ?? 0) : 0, [], [])
    this.bed = begun(
      bedModel(heaters.bed),
      heat.bedC,
      modes.bedTarget,
      [settlingS(heaters.bed.settleMin), air ? air.coolS : 0],
      heat.bedFollowsC,
    )
  }

  /** Adds a row for the command that runs now. */
  beginCommand(line: number): void {
    const { rows } = this
    if (rows.count === rows.line.length) resize(rows, rows.count * 2)
    this.line = line
    this.rowOpen = true
    rows.line[rows.count] = line
    rows.start[rows.count] = this.now
    rows.firstStep[rows.count] = this.steps.count
  }

  endCommand(): void {
    const { rows } = this
    rows.end[rows.count] = this.now
    rows.counter[rows.count] = this.counter
    rows.modes.push(this.modes)
    rows.count++
    this.rowOpen = false
  }

  /** Records that the machine comes to rest, spends `seconds` on `kind`, and is then at the present position. */
  step(kind: StepKind, seconds: number, filamentMm = 0): void {
    this.comeToRest()
    this.now += seconds
    this.put(kind, filamentMm)
    this.unsettled.step = this.steps.count
  }

  /** Records a move to the present position. Its time is known when the following moves are. */
  move(kind: StepKind, move: PlannedMove, filamentMm: number): void {
    this.put(kind, filamentMm)
    this.payForMove()
    if (this.planner.add(move, this.modes.corner)) this.settle(this.planner.settle(false))
  }

  /** Ends the rehearsal at the present line, with a reason that a person can act on. Only the first reason counts. */
  stop(why: string): void {
    this.stopped ??= { line: this.line, why }
  }

  /** Ends the script at the present line. */
  end(by: Ended['by'], why: string): void {
    this.ended ??= { line: this.line, by, why }
  }

  /** Uses up part of the shared limits; stops the rehearsal if nothing is left. */
  spend(kind: Kind, amount = 1): boolean {
    if (kind === 'repeats') this.repeating = true
    const enough = this.budget.take(kind, amount)
    if (!enough) this.stop(this.budget.why ?? '')
    return enough
  }

  /** Counts a move of a repeated line against the shared limits: several moves count as one line. */
  private payForMove(): void {
    if (this.repeating && ++this.repeatedMoves % movesForALine === 0) this.spend('repeats')
  }

  /** Whether nothing more will run. */
  get over(): boolean {
    return this.stopped !== null || this.ended !== null
  }

  message(text: string): void {
    this.messages.push({ line: this.line, text, at: this.now })
    this.messageSteps.push(this.steps.count)
  }

  /** Times all pending moves, so that `now` is the time at which the machine stands still. */
  comeToRest(): void {
    if (this.planner.count > 0) this.settle(this.planner.settle(true))
    this.settleRows()
  }

  private settle(seconds: Float64Array): void {
    const { steps, unsettled } = this
    for (const each of seconds) {
      this.now += each
      steps.end[unsettled.step++] = this.now
    }
  }

  /** Sets the start and end of rows, and the times of messages, from the steps around them. */
  private settleRows(): void {
    const { rows, steps, unsettled, messages, messageSteps } = this
    const after = (count: number): number => (count > 0 ? (steps.end[count - 1] as number) : 0)
    const last = this.rowOpen ? rows.count : rows.count - 1
    for (let row = unsettled.row; row <= last; row++) {
      rows.start[row] = after(rows.firstStep[row] as number)
      if (row < rows.count) rows.end[row] = row < last ? after(rows.firstStep[row + 1] as number) : after(steps.count)
    }
    unsettled.row = rows.count
    for (; unsettled.message < messages.length; unsettled.message++) {
      const message = messages[unsettled.message] as Message
      message.at = after(messageSteps[unsettled.message] as number)
    }
  }

  private put(kind: StepKind, filamentMm: number): void {
    const { steps } = this
    if (steps.count === steps.kind.length) resize(steps, steps.count * 2)
    const at = steps.count++
    steps.command[at] = this.rows.count
    steps.kind[at] = kindCode[kind]
    steps.end[at] = this.now
    steps.x[at] = this.position.x
    steps.y[at] = this.position.y
    steps.z[at] = this.position.z
    steps.filament[at] = filamentMm
  }

  /** Changes modes. Unchanged values are shared with the previous modes. */
  set(change: Partial<Modes>): void {
    this.modes = { ...this.modes, ...change }
    this.byFeed.clear()
  }

  /** Changes the shifts between a command's numbers and machine positions. */
  setPlaces(change: Partial<Places>): void {
    const places = { ...this.modes.places, ...change }
    this.set({ places, shift: shiftOf(places) })
  }

  /** The tool that a command without a tool refers to: the one in use, or the first if none is. */
  get toolMeant(): number {
    return Math.max(0, this.modes.tool)
  }

  /**
   * Changes only the feed rate, which a print does in nearly every line. Equal feed rates share one object of modes.
   */
  setFeed(feedMmMin: number): void {
    if (this.byFeed.size === 0 && this.modes.feedMmMin !== null) this.byFeed.set(this.modes.feedMmMin, this.modes)
    const known = this.byFeed.get(feedMmMin) ?? { ...this.modes, feedMmMin }
    if (this.byFeed.size >= maxFeeds) this.byFeed.clear()
    this.byFeed.set(feedMmMin, known)
    this.modes = known
  }

  /**
   * Sets a heater's target from now on. If the power supply feeds one heater at a time, nozzles pause while the bed
   * warms up.
   */
  aim(history: HeaterHistory, targetC: number): void {
    this.comeToRest()
    if (history.segments.at(-1)?.targetC === targetC) return
    this.turn(history, targetC, this.now, false)
    if (this.stage.printer.heaters.together) return
    const bed = this.bed.segments.at(-1)
    const bedReady = bed && bed.targetC > bed.fromC ? bed.at + bed.reachS : 0
    if (!(bedReady > this.now) || !Number.isFinite(bedReady)) return
    for (const nozzle of new Set(history === this.bed ? this.nozzles : [history])) {
      const target = nozzle.segments.at(-1)?.targetC ?? 0
      if (target <= temperatureAt(nozzle, this.now)) continue
      this.turn(nozzle, target, this.now, true)
      this.turn(nozzle, target, bedReady, false)
    }
  }

  /** Applies a new speed of the part fan to the cooling of the nozzle in use. */
  blow(fan: number): void {
    this.comeToRest()
    this.set({ fan })
    const nozzle = this.nozzles[this.modes.tool]
    const last = nozzle?.segments.at(-1)
    if (nozzle && last && last.at <= this.now && this.now < last.at + last.reachS)
      this.turn(nozzle, last.targetC, this.now, last.paused)
  }

  /** Starts a new period of a heater's history at `at`, and drops later periods. */
  private turn(history: HeaterHistory, targetC: number, at: number, paused: boolean): void {
    const model = history === this.nozzles[this.modes.tool] ? blownAt(history.model, this.modes.fan) : history.model
    const next = segment(model, at, temperatureAt(history, at), targetC, paused, followersAt(history, at))
    while (history.segments.length > 0 && (history.segments.at(-1)?.at ?? 0) >= at) history.segments.pop()
    history.segments.push(next)
  }

  /** Records a result of a line's condition or loop, each result once. */
  decide(line: number, says: string): void {
    const before = this.decided.get(line) ?? []
    if (!before.includes(says)) this.decided.set(line, [...before, says])
  }

  finish(): Trace {
    this.comeToRest()
    resize(this.steps, this.steps.count)
    resize(this.rows, this.rows.count)
    const {
      beginning,
      steps,
      rows,
      nozzles,
      bed,
      chamber,
      messages,
      ran,
      troubles,
      notes,
      decided,
      byFile,
      now,
      ended,
      stopped,
    } = this
    const { x, y, z } = this.position
    const left = {
      position: { x: coordinateOrNull(x), y: coordinateOrNull(y), z: coordinateOrNull(z) },
      remembered: Object.fromEntries(this.remembered),
      globals: Object.fromEntries(this.globals),
      variables: Object.fromEntries(this.variables),
    }
    return {
      beginning,
      left,
      steps,
      rows,
      nozzles,
      bed,
      chamber,
      messages,
      ran,
      troubles,
      notes,
      decided,
      byFile,
      totalS: now,
      ended,
      stopped,
    }
  }
}
