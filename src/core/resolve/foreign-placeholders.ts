// Evaluates a slicer's placeholders and branches in each line when the line runs.
import { specOf, type Unit, unitOf } from '../firmware/spec.ts'
import type { Command, Line } from '../gcode/line.ts'
import { cut, formulasIn } from '../gcode/pieces.ts'
import { readLine } from '../gcode/read.ts'
import { printHeight } from '../machine/beginning.ts'
import { materialOf, type Stage } from '../machine/state.ts'
import type { Placeholders } from '../vocabulary/placeholders.ts'
import { assignmentIn, type Branch, branchIn, insideOf } from '../vocabulary/tags.ts'
import { foreignIn, isForeignFormula, isSo } from './foreign.ts'
import { writtenFor } from './written.ts'

/** A feed rate for an unknown placeholder, mm/min. */
const ordinaryFeedMmMin = 3000

export class ForeignPlaceholders {
  /** The open branches around the present position. */
  private readonly open: { taken: boolean; now: boolean }[] = []

  /** `guards` receives the result of each line with a condition. */
  constructor(
    private readonly stage: Stage,
    readonly placeholders: Placeholders,
    private readonly guards: Map<number, boolean>,
    private readonly tool: () => number,
  ) {}

  /** Whether lines run here: all branches around them are taken. */
  get runs(): boolean {
    return this.open.every(({ now }) => now)
  }

  /** The part of a line that runs, without branches that are not taken. */
  afterBranches(line: Line, text: string): string {
    let kept = ''
    for (const part of formulasIn(text)) {
      const branch = part.formula ? branchIn(insideOf(part.text)) : null
      if (branch) this.takeBranch(branch, line, part.text)
      else if (this.runs && !(part.formula && this.assign(part.text))) kept += part.text
    }
    return kept
  }

  /** Runs an assignment to one of the slicer's own variables; returns false for any other text. */
  assign(text: string): boolean {
    const assigned = assignmentIn(insideOf(text))
    if (assigned) this.placeholders.assign(assigned.name, assigned.formula, this.tool())
    return assigned !== null
  }

  private takeBranch({ kind, condition }: Branch, line: Line, text: string): void {
    const outside = (depth: number) => this.open.slice(0, depth).every(({ now }) => now)
    const holds = () => {
      const found = this.placeholders.worth(text, condition, line.number, this.tool())
      if (found === null) this.placeholders.standIn(text, line.number, 'yes')
      const so = this.stage.branches?.get(condition) ?? isSo(found)
      this.guards.set(line.number, so)
      return so
    }
    if (kind === 'when') {
      const now = outside(this.open.length) && holds()
      this.open.push({ taken: now, now })
      return
    }
    const at = this.open.at(-1)
    if (!at) return
    if (kind === 'end') this.open.pop()
    else {
      at.now = !at.taken && outside(this.open.length - 1) && (kind === 'otherwise' || holds())
      at.taken ||= at.now
    }
  }

  /**
   * The text with numbers in place of placeholders. A word without a meaning gets the most likely value for its letter.
   */
  filled(line: Line, text: string): string {
    const pieces = cut(text)
    const command = readLine(text).command
    const spec = command ? specOf(this.stage.firmware, command) : undefined
    return pieces
      .map(piece => {
        if (piece.kind === 'name' && /^[Tt][{[%<$#]/.test(piece.text))
          return `T${this.number(line, piece.text.slice(1)) ?? this.stage.job.firstTool}`
        if (piece.kind === 'word' && piece.formula !== null && isForeignFormula(piece.formula, this.stage)) {
          const unit = unitOf(spec, piece)
          const found =
            (piece.letter === 'Z' ? this.height(line, piece.formula) : null) ??
            this.number(line, piece.formula) ??
            this.likely(line, piece.letter, piece.formula, unit, command)
          return found === null ? piece.text : piece.letter + writtenFor({ value: found, unit: '' }, unit)
        }
        if (piece.kind === 'key' && isForeignFormula(piece.value, this.stage)) {
          const found = this.number(line, piece.value)
          return found === null ? piece.text : `${piece.key}=${found}`
        }
        if (piece.kind === 'message') return this.filledMessage(piece.text)
        return piece.text
      })
      .join('')
  }

  /** A message with its known placeholders filled in. */
  private filledMessage(text: string): string {
    let shown = ''
    for (const part of foreignIn(text, this.stage)) {
      const filled = part.foreign ? this.placeholders.shown(insideOf(part.text), this.tool()) : null
      shown += filled ?? part.text
    }
    return shown
  }

  private number(line: Line, text: string): number | null {
    const found = this.placeholders.worth(text, insideOf(text), line.number, this.tool())
    return typeof found === 'number' && Number.isFinite(found)
      ? found
      : typeof found === 'boolean'
        ? Number(found)
        : null
  }

  /** The height of a lift above the print that the printer's top limits. */
  private height(line: Line, text: string): number | null {
    const heights = { reachedMm: printHeight(this.stage), limitMm: this.stage.printer.reach.z[1] }
    return this.placeholders.height(text, insideOf(text), line.number, this.tool(), heights)
  }

  /**
   * The most likely value for a letter: the material's temperature, the first tool, a travel speed, the print's
   * position.
   */
  private likely(line: Line, letter: string, text: string, unit: Unit | null, command: Command | null): number | null {
    const effect = command ? specOf(this.stage.firmware, command)?.effect : undefined
    const { bedC, nozzleC, chamberC } = materialOf(this.stage, this.tool())
    const heat = effect?.does === 'heat' ? { bed: bedC, nozzle: nozzleC, chamber: chamberC }[effect.heater] : nozzleC
    const value =
      unit === '°C'
        ? heat
        : unit === 'mm/min'
          ? ordinaryFeedMmMin
          : letter === 'T' || letter === 'P'
            ? this.stage.job.firstTool
            : null
    if (value === null) this.placeholders.leaveOut(text, line.number)
    else this.placeholders.standIn(text, line.number, unit === '°C' ? `${value} °C` : String(value))
    return value
  }
}
