// Learns a printer from the files on its board's card: config, homing files, tool files.
import { numberOf, numbersOf } from '../gcode/line.ts'
import type { Span } from '../model/printer.ts'
import { bedAroundMesh, tellBedFromReach } from './bed.ts'
import { Gathered, type Row, readRow, rowsOf } from './card-commands.ts'
import { knownMacroFile } from './file-kind.ts'
import type { GivenFile, Notes, Place } from './findings.ts'
import { ofGain, ofRates, secondsCooling, secondsTo } from './warming.ts'

const axisNames = ['x', 'y', 'z'] as const

const bare = (name: string): string => name.slice(name.lastIndexOf('/') + 1).toLowerCase()

/** Reads all files of a card together. */
export function readMacroFiles(files: readonly GivenFile[], notes: Notes): void {
  const [first] = files
  if (!first) return
  const gathered = new Gathered()
  const configs = files.filter(({ name }) => bare(name).startsWith('config'))
  const setUps = configs.length ? configs : files.filter(({ name }) => !knownMacroFile.test(bare(name)))
  for (const file of setUps) for (const row of rowsOf(file)) readRow(row, notes, gathered)
  notes.derive(
    'firmware.family',
    'macro-file',
    { file: (configs[0] ?? first).name, line: 1 },
    'its configuration is written in G-code, in files on a card',
  )
  for (const { name, text } of files) {
    const version = /(?:firmware|version)\D{0,20}(\d+\.\d+(?:\.\d+)*)/i.exec(text.slice(0, 2000))?.[1]
    if (version && bare(name).startsWith('config'))
      notes.guess('firmware.version', version, 'a comment at the top says so', { file: name, line: 1 })
  }
  notes.state('macroFiles', files, { file: first.name, line: 1 })
  places(gathered, notes)
  probing(gathered, notes)
  heaters(gathered, notes)
  homing(files, notes)
  docks(files, gathered, notes)
}

function places({ limits: found, mesh }: Gathered, notes: Notes): void {
  for (const axis of axisNames) {
    const its = found[axis]
    if (its?.low === undefined || its.high === undefined) continue
    const span: Span = [its.low, its.high]
    if (axis === 'z') {
      if (its.low < 0) notes.derive('reach.z', [0, its.high], its.place, `it may go to ${its.low}, but the bed is at 0`)
      else notes.state('reach.z', span, its.place)
      continue
    }
    notes.state(`reach.${axis}`, span, its.place)
    const around = mesh ? bedAroundMesh(mesh[axis], span) : null
    if (around && mesh) notes.derive(`bed.${axis}`, around, mesh.place, 'the mesh lies in the middle of the bed')
    else tellBedFromReach(notes, axis, { span, place: its.place }, 'configuration')
    if (around && mesh)
      notes.derive(
        'probe.insetMm',
        Math.max(0, mesh[axis][0] - around[0]),
        mesh.place,
        'from the bed’s edge to the first point',
      )
  }
}

function probing({ probe: its, mesh, zSpeed }: Gathered, notes: Notes): void {
  if (!its || its.speed <= 0) return
  const points = notes.fields.find(({ field }) => field === 'probe.grid')?.value as { x: number } | undefined
  const way = mesh && points && points.x > 1 ? (mesh.x[1] - mesh.x[0]) / (points.x - 1) : 40
  const seconds = its.dive / its.speed + its.dive / (zSpeed ?? 10) + way / Math.max(1, its.travel)
  notes.derive(
    'probe.secondsPerPoint',
    Math.round(seconds * 100) / 100,
    its.place,
    'down, up and on to the next, from the probe’s speeds',
  )
  notes.derive('storedMesh', true, mesh?.place ?? its.place, 'a mesh is kept on the card (G29 S1)')
  notes.derive('homing.speedMmS.z', its.speed, its.place, 'Z is homed with the probe')
}

/** The heater model in an M307; null if it has neither rates nor a gain. */
function figuresIn({ command }: Row) {
  const [rate, cooling, gain, time, delay] = ['R', 'K', 'A', 'C', 'D'].map(letter => numbersOf(command, letter)[0])
  const power = numbersOf(command, 'E')[0] ?? 1.35
  if (rate && cooling) return ofRates(rate, cooling, power, delay ?? 0)
  return gain && time ? ofGain(gain, time, delay ?? 0) : null
}

const byTuning = 'from how the heater was tuned (M307)'

