// Maps the end of each move to the target by the meaning of its position: an edge, a centre, a spot, a height.
import { crosses } from '../machine/beyond.ts'
import type { Position } from '../machine/state.ts'
import { modesAfter } from '../machine/trace.ts'
import { beyondRadiusMm, offBedMm, type Span, type Spot } from '../model/printer.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { type Drawing, drawingsIn, type Move, movesOf, pointsOf } from './drawings.ts'
import type { Questions } from './questions.ts'
import { type Side, sameMachine } from './sides.ts'
import { type AxisScale, along, drawingThere, heightThere, pointThere, shiftedBy } from './spans.ts'

/**
 * Positions within this distance of a bucket, a brush or a dock belong to that spot, mm; above the bed only if they are
 * almost on it.
 */
const nearSpotMm = 35
const onSpotMm = 10
/** Distance to keep from clips and cameras, and from a round bed's rim, mm. */
const clearMm = 3
const doubtMm = 0.01

/** The target position of a move; why it differs from the usual mapping; `gone` is a spot that the target lacks. */
export type PlaceThere = { to: Position; why: string | null; gone: string | null; scale: { x: number; y: number } }

type Ways = { x: AxisScale; y: AxisScale; why: string | null }

export class PlaceMap {
  readonly moves: readonly Move[]
  readonly drawings: readonly Drawing[]
  private readonly byRow = new Map<number, Move>()
  private readonly drawn = new Map<number, Ways>()
  private readonly shared = new Map<string, Ways>()

  constructor(
    private readonly way: Rehearsed,
    private readonly from: Side,
    private readonly to: Side,
    private readonly questions: Questions,
  ) {
    this.moves = movesOf(way)
    this.drawings = drawingsIn(this.moves)
    for (const move of this.moves) this.byRow.set(move.row, move)
    for (const drawing of this.drawings) {
      if (this.spotOf(drawing)) continue
      const ways = this.waysOf(drawing)
      for (const { row } of drawing.moves) this.drawn.set(row, ways)
      for (const { row, axis } of drawing.shares) this.shared.set(`${row} ${axis}`, ways)
    }
  }

  move(row: number): Move | undefined {
    return this.byRow.get(row)
  }

  isDrawn(row: number): boolean {
    return this.drawn.has(row)
  }

  /** Maps a position to the target; NaN for unknown axes. */
  place(row: number, here: Position): PlaceThere {
    // The same machine with different firmware keeps all positions.
    if (sameMachine(this.from, this.to)) return { to: here, why: null, gone: null, scale: { x: 1, y: 1 } }
    const fine = this.fineAt(row)
    const meant = { x: here.x - fine.x, y: here.y - fine.y, z: here.z - fine.z }
    const [bed, bedThere] = [this.from.printer.bed, this.to.printer.bed]
    const z = heightThere(meant.z, this.from.printer.reach.z[1], this.to.printer.reach.z[1])
    const ways = this.drawn.get(row)
    const spot = ways ? null : this.spotNear(meant)
    if (spot) {
      const there = this.spotThere(spot)
      if (!there) return { to: { ...meant, z }, why: null, gone: spot.name, scale: { x: 1, y: 1 } }
      const [dx, dy, dz] = [meant.x - spot.x, meant.y - spot.y, meant.z - spot.z]
      const to = { x: there.x + dx, y: there.y + dy, z: Number.isNaN(meant.z) ? z : Math.max(there.z + dz, 0) }
      const at = this.within(to)
      return { to: at, why: `It is at the ${spot.name} of ${this.to.printer.name}.`, gone: null, scale: { x: 1, y: 1 } }
    }
    const [wayX, wayY] = [ways ?? this.shared.get(`${row} x`), ways ?? this.shared.get(`${row} y`)]
    const wanted = {
      x: wayX ? along(wayX.x, meant.x) : pointThere(meant.x, bed.x, bedThere.x),
      y: wayY ? along(wayY.y, meant.y) : pointThere(meant.y, bed.y, bedThere.y),
      z,
    }
    const on = ways ? wanted : this.onRoundBed(meant, wanted)
    const clear = ways ? on : this.outOfZones(on)
    const to = this.within(clear)
    const cut = Math.abs(to.x - clear.x) > doubtMm || Math.abs(to.y - clear.y) > doubtMm
    const why =
      ways?.why ??
      (cut
        ? `The head of ${this.to.printer.name} can’t reach further.`
        : clear !== on
          ? 'It keeps clear of a zone there.'
          : null)
    return { to, why, gone: null, scale: { x: wayX?.x.scale ?? 1, y: wayY?.y.scale ?? 1 } }
  }

