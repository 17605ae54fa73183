// Makes a purge beside the print, on the bed, wherever a job puts it. Positions are formulas of the print's edges, and
// guards choose the side, so that one script fits every job.
import type { MoveWords } from '../../firmware/phrases.ts'
import { beadWidthMm, toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { areaOn, type Rectangle } from '../../model/job.ts'
import type { Printer } from '../../model/printer.ts'
import { lengthOfPath, type Point, tearMm } from './laying.ts'
import {
  choice,
  type Made,
  type Maker,
  number,
  numberIn,
  onlyFor,
  placed,
  type Surroundings,
  type Values,
  written,
} from './maker.ts'
import { beadFor } from './purge-line.ts'

const sides = ['front', 'back', 'left', 'right'] as const
type Side = (typeof sides)[number]
const opposite: Record<Side, Side> = { front: 'back', back: 'front', left: 'right', right: 'left' }

/**
 * A pattern on a strip along a side of the print. It starts near the print and ends away from it. `along` and `out` are
 * its size between the centres of its outer beads.
 */
type Pattern = { way: readonly Point[]; along: number; out: number }

const start: Point = [0, 0]
const line = (length: number): Pattern => ({ way: [start, [length, 0]], along: length, out: 0 })

/** Adjacent rows, so that the patch comes off in one piece. */
function zigzag(length: number, rows: number, spacing: number): Pattern {
  const way = Array.from({ length: rows }).flatMap((_, row): Point[] => {
    const ends: Point[] = [
      [0, row * spacing],
      [length, row * spacing],
    ]
    return row % 2 ? ends.reverse() : ends
  })
  return { way, along: length, out: (rows - 1) * spacing }
}

/** An inward square spiral with `turns` turns, or until it is full. */
function spiral(length: number, turns: number, spacing: number): Pattern {
  const way: Point[] = [[0, 0]]
  for (let turn = 0; turn < turns && length - 2 * turn * spacing > spacing; turn++) {
    const [low, high] = [turn * spacing, length - turn * spacing]
    way.push([high, low], [high, high], [low, high], [low, low + spacing])
  }
  return { way, along: length, out: length }
}

function patternOf(values: Values, spacing: number): Pattern {
  const [length, rows] = [numberIn(values, 'length'), Math.round(numberIn(values, 'rows'))]
  if (values.pattern === 'zigzag') return zigzag(length, rows, spacing)
  return values.pattern === 'spiral' ? spiral(length, rows, spacing) : line(length)
}

/** A purge on one side: the condition for enough room, its start, and its path from there. */
type Laid = {
  side: Side
  when: string
  room: (area: Rectangle) => boolean
  x: string
  y: string
  way: readonly Point[]
}

const away = (side: Side): 1 | -1 => (side === 'front' || side === 'left' ? -1 : 1)
const acrossOf = (side: Side): 'x' | 'y' => (side === 'front' || side === 'back' ? 'y' : 'x')
const names = { x: ['left', 'right'], y: ['front', 'back'] } as const

/** The room between print and bed edge on this side, as a formula and for an area. */
const room = (side: Side): string => (away(side) < 0 ? `print_${side} - bed_${side}` : `bed_${side} - print_${side}`)
const roomFor = (side: Side, area: Rectangle, bed: Printer['bed']): number =>
  away(side) < 0 ? area[side] - bed[acrossOf(side)][0] : bed[acrossOf(side)][1] - area[side]

/** The room from the print's side across the print to the far edge of the bed, as a formula; the bed's whole width. */
const legRoom = (side: Side): string =>
  away(side) < 0 ? `bed_${opposite[side]} - print_${side}` : `print_${side} - bed_${opposite[side]}`
const spanOf = (side: Side, bed: Printer['bed']): number => bed[acrossOf(side)][1] - bed[acrossOf(side)][0]

const sum = (name: string, mm: number): string => `@(${name} ${mm < 0 ? '-' : '+'} ${written(Math.abs(mm))})`

/** At the centre of a side if that is on the bed, otherwise as close to it as the bed allows. */
function besidePrint({ way, along, out }: Pattern, side: Side, bed: Printer['bed'], gap: number, width: number): Laid {
  const half = width / 2
  const across = acrossOf(side)
  const [low, high] = names[across === 'x' ? 'y' : 'x']
  const needed = gap + width + out
  const begin = `@(clamp((print_${low} + print_${high} - ${written(along)}) / 2, bed_${low} + ${written(half)}, bed_${high} - ${written(half + along)}))`
  const nearest = sum(`print_${side}`, away(side) * (gap + half))
  const turned = way.map(([a, o]): Point => (across === 'y' ? [a, away(side) * o] : [away(side) * o, a]))
  return {
    side,
    when: `${room(side)} >= ${written(needed)}`,
    room: area => roomFor(side, area, bed) >= needed,
    x: across === 'x' ? nearest : begin,
    y: across === 'x' ? begin : nearest,
    way: turned,
  }
}

/** The two sides at a corner: the requested one, and the next one clockwise from the front left. */
const corners: Record<Side, readonly ['left' | 'right', 'front' | 'back']> = {
  front: ['left', 'front'],
  left: ['left', 'back'],
  back: ['right', 'back'],
  right: ['right', 'front'],
}

/** An angle around a corner of the print, with legs of `length`. */
function aroundCorner(length: number, side: Side, bed: Printer['bed'], gap: number, width: number): Laid {
  const [beside, over] = corners[side]
  const out = gap + width / 2
  const needed = gap + width
  const [dx, dy] = [-away(beside), -away(over)]
  const x = sum(`print_${beside}`, away(beside) * out)
  // The first leg starts beside the print and runs to the corner.
  const y = sum(`print_${over}`, away(over) * out + dy * length)
  // The part of a leg beyond the print's corner stays on the bed.
  const segment = length - gap
  return {
    side,
    when: [beside, over]
      .map(each => `${room(each)} >= ${written(needed)} and ${legRoom(each)} >= ${written(segment)}`)
      .join(' and '),
    room: area =>
      [beside, over].every(
        each => roomFor(each, area, bed) >= needed && spanOf(each, bed) - roomFor(each, area, bed) >= segment,
      ),
    x,
    y,
    way: [
      [0, 0],
      [0, -dy * length],
      [dx * length, -dy * length],
    ],
  }
}

/** Distances as words; none for 0. */
const inWords = (dx: number, dy: number): MoveWords => ({
  ...(Math.abs(dx) > 1e-6 && { x: dx }),
  ...(Math.abs(dy) > 1e-6 && { y: dy }),
})

/** To the start by formula, then along the path by relative distances, which are the same for every job. */
function linesOf({ x, y, way }: Laid, values: Values, { stage, modes }: Surroundings): string[] {
  const [height, lift, back, bead] = ['height', 'lift', 'back', 'bead'].map(name => numberIn(values, name)) as [
    number,
    number,
    number,
    number,
  ]
  const { phrases } = stage.firmware
  const perMm = bead / toolFilamentAreaMm2(stage.printer, modes.tool)
  const strokes = way.slice(1).map(([toX, toY], i) => {
    const [fromX, fromY] = way[i] as Point
    const [dx, dy] = [toX - fromX, toY - fromY]
    const speed = i === 0 && { f: numberIn(values, 'speed') * 60 }
    return phrases.move({ ...inWords(dx, dy), e: Math.hypot(dx, dy) * perMm, ...speed })
  })
  const [lastX, lastY] = way.at(-1) as Point
  const [beforeX, beforeY] = way.at(-2) as Point
  const stretch = Math.hypot(lastX - beforeX, lastY - beforeY)
  const share = Math.min(tearMm, stretch) / stretch
  const tear = inWords((beforeX - lastX) * share, (beforeY - lastY) * share)
  return [
    phrases.move({ z: height + lift, f: 600 }),
    phrases.move({ x, y, f: 6000 }),
    phrases.move({ z: height, f: 600 }),
    phrases.positioning('relative'),
    phrases.countFilament('relative'),
    ...strokes,
    ...(back > 0 ? [phrases.move({ e: -back, f: 1800 })] : []),
    phrases.move({ z: lift, f: 600 }),
    phrases.move({ ...tear, f: 6000 }),
    phrases.positioning('absolute'),
    phrases.countFilament(modes.extrusion),
    phrases.zeroFilament(),
  ]
}

function make(values: Values, surroundings: Surroundings): Made {
  const { stage, modes } = surroundings
  const { printer, job } = stage
  const [length, gap] = [numberIn(values, 'length'), numberIn(values, 'gap')]
  const width = beadWidthMm(numberIn(values, 'bead'), numberIn(values, 'height'))
  const why = placed(surroundings, [['z', numberIn(values, 'height') + numberIn(values, 'lift')]])
  if (why) return { ok: false, why }
  const pattern = patternOf(values, width)
  const longest = Math.min(...(['x', 'y'] as const).map(axis => printer.bed[axis][1] - printer.bed[axis][0]))
  if (pattern.along + width > longest)
    return {
      ok: false,
      why: `It is ${written(pattern.along)} mm long, and the bed has room for ${written(longest - width)} mm.`,
    }
  const wanted = values.side as Side
  const [first, second] = [wanted, opposite[wanted]].map(side =>
    values.pattern === 'corner'
      ? aroundCorner(length, side, printer.bed, gap, width)
      : besidePrint(pattern, side, printer.bed, gap, width),
  ) as [Laid, Laid]
  const noRoom = stage.firmware.phrases.message('No room to purge')
  const lines = [
    `;? when ${first.when}`,
    ...linesOf(first, values, surroundings),
    `;? otherwise when ${second.when}`,
    ...linesOf(second, values, surroundings),
    ...(printer.display && noRoom ? [';? otherwise', noRoom] : []),
    ';? end',
  ]
  const note = noteFor([first, second], areaOn(job, printer), job.name)
  const mm = (lengthOfPath(first.way) * numberIn(values, 'bead')) / toolFilamentAreaMm2(printer, modes.tool)
  return { ok: true, lines, ...(note && { note: note.replace('#', written(mm)) }) }
}

function noteFor([first, second]: readonly [Laid, Laid], area: Rectangle, job: string): string | null {
  if (first.room(area)) return null
  if (second.room(area))
    return `The job “${job}” leaves no room at the ${first.side}, so its # mm go to the ${second.side}.`
  return `The job “${job}” leaves no room for it, at the ${first.side} or the ${second.side}: nothing is purged there.`
}

export const purgeByPrint: Maker = {
  name: 'purge-by-print',
  title: 'Purge by the print',
  purpose: 'fills the nozzle beside the print, wherever a job puts it',
  aliases: 'prime priming adaptive line fill',
  parameters: ({ stage }) => {
    const nozzle = stage.printer.tools[0]?.nozzleMm ?? 0.4
    return [
      choice('pattern', 'Pattern', 'line', 'zigzag', 'spiral', 'corner'),
      choice('side', 'Side', ...sides),
      number('gap', 'Off the print', 'mm', 1, [0.5, 200], 5),
      number('length', 'Length', 'mm', 5, [5, 1000], 40),
      onlyFor('pattern', 'zigzag', number('rows', 'Rows', '', 1, [2, 40], 4)),
      onlyFor('pattern', 'spiral', number('rows', 'Turns', '', 1, [1, 40], 4)),
      number('bead', 'Bead', 'mm²', 0.05, [0.01, 10], beadFor(nozzle)),
      number('height', 'Height', 'mm', 0.05, [0.05, 5], Number((nozzle * 0.75).toFixed(2))),
      number('speed', 'Speed', 'mm/s', 1, [1, 500], 17),
      number('back', 'Retraction after', 'mm', 0.5, [0, 20], 0),
      number('lift', 'Lift after', 'mm', 0.5, [0.2, 50], 2),
    ]
  },
  make,
}
