// What each command of a card's config files says about the machine.
import { type Command, commentOf, hasLetter, numberOf, numbersOf, textOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import type { Feature } from '../model/feature.ts'
import type { Span } from '../model/printer.ts'
import type { GivenFile, Notes, Place } from './findings.ts'
import { guessProbeKind } from './probe-kind.ts'

const axisNames = ['x', 'y', 'z'] as const
export type Row = { command: Command; place: Place; comment: string }

export const rowsOf = ({ name, text }: GivenFile): Row[] =>
  read(text).flatMap(line =>
    line.command ? [{ command: line.command, place: { file: name, line: line.number }, comment: commentOf(line) }] : [],
  )

/** Values that are collected before fields can be set. */
export class Gathered {
  readonly limits: Partial<Record<'x' | 'y' | 'z', { low?: number; high?: number; place: Place }>> = {}
  mesh: { x: Span; y: Span; place: Place } | null = null
  probe: { dive: number; speed: number; travel: number; place: Place } | null = null
  readonly heaters = new Map<number, Row>()
  readonly highest = new Map<number, { value: number; place: Place }>()
  readonly heaterOfTool = new Map<number, number>()
  bedHeater = { number: 0, place: null as Place | null }
  chamberHeater: { number: number; place: Place } | null = null
  zSpeed: number | null = null
}

type Reader = (row: Row, notes: Notes, gathered: Gathered) => void

const perAxis =
  (field: string, divide = 1): Reader =>
  ({ command, place }, notes, gathered) => {
    for (const axis of [...axisNames, 'e']) {
      const [value] = numbersOf(command, axis.toUpperCase())
      if (value === undefined) continue
      notes.state(`${field}.${axis}`, value / divide, place)
      if (axis === 'z' && field === 'highestSpeedMmS') gathered.zSpeed = value / divide
    }
  }

const limits: Reader = ({ command, place }, _notes, { limits: found }) => {
  for (const axis of axisNames) {
    const [first, second] = numbersOf(command, axis.toUpperCase())
    if (first === undefined) continue
    const now = found[axis]
    if (second !== undefined) found[axis] = { low: first, high: second, place }
    else if (numberOf(command, 'S') === 1) found[axis] = { ...now, low: first, place }
    else found[axis] = { ...now, high: first, place }
  }
}

/** The kind of probe by its type number. */
const probeKinds: Readonly<Record<number, 'touch' | 'inductive' | null>> = { 9: 'touch', 11: 'inductive' }

const probe: Reader = ({ command, place }, notes, gathered) => {
  const kind = numberOf(command, 'P')
  if (kind === 0) return notes.derive('probe', null, place, 'P0 says that there is none')
  if ((numberOf(command, 'K') ?? 0) > 0) return
  const known = kind === null ? null : (probeKinds[kind] ?? null)
  if (known) notes.derive('probe.kind', known, place, `P${kind} is such a one`)
  else if (kind !== null) guessProbeKind(notes, 'touch', `P${kind} says how it switches, not what it is`, place)
  const [dive = 5] = numbersOf(command, 'H')
  const [feed = 300] = numbersOf(command, 'F')
  gathered.probe = { dive, speed: feed / 60, travel: (numberOf(command, 'T') ?? 6000) / 60, place }
}

const meshArea: Reader = ({ command, place }, notes, gathered) => {
  const [x1, x2] = numbersOf(command, 'X')
  const [y1, y2] = numbersOf(command, 'Y')
  if (x1 === undefined || x2 === undefined || y1 === undefined || y2 === undefined || x1 >= x2 || y1 >= y2) return
  gathered.mesh = { x: [x1, x2], y: [y1, y2], place }
  const points = numbersOf(command, 'P')
  const apart = numbersOf(command, 'S')
  const count = (span: number, at: number) =>
    points.length
      ? (points[at] ?? points[0])
      : apart.length
        ? Math.floor(span / (apart[at] ?? apart[0] ?? 20)) + 1
        : undefined
  const [x, y] = [count(x2 - x1, 0), count(y2 - y1, 1)]
  if (x && y) notes.state('probe.grid', { x, y }, place)
}

const tool: Reader = ({ command, place, comment }, notes, { heaterOfTool }) => {
  const number = numberOf(command, 'P')
  if (number === null || number < 0 || number > 63) return
  notes.state(`tools.${number}.name`, textOf(command, 'S') || `tool ${number}`, place)
  const [heater] = numbersOf(command, 'H')
  if (heater !== undefined) heaterOfTool.set(number, heater)
  const inputs = numbersOf(command, 'D').length
  if (inputs > 1) notes.derive(`tools.${number}.mixingInputs`, inputs, place, 'it takes so many drives at once')
  const [, nozzle] =
    /(\d?\.\d{1,2}) (?:mm )?nozzle/i.exec(comment) ?? /nozzle (?:of )?(\d?\.\d{1,2})/i.exec(comment) ?? []
  if (nozzle) notes.guess(`tools.${number}.nozzleMm`, Number(nozzle), 'the comment beside it says so', place)
}

const toolOffset: Reader = ({ command, place }, notes) => {
  const number = numberOf(command, 'P')
  // L2 and L20 are work offsets.
  if (number === null || number < 0 || number > 63 || hasLetter(command, 'L')) return
  for (const axis of axisNames)
    notes.state(`tools.${number}.offset.${axis}`, numberOf(command, axis.toUpperCase()), place)
}

const passed =
  (why: string): Reader =>
  ({ place }, notes) =>
    notes.pass(place, why)

const wiring = passed('Wiring and motor drivers.')

/** The reader of each command. */
const readers: Readonly<Record<string, Reader>> = {
  M550: ({ command, place }, notes) => notes.state('name', textOf(command, 'P'), place),
  M208: limits,
  M203: perAxis('highestSpeedMmS', 60),
  M201: perAxis('highestAccelerationMmS2'),
  M204: ({ command, place }, notes) => {
    const print = numberOf(command, 'P')
    notes.state('accelerationMmS2.print', print, place)
    notes.state('accelerationMmS2.travel', numberOf(command, 'T'), place)
    notes.derive('accelerationMmS2.retract', print, place, 'there is no figure for retractions alone')
  },
  M566: ({ command, place }, notes) => {
    const [x, y, z, e] = ['X', 'Y', 'Z', 'E'].map(letter => numbersOf(command, letter)[0])
    if (x && z)
      notes.state('corner', { kind: 'jerk', x: x / 60, y: (y ?? x) / 60, z: z / 60, e: (e ?? 300) / 60 }, place)
  },
  M558: probe,
  M557: meshArea,
  G31: ({ command, place }, notes) => {
    if ((numberOf(command, 'K') ?? 0) > 0) return
    for (const axis of ['x', 'y']) notes.state(`probe.offset.${axis}`, numberOf(command, axis.toUpperCase()), place)
    notes.state('probe.offset.z', numberOf(command, 'Z'), place)
  },
  M563: tool,
  G10: toolOffset,
  M404: ({ command, place }, notes) => {
    const diameter = numberOf(command, 'N')
    if (diameter) notes.state('tools.*.filamentMm', diameter, place)
  },
  M207: ({ command, place }, notes) => {
    const of = numberOf(command, 'P') ?? '*'
    notes.state(`tools.${of}.retractMm`, numberOf(command, 'S'), place)
    const feed = numberOf(command, 'F')
    if (feed) notes.state(`tools.${of}.retractMmS`, feed / 60, place)
  },
  M302: ({ command, place }, notes) => notes.state('extrudes.coldestC', numberOf(command, 'S'), place),
  M143: ({ command, place }, _notes, { highest }) => {
    const value = numberOf(command, 'S')
    if (value !== null) highest.set(numberOf(command, 'H') ?? 1, { value, place })
  },
  M307: (row, _notes, { heaters }) => {
    const number = numberOf(row.command, 'H')
    if (number !== null) heaters.set(number, row)
  },
  M140: ({ command, place }, _notes, gathered) => {
    const number = numberOf(command, 'H')
    if (number !== null && number >= 0) gathered.bedHeater = { number, place }
  },
  M141: ({ command, place }, _notes, gathered) => {
    const number = numberOf(command, 'H')
    if (number !== null && number >= 0) gathered.chamberHeater = { number, place }
  },
  M669: ({ command, place }, notes) => {
    const kind = numberOf(command, 'K')
    if (kind === 3) notes.derive('bedCarriedOn', 'none', place, 'on a delta the bed stays where it is')
    else if (kind !== null)
      notes.guess(
        'bedCarriedOn',
        kind === 0 ? 'y' : 'z',
        `most machines with these belts (K${kind}) are built so`,
        place,
      )
  },
  M671: ({ place }, notes) => {
    notes.derive('bedCarriedOn', 'z', place, 'it has several screws that carry it')
    notes.derive('features', ['gantry_alignment' satisfies Feature], place, 'it levels by its screws')
  },
  M665: ({ command, place }, notes) => {
    const [radius, height] = [numberOf(command, 'B'), numberOf(command, 'H')]
    if (radius) {
      notes.state('reachRadiusMm', radius, place)
      for (const axis of ['x', 'y']) {
        notes.derive(`reach.${axis}`, [-radius, radius], place, 'the circle about the middle')
        notes.derive(`bed.${axis}`, [-radius, radius], place, 'the bed is taken to be as wide as the reach')
      }
      notes.derive('bed.round', true, place, 'deltas have round beds, mostly')
    }
    if (height) notes.derive('homing.at', { x: 0, y: 0, z: height }, place, 'it homes upwards')
  },
  M574: passed('Positions of end stops; the homing files say how they are used.'),
  M575: ({ place }, notes) =>
    notes.guess('display', { columns: 32 }, 'a panel is connected; its width is not stated', place),
  M92: passed('Steps for each millimetre: a rehearsal counts in millimetres.'),
  M106: passed('A fan: it takes no time and moves nothing.'),
  M572: passed('Pressure compensation: a rehearsal moves the same filament with it and without.'),
  ...Object.fromEntries(
    ['M308', 'M305', 'M350', 'M569', 'M584', 'M591', 'M906', 'M913', 'M915', 'M950', 'M917'].map(name => [
      name,
      wiring,
    ]),
  ),
}

const otherwise: Reader = ({ command, place }, notes) =>
  notes.pass(place, `${command.name} says nothing of the machine that a rehearsal needs.`)
const conditional = /^(?:if|elif|else|while|var|global|set|abort|echo|break|continue)$/i
const undecided: Reader = ({ command, place }, notes) =>
  notes.pass(
    place,
    `“${command.name.toLowerCase()}” is decided at run time. All of its lines are read as if it were true.`,
  )

/** Reads a line of a config file, or records why it says nothing. */
export function readRow(row: Row, notes: Notes, gathered: Gathered): void {
  const { name } = row.command
  const reader = readers[name] ?? (conditional.test(name) ? undecided : otherwise)
  reader(row, notes, gathered)
}