  /** The source machine's own trim at a row (baby steps), mm; it is not part of the intended position. */
  private fineAt(row: number): Position {
    const { places } = modesAfter(this.way.trace, row)
    return {
      x: places.fine.x + places.host.x - places.homed.x,
      y: places.fine.y + places.host.y - places.homed.y,
      z: places.fine.z + places.host.z + places.probe - places.homed.z,
    }
  }

  private spotNear(place: Position): Spot | null {
    const { printer } = this.from
    const near = printer.spots
      .map(spot => ({ spot, mm: Math.hypot(spot.x - place.x, spot.y - place.y) }))
      .sort((a, b) => a.mm - b.mm)[0]
    if (!near || !(near.mm <= nearSpotMm)) return null
    return near.mm <= onSpotMm || offBedMm(printer, place.x, place.y) > 0 ? near.spot : null
  }

  private spotOf(drawing: Drawing): boolean {
    return pointsOf(drawing).every(point => this.spotNear(point) !== null)
  }

  private spotThere(spot: Spot): Spot | null {
    const own = this.to.printer.spots.find(({ name }) => name === spot.name)
    return own ?? this.questions.spot(spot)
  }

  private within(place: Position): Position {
    const { printer } = this.to
    const { reach } = printer
    const clamp = (value: number, [low, high]: Span) => Math.min(high, Math.max(low, value))
    const at = { x: clamp(place.x, reach.x), y: clamp(place.y, reach.y), z: clamp(place.z, reach.z) }
    const beyond = beyondRadiusMm(printer, at.x, at.y)
    return beyond > doubtMm ? this.drawnIn(at, beyond) : at
  }

  /** A position moved towards the centre of the target's bed. */
  private drawnIn(place: Position, byMm: number): Position {
    const { bed } = this.to.printer
    const [x, y] = [(bed.x[0] + bed.x[1]) / 2, (bed.y[0] + bed.y[1]) / 2]
    const far = Math.hypot(place.x - x, place.y - y)
    const share = (far - byMm) / far
    return { ...place, x: x + (place.x - x) * share, y: y + (place.y - y) * share }
  }

  /**
   * Keeps a position on the bed on the bed, a round one too, and a position beside the bed at its distance. Moves it
   * towards the centre as far as necessary.
   */
  private onRoundBed(here: Position, there: Position): Position {
    const off = offBedMm(this.to.printer, there.x, there.y)
    const beside = offBedMm(this.from.printer, here.x, here.y)
    if (!this.to.printer.bed.round || !(off > beside + doubtMm)) return there
    return this.drawnIn(there, beside > doubtMm ? off - beside : off + clearMm)
  }

  /** Moves a position out of a keep-out zone, to the nearest side that the head can reach. */
  private outOfZones(place: Position): Position {
    const { zones, reach } = this.to.printer
    const zone = zones.find(
      ({ x, y, highMm }) =>
        place.x >= x[0] && place.x <= x[1] && place.y >= y[0] && place.y <= y[1] && place.z < highMm,
    )
    if (!zone) return place
    const sides = [
      { ...place, x: zone.x[0] - clearMm },
      { ...place, x: zone.x[1] + clearMm },
      { ...place, y: zone.y[0] - clearMm },
      { ...place, y: zone.y[1] + clearMm },
    ].filter(({ x, y }) => x >= reach.x[0] && x <= reach.x[1] && y >= reach.y[0] && y <= reach.y[1])
    const far = (side: Position) => Math.hypot(side.x - place.x, side.y - place.y)
    return sides.sort((a, b) => far(a) - far(b))[0] ?? place
  }

  private waysOf(drawing: Drawing): Ways {
    const points = pointsOf(drawing)
    const spanOf = (axis: 'x' | 'y'): Span => {
      const values = points.map(point => point[axis])
      return [Math.min(...values), Math.max(...values)]
    }
    const [spanX, spanY] = [spanOf('x'), spanOf('y')]
    const { bed } = this.from.printer
    const there = this.to.printer.bed
    const x = drawingThere(spanX[0], spanX[1], bed.x, there.x)
    const y = drawingThere(spanY[0], spanY[1], bed.y, there.y)
    const shortened = x.shortened || y.shortened
    const arcs = drawing.moves.some(({ arc }) => arc)
    // An arc keeps its shape.
    const whole: Ways = arcs
      ? { x: { ...x, scale: 1 }, y: { ...y, scale: 1 }, why: null }
      : {
          x,
          y,
          why: shortened
            ? `Shorter, because the bed of ${this.to.printer.name} is smaller; the bead stays the same.`
            : null,
        }
    const round = this.onRound(whole, spanX, spanY)
    const reached = this.reached(round, spanX, spanY)
    return this.clearOfZones(reached, spanX, spanY, Math.max(...points.map(({ z }) => z)))
  }

