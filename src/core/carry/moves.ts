// Carries a move over: its end, its extrusion and its speed on the target.
import { mmPerInch } from '../effects/moving.ts'
import { effectOf, specNamed } from '../firmware/spec.ts'
import { plain } from '../format.ts'
import { evaluate } from '../formula/evaluate.ts'
import { scopeOf } from '../formula/values.ts'
import { hasLetter, numberOf, placeOf, type Word, wordOf } from '../gcode/line.ts'
import type { Modes, Position } from '../machine/state.ts'
import { stepsOfCommand } from '../machine/trace.ts'
import { type Axis, axes } from '../model/printer.ts'
import type { Edit } from '../model/script.ts'
import { worldOf } from '../resolve/resolve.ts'
import { nameOf, replacePiece } from '../script/edits/lines.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { filamentThere, maxFeed, Retracted } from './amounts.ts'
import { formulaThere } from './formulas.ts'
import type { Part } from './line-text.ts'
import type { Questions } from './questions.ts'
import { changed, leftOut, type Ran, type Rewritten, refused, same } from './rewritten.ts'
import { type Side, toolThere } from './sides.ts'
import type { PlaceMap } from './spots.ts'
import type { There } from './target-state.ts'

export class Moves {
  /** Lines whose numbers were shortened or limited, so that carrying back would not restore them. */
  readonly held = new Set<number>()
  private readonly retracted = new Retracted()

  /** `countAs` ensures the extrusion mode before a line. */
  constructor(
    private readonly way: Rehearsed,
    private readonly from: Side,
    private readonly to: Side,
    private readonly there: There,
    private readonly places: PlaceMap,
    private readonly questions: Questions,
    private readonly countAs: (mode: Modes['extrusion']) => void,
  ) {}