function heaters(gathered: Gathered, notes: Notes): void {
  const { heaters: tuned, highest, heaterOfTool, bedHeater, chamberHeater } = gathered
  const nozzle = heaterOfTool.get(Math.min(...heaterOfTool.keys())) ?? 1
  const nozzleMax = highest.get(nozzle)
  if (nozzleMax) notes.state('heaters.nozzle.highestC', nozzleMax.value, nozzleMax.place)
  const bedMax = highest.get(bedHeater.number)
  if (bedMax) notes.state('heaters.bed.highestC', bedMax.value, bedMax.place)
  const tell = (
    of: number,
    field: string,
    seconds: (its: NonNullable<ReturnType<typeof figuresIn>>) => number | null,
  ) => {
    const row = tuned.get(of)
    const figures = row && figuresIn(row)
    if (row && figures) notes.derive(field, seconds(figures), row.place, byTuning)
  }
  tell(nozzle, 'heaters.nozzle.secondsTo200', its => secondsTo(its, 200))
  tell(nozzle, 'heaters.nozzle.secondsCooling200To50', its => secondsCooling(its, 200, 50))
  tell(bedHeater.number, 'heaters.bed.secondsTo60', its => secondsTo(its, 60))
  tell(bedHeater.number, 'heaters.bed.secondsTo100', its => secondsTo(its, 100))
  tell(bedHeater.number, 'heaters.bed.secondsCooling60To30', its => secondsCooling(its, 60, 30))
  if (!chamberHeater) return
  const row = tuned.get(chamberHeater.number)
  const figures = row && figuresIn(row)
  notes.guess(
    'heaters.chamber',
    {
      highestC: highest.get(chamberHeater.number)?.value ?? 60,
      secondsTo40: (figures && secondsTo(figures, 40)) ?? 900,
      secondsCooling40To30: (figures && secondsCooling(figures, 40, 30)) ?? 1800,
      heated: true,
      bedShare: 0.25,
    },
    'it has a heater; how far the bed warms it is not stated',
    chamberHeater.place,
  )
  const max = highest.get(chamberHeater.number)
  if (max) notes.state('heaters.chamber.highestC', max.value, max.place)
}

const fileNamed = (files: readonly GivenFile[], name: string): GivenFile | undefined =>
  files.find(file => bare(file.name) === name)

/** Speeds from the moves to the end stops, the position from the last other moves. */
function homing(files: readonly GivenFile[], notes: Notes): void {
  const whole = fileNamed(files, 'homeall.g')
  const order = whole && homingOrder(whole)
  if (whole && order)
    notes.derive('homing.order', order, { file: whole.name, line: 1 }, 'as the file goes through them')
  for (const axis of axisNames) {
    const file = fileNamed(files, 'homeall.g') ?? fileNamed(files, `home${axis}.g`)
    if (!file) continue
    let feed = 0
    let relative = false
    let at: { value: number; place: Place } | null = null
    let found: { value: number; place: Place } | null = null
    for (const { command, place } of rowsOf(file)) {
      if (command.name === 'G91') relative = true
      if (command.name === 'G90') relative = false
      if (command.name !== 'G0' && command.name !== 'G1') continue
      feed = numberOf(command, 'F') ?? feed
      const value = numberOf(command, axis.toUpperCase())
      if (value === null) continue
      const how = numberOf(command, 'H') ?? 0
      if (how === 1 && feed > 0) found ??= { value: feed / 60, place }
      else if (how === 0 && !relative) at = { value, place }
    }
    if (found) notes.derive(`homing.speedMmS.${axis}`, found.value, found.place, 'how fast it goes to the end stop')
    if (at) notes.derive(`homing.at.${axis}`, at.value, at.place, 'where the homing file ends')
  }
}

/** The order in which a file homes the axes; a probed Z comes last. Null if an axis is missing. */
function homingOrder(file: GivenFile): ('x' | 'y' | 'z')[] | null {
  const order: ('x' | 'y' | 'z')[] = []
  for (const { command } of rowsOf(file)) {
    const seeks = /^G[01]$/.test(command.name) && numberOf(command, 'H') === 1
    const found = seeks ? axisNames.filter(axis => numberOf(command, axis.toUpperCase()) !== null) : []
    if (command.name === 'G30') found.push('z')
    for (const axis of found) if (!order.includes(axis)) order.push(axis)
  }
  return order.length === 3 ? order : null
}

/** A tool's dock is where its own file moves farthest from the bed. */
function docks(files: readonly GivenFile[], { limits: found }: Gathered, notes: Notes): void {
  const spots: { name: string; x: number; y: number; z: number }[] = []
  let first: Place | null = null
  for (const file of files) {
    const number = /^tfree(\d+)\.g$/.exec(bare(file.name))?.[1]
    if (number === undefined) continue
    let [x, y] = [Number.NaN, Number.NaN]
    let best: { x: number; y: number; off: number; place: Place } | null = null
    for (const { command, place } of rowsOf(file)) {
      if (command.name !== 'G0' && command.name !== 'G1') continue
      x = numberOf(command, 'X') ?? x
      y = numberOf(command, 'Y') ?? y
      const off = Math.max(0, -y, -x, y - (found.y?.high ?? Infinity), x - (found.x?.high ?? Infinity))
      if (Number.isFinite(x) && Number.isFinite(y) && off > 0 && (!best || off > best.off)) best = { x, y, off, place }
    }
    if (!best) continue
    first ??= best.place
    spots.push({ name: `dock_${letters(Number(number))}`, x: best.x, y: best.y, z: 0 })
  }
  if (first) notes.derive('spots', spots, first, 'where the tools’ files go beside the bed')
}

/** Names of spots have letters only: a, b, … z, aa. */
const letters = (number: number): string =>
  (number >= 26 ? letters(Math.floor(number / 26) - 1) : '') + String.fromCharCode(97 + (number % 26))