  /** On a round bed, moves a line along an edge inwards until it has its length, or most of it. */
  private onRound(ways: Ways, spanX: Span, spanY: Span): Ways {
    const { printer } = this.to
    const corners = [spanX[0], spanX[1]].flatMap(x =>
      [spanY[0], spanY[1]].map(y => [along(ways.x, x), along(ways.y, y)] as const),
    )
    const offHere = [spanX[0], spanX[1]].some(x =>
      [spanY[0], spanY[1]].some(y => offBedMm(this.from.printer, x, y) > doubtMm),
    )
    if (!printer.bed.round || offHere || corners.every(([x, y]) => offBedMm(printer, x, y) <= doubtMm)) return ways
    const main: 'x' | 'y' = spanX[1] - spanX[0] >= spanY[1] - spanY[0] ? 'x' : 'y'
    const other = main === 'x' ? 'y' : 'x'
    const [mainSpan, otherSpan] = main === 'x' ? [spanX, spanY] : [spanY, spanX]
    const middle = { x: (printer.bed.x[0] + printer.bed.x[1]) / 2, y: (printer.bed.y[0] + printer.bed.y[1]) / 2 }
    const radius = Math.min(printer.bed.x[1] - printer.bed.x[0], printer.bed.y[1] - printer.bed.y[0]) / 2 - clearMm
    // At most the radius: a line of that length, centred, is 0.87 of the radius away from the centre.
    const length = Math.min(mainSpan[1] - mainSpan[0], radius)
    const out = Math.sqrt(Math.max(0, radius ** 2 - (length / 2) ** 2)) - (otherSpan[1] - otherSpan[0])
    const side = along(ways[other], (otherSpan[0] + otherSpan[1]) / 2) < middle[other] ? -1 : 1
    const scale = mainSpan[1] > mainSpan[0] ? length / (mainSpan[1] - mainSpan[0]) : 1
    const outer = side < 0 ? otherSpan[0] : otherSpan[1]
    const placed = {
      [main]: { scale, here: mainSpan[0], there: middle[main] - length / 2 },
      [other]: shiftedBy(outer, middle[other] + side * (out + (otherSpan[1] - otherSpan[0]))),
    } as Record<'x' | 'y', AxisScale>
    return {
      ...placed,
      why: `The bed of ${printer.name} is round: the line is moved inwards${scale < 1 ? ' and shortened; the bead stays the same' : ''}.`,
    }
  }

  /** Moves the whole drawing inwards if the head does not reach it. */
  private reached(ways: Ways, spanX: Span, spanY: Span): Ways {
    const { reach, name } = this.to.printer
    const inReach = (way: AxisScale, span: Span, [low, high]: Span): AxisScale => {
      const [first, last] = [along(way, span[0]), along(way, span[1])]
      if (first < low - doubtMm) return { ...way, there: way.there + low - first }
      return last > high + doubtMm ? { ...way, there: way.there + high - last } : way
    }
    const [x, y] = [inReach(ways.x, spanX, reach.x), inReach(ways.y, spanY, reach.y)]
    return x === ways.x && y === ways.y ? ways : { x, y, why: ways.why ?? `The head of ${name} can’t reach further.` }
  }

  /** Moves a line that would cross a keep-out zone inwards. */
  private clearOfZones(ways: Ways, spanX: Span, spanY: Span, z: number): Ways {
    const { zones, bed } = this.to.printer
    const main: 'x' | 'y' = spanX[1] - spanX[0] >= spanY[1] - spanY[0] ? 'x' : 'y'
    const other = main === 'x' ? 'y' : 'x'
    let now = ways
    for (let round = 0; round < zones.length; round++) {
      const corner = (way: Ways, i: 0 | 1): Position => ({ x: along(way.x, spanX[i]), y: along(way.y, spanY[i]), z })
      const hit = zones.find(
        zone =>
          z < zone.highMm &&
          crosses(
            {
              left: zone.x[0] - clearMm / 2,
              right: zone.x[1] + clearMm / 2,
              front: zone.y[0] - clearMm / 2,
              back: zone.y[1] + clearMm / 2,
            },
            { from: corner(now, 0), to: corner(now, 1) },
          ),
      )
      if (!hit) break
      const [low, high] = bed[other]
      const nearLow = along(now[other], (main === 'x' ? spanY : spanX)[0]) < (low + high) / 2
      const span = main === 'x' ? spanY : spanX
      const by = nearLow
        ? hit[other][1] + clearMm - along(now[other], span[0])
        : hit[other][0] - clearMm - along(now[other], span[1])
      const moved = { ...now[other], there: now[other].there + by }
      now = { ...now, [other]: moved, why: `Moved inwards, clear of “${hit.name}” on ${this.to.printer.name}.` }
    }
    return now
  }
}