  /** Carries a move: end, extrusion, speed. */
  move(ran: Ran): Part {
    const { own, command, row, before, to, line } = ran
    const { there } = this
    const part = (said: Rewritten, edits: Edit[] | null = null, why = ''): Part => ({ said, own, edits, why })
    const tool = Math.max(0, before.tool)
    if (toolThere(to, tool) === null) return part(leftOut(`${to.printer.name} has no such tool.`))
    if (!takesMove(ran))
      return part(refused(`It moves to an end stop, or from a saved position: ${to.printer.name} has no such move.`))
    const here = stepsOfCommand(ran.way.trace, row).at(-1)?.to ?? there.position
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
      const scale = before.units === 'inch' ? mmPerInch : 1
      const number = relative ? target[axis] - start[axis] : target[axis] - (command.machine ? 0 : there.shift[axis])
      const written = Number.isNaN(number) ? value : number / scale
      if (Math.abs(written - value) < 5e-4) continue
      edits.push(replacePiece(line, word, writtenAs(word, written)))
      if (place.why) whys.push(place.why)
      else if (axis === 'z') whys.push('It keeps its distance from the top.')
      else whys.push(`It keeps its place on the bed of ${to.printer.name}.`)
      if (place.scale.x < 1 || place.scale.y < 1 || place.why) this.held.add(line.number)
    }
    const ends = { from: start, to: target }
    const filament = filamentThere(this.way, row, { from: this.from, to }, ends, this.retracted, before)
    there.position = target
    const wordE = wordOf(own, 'E')
    if (wordE && filament) {
      this.countAs(before.extrusion)
      const counted = there.counter + filament.there
      const scale = before.units === 'inch' ? mmPerInch : 1
      const value = (before.extrusion === 'relative' ? filament.there : counted) / scale
      const had = numberOf(command, 'E') ?? 0
      if (Math.abs(value - had) >= 5e-5 + 1e-9) {
        if (wordE.formula) {
          const factor = filament.there / filament.here
          if (before.extrusion === 'relative') {
            edits.push(
              replacePiece(line, wordE, `E${timesFactor(formulaThere(wordE.text.slice(1).trim(), ran), factor)}`),
            )
            whys.push(filament.why ?? 'The bead stays the same.')
          }
        } else if (Math.abs(value - had) >= 5e-4) {
          edits.push(replacePiece(line, wordE, writtenAs(wordE, value)))
          if (filament.why && !whys.some(why => why.includes('bead stays'))) whys.push(filament.why)
        }
      }
      there.counter = counted
    } else if (filament) there.counter += filament.there
    this.feed(ran, ends, filament, edits, whys)
    const centre = this.centreWords(ran, start, target)
    if (centre) {
      edits.push(centre)
      whys.push(`${to.printer.name} takes arcs by their centre.`)
    }
    if (command.machine && !hasMachinePlaces(to)) return part(this.unMachined(ran, target, edits))
    return part(same, edits, [...new Set(whys)].join(' '))
  }

  /** Writes `R5` as `I… J…` if the target firmware rejects arcs by radius; null if nothing changes. */
  private centreWords({ own, effect, command, to, line, before }: Ran, start: Position, end: Position): Edit | null {
    const there = effectOf(to.family, own)
    const word = wordOf(own, 'R')
    const radius = numberOf(command, 'R')
    if (effect.does !== 'arc' || there?.does !== 'arc' || there.byRadius || !word || radius === null) return null
    const scale = before.units === 'inch' ? mmPerInch : 1
    const [dx, dy] = [end.x - start.x, end.y - start.y]
    const half = Math.hypot(dx, dy) / 2
    if (!(half > 0)) return null
    // The centre is beside the chord's midpoint, on the side given by the direction and the sign of the radius.
    const off = Math.sqrt(Math.max(0, (radius * scale) ** 2 - half ** 2)) / (2 * half)
    const side = effect.clockwise === radius > 0 ? 1 : -1
    const [i, j] = [dx / 2 + side * off * dy, dy / 2 - side * off * dx]
    return replacePiece(line, word, `I${plain(i / scale, 3)} J${plain(j / scale, 3)}`)
  }

  /** Writes a move to a machine position (`G53`) as a move to the same position in script coordinates. */
  private unMachined({ own, command, to, line }: Ran, target: Position, edits: readonly Edit[]): Rewritten {
    const places = axes.filter(axis => hasLetter(own, axis.toUpperCase()))
    const written = (letter: string): number | undefined => {
      const word = wordOf(own, letter)
      if (!word) return undefined
      const at = placeOf(line, word)
      const edit = edits.find(({ from, to: end }) => from === at.from && end > from)
      return edit ? Number(edit.insert.slice(1)) : (numberOf(command, letter) ?? undefined)
    }
    const words = {
      ...Object.fromEntries(places.map(axis => [axis, Number((target[axis] - this.there.shift[axis]).toFixed(3))])),
      ...(written('E') !== undefined && { e: written('E') }),
      ...(written('F') !== undefined && { f: written('F') }),
    }
    return changed([to.family.phrases.move(words)], `${to.printer.name} has no machine coordinates.`)
  }

  private extrudesForward(row: number): boolean {
    return stepsOfCommand(this.way.trace, row).some(({ filamentMm }) => filamentMm > 0)
  }

  /** Whether a move ends beyond the source's own reach. */
  private leavesReach(row: number, axis: Axis): boolean {
    const end = this.places.move(row)?.to[axis]
    const [low, high] = this.from.printer.reach[axis]
    return end !== undefined && (end < low - 1e-6 || end > high + 1e-6)
  }

  /** The end of a move along an axis on the target, in machine coordinates, mm. */
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
    // A script that leaves the source's reach is carried unchanged and reported.
    return this.leavesReach(row, axis) || Number.isNaN(this.places.move(row)?.from[axis] ?? Number.NaN)
      ? wanted
      : Math.min(Math.max(wanted, Math.min(low, start)), Math.max(high, start))
  }

  /** A formula instead of a number: evaluated for the target, and limited by the target's reach. */
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
    const beyond = end < low - 1e-6 ? 'low' : end > high + 1e-6 ? 'high' : null
    if (beyond === null || relative || this.leavesReach(ran.row, axis) || !found?.ok || there.shift[axis] !== 0)
      return { text: formula, to: end, why: '' }
    const [limit, name] = beyond === 'low' ? [low, reachNames[axis][0]] : [high, reachNames[axis][1]]
    return {
      text: `@(${beyond === 'low' ? 'max' : 'min'}(${inner}, ${name}))`,
      to: limit,
      why: `The head of ${to.printer.name} can’t reach further.`,
    }
  }

  /** The feed rate: unchanged, or limited by the target's axes and hot end. */
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
    const move = this.places.move(ran.row)
    const here = move ?? ends
    const max = maxFeed({ from: this.from, to }, Math.max(0, before.tool), wanted, here, ends, filament)
    const capped = wanted > max.mmMin * 1.001 ? Math.floor(max.mmMin) : wanted
    const scale = before.units === 'inch' ? mmPerInch : 1
    if (word) {
      if (word.formula || numberOf(command, 'F') === null) {
        there.feedMmMin = wanted
        return
      }
      if (capped !== wanted) {
        edits.push(replacePiece(line, word, writtenAs(word, capped / scale)))
        whys.push(max.why)
        this.held.add(line.number)
      }
      there.feedMmMin = capped
      return
    }
    // Feed rates persist from line to line: a limited one is restored at the next move, and one that is too high is
    // limited.
    if (
      there.feedMmMin !== null &&
      Math.abs(capped - there.feedMmMin) > 0.5 &&
      (capped < there.feedMmMin || there.feedMmMin < wanted)
    ) {
      const name = nameOf({ line, command: own })
      const last = line.pieces.findLast(piece => piece.kind === 'word' && own.words.includes(piece)) ?? name
      if (!last) return
      const at = placeOf(line, last).to
      edits.push({ from: at, to: at, insert: ` F${plain(capped / scale, 3)}` })
      if (capped < wanted) {
        whys.push(max.why)
        this.held.add(line.number)
      } else whys.push('It keeps its speed.')
      there.feedMmMin = capped
    }
  }
}

const hasMachinePlaces = ({ family }: Side): boolean =>
  [...family.commands.values()].some(({ effect }) => effect.does === 'machine-places')

/**
 * Whether the target firmware has this kind of move: no end stop, no restore point; curves only where they are known.
 */
function takesMove({ own, effect, to }: Ran): boolean {
  const there = effectOf(to.family, own)
  if (effect.does === 'arc') return there?.does === 'arc' && specNamed(to.family, own.name)?.refused === undefined
  if (there?.does !== 'move' || effect.does !== 'move') return false
  const special = [effect.endStops, effect.restorePoint].filter(each => each !== undefined)
  return special.every(letter => !hasLetter(own, letter) || there.endStops === letter || there.restorePoint === letter)
}

/** The values for the ends of the reach. */
const reachNames: Record<Axis, readonly [string, string]> = {
  x: ['reach_left', 'reach_right'],
  y: ['reach_front', 'reach_back'],
  z: ['reach_bottom', 'reach_top'],
}

/** A number with the word's letter. */
const writtenAs = (word: Word, value: number): string => word.text.charAt(0) + plain(value, 3)

/** A formula multiplied by a factor: `@(purge * 0.533)`. */
function timesFactor(formula: string, factor: number): string {
  const by = plain(factor, 4)
  if (formula.startsWith('@')) {
    const inner = formula.replace(/^@\(?/, '').replace(/\)$/, '')
    return /^[\w.]+$/.test(inner) ? `@(${inner} * ${by})` : `@((${inner}) * ${by})`
  }
  return formula
}
