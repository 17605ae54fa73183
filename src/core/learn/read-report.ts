// Learns a printer from a board's reports: the reply to M115, settings (M503), soft limits (M211) and the saved mesh.
import { identify } from '../firmware/identify.ts'
import { type Command, numberOf } from '../gcode/line.ts'
import { rawLines, readLine } from '../gcode/read.ts'
import type { Feature } from '../model/feature.ts'
import type { Span } from '../model/printer.ts'
import { bedFromReach } from './bed.ts'
import { plainReportLine } from './file-kind.ts'
import type { GivenFile, Notes, Place } from './findings.ts'
import { guessProbeKind } from './probe-kind.ts'

const axisNames = ['x', 'y', 'z'] as const
const allNames = [...axisNames, 'e'] as const

type Reader = (command: Command, place: Place, notes: Notes) => void

const perAxis =
  (field: string): Reader =>
  (command, place, notes) => {
    if ((numberOf(command, 'T') ?? 0) > 0) return
    for (const axis of allNames) notes.state(`${field}.${axis}`, numberOf(command, axis.toUpperCase()), place)
  }

const passed =
  (why: string): Reader =>
  (_command, place, notes) =>
    notes.pass(place, why)

const jerk: Reader = (command, place, notes) => {
  const [x, y, z, e] = ['X', 'Y', 'Z', 'E'].map(letter => numberOf(command, letter))
  const deviation = numberOf(command, 'J')
  if (deviation) notes.state('corner', { kind: 'deviation', mm: deviation }, place)
  else if (x && z) notes.state('corner', { kind: 'jerk', x, y: y ?? x, z, e: e ?? 5 }, place)
}

const accelerations: Reader = (command, place, notes) => {
  const both = numberOf(command, 'S')
  notes.state('accelerationMmS2.print', numberOf(command, 'P') ?? both, place)
  notes.state('accelerationMmS2.travel', numberOf(command, 'T') ?? both, place)
  notes.state('accelerationMmS2.retract', numberOf(command, 'R'), place)
}

/** The reader of each setting, or the reason why a rehearsal does not need it. */
const settings: Readonly<Record<string, Reader>> = {
  M92: passed('Steps for each millimetre: a rehearsal counts in millimetres.'),
  M203: perAxis('highestSpeedMmS'),
  M201: perAxis('highestAccelerationMmS2'),
  M204: accelerations,
  M205: jerk,
  M206: (command, place, notes) => {
    const moved = axisNames.some(axis => numberOf(command, axis.toUpperCase()))
    notes.pass(
      place,
      moved
        ? 'Home is shifted by M206. Positions here are relative to the bed’s corner, as in scripts.'
        : 'Home is not shifted.',
    )
  },
  M851: (command, place, notes) => {
    for (const axis of axisNames) notes.state(`probe.offset.${axis}`, numberOf(command, axis.toUpperCase()), place)
  },
  M207: (command, place, notes) => {
    notes.state('tools.0.retractMm', numberOf(command, 'S'), place)
    const feed = numberOf(command, 'F')
    if (feed) notes.state('tools.0.retractMmS', feed / 60, place)
  },
  M208: passed('Extra length when unretracting; a rehearsal uses the retraction’s values.'),
  M200: (command, place, notes) => {
    const diameter = numberOf(command, 'D')
    if (diameter) notes.state(`tools.${numberOf(command, 'T') ?? 0}.filamentMm`, diameter, place)
  },
  M218: (command, place, notes) => {
    const tool = numberOf(command, 'T') ?? 1
    for (const axis of axisNames)
      notes.state(`tools.${tool}.offset.${axis}`, numberOf(command, axis.toUpperCase()), place)
  },
  M302: (command, place, notes) => notes.state('extrudes.coldestC', numberOf(command, 'S'), place),
  M420: (_command, place, notes) => notes.derive('storedMesh', true, place, 'its settings include levelling'),
  M603: (command, place, notes) => {
    const [unload, load] = [numberOf(command, 'U'), numberOf(command, 'L')]
    if (unload !== null && load !== null && (numberOf(command, 'T') ?? 0) === 0)
      notes.derive(
        'filamentChange',
        { unloadMm: unload, loadMm: load, purgeMm: 50, speedMmS: 10 },
        place,
        'how far filament goes; its purge and speed are what is usual',
      )
  },
  M145: passed('A preset of the display’s menu.'),
  M301: passed('Temperature control of the nozzle; it does not say how long warm-up takes.'),
  M304: passed('Temperature control of the bed; it does not say how long warm-up takes.'),
  M900: passed('Pressure compensation: a rehearsal moves the same filament with it and without.'),
}
const passedSettings = /^M(?:149|150|210|250|255|281|413|425|493|569|593|6[67]\d|7\d\d|9\d\d)$/

/** `X-4.00 Y-6.00 Z0.00` as coordinates. */
function placesIn(text: string): Partial<Record<'x' | 'y' | 'z', number>> {
  const found = [...text.matchAll(/([xyz]):? ?([+-]?\d{1,6}(?:\.\d{1,6})?)/gi)]
  return Object.fromEntries(found.map(each => [(each[1] as string).toLowerCase(), Number(each[2])]))
}

function spansBetween(low: ReturnType<typeof placesIn>, high: ReturnType<typeof placesIn>) {
  return axisNames.flatMap((axis): { axis: 'x' | 'y' | 'z'; span: Span }[] => {
    const [from, to] = [low[axis], high[axis]]
    return from === undefined || to === undefined || from >= to ? [] : [{ axis, span: [from, to] }]
  })
}

/** The soft limits, which are the reach. */
function softLimits(line: string, place: Place, notes: Notes): boolean {
  if (!/^Soft endstops/i.test(line)) return false
  const [low = '', high = ''] = line.split(/Max:/i)
  for (const { axis, span } of spansBetween(placesIn(low.replace(/^.*Min:/i, '')), placesIn(high))) {
    notes.state(`reach.${axis}`, axis === 'z' ? [Math.max(0, span[0]), span[1]] : span, place)
    if (axis !== 'z') notes.guess(`bed.${axis}`, bedFromReach(span), 'only how far the head goes is given', place)
  }
  return true
}

/** `area:{full:{min:{…},max:{…}},work:{…}}`: the reach and the bed. */
function area(line: string, place: Place, notes: Notes): boolean {
  if (!line.startsWith('area:')) return false
  const [full = '', work = ''] = line.split('work:')
  const spansOf = (text: string) => {
    const [low = '', high = ''] = text.split('max:')
    return spansBetween(placesIn(low), placesIn(high))
  }
  for (const { axis, span } of spansOf(full)) notes.state(`reach.${axis}`, span, place)
  for (const { axis, span } of spansOf(work)) if (axis !== 'z') notes.state(`bed.${axis}`, span, place)
  return true
}

/** Abilities that say something about the machine itself. */
const abilityFields: Readonly<Record<string, (on: boolean) => [string, unknown] | null>> = {
  Z_PROBE: on => (on ? null : ['probe', null]),
  LEVELING_DATA: on => ['storedMesh', on],
  TOGGLE_LIGHTS: on => (on ? ['features', ['lights' satisfies Feature]] : null),
}

function identification(text: string, lines: readonly string[], file: string, notes: Notes): void {
  const reply = identify(lines.join('\n'))
  if (!reply.family) return
  const placeOf = (fits: RegExp): Place => ({ file, line: Math.max(1, lines.findIndex(line => fits.test(line)) + 1) })
  const head = placeOf(/^FIRMWARE_(?:NAME|VERSION)/)
  notes.derive('firmware.family', reply.family, head, reply.because)
  if (reply.version) notes.state('firmware.version', reply.version, head)
  if (Object.keys(reply.abilities).length) notes.state('firmware.abilities', reply.abilities, placeOf(/^Cap:/))
  if (reply.machine) notes.state('name', reply.machine.slice(0, 60), head)
  const extruders = /EXTRUDER_COUNT:(\d{1,2})/.exec(text)?.[1]
  for (let i = 0; i < Number(extruders ?? 0); i++)
    notes.derive(`tools.${i}.name`, extruders === '1' ? 'nozzle' : `nozzle T${i}`, head, 'it counts its extruders')
  for (const [ability, on] of Object.entries(reply.abilities)) {
    const [field, value] = abilityFields[ability]?.(on) ?? []
    if (field) notes.derive(field, value, placeOf(new RegExp(`^Cap:${ability}:`)), `${ability} is ${on ? 'on' : 'off'}`)
  }
  if (reply.abilities.Z_PROBE)
    guessProbeKind(notes, 'touch', 'it has a probe; its kind is not stated', placeOf(/^Cap:Z_PROBE:/))
}

/** Lines without settings, from the terminal or the board. */
const between = /^(?:ok\b|[A-Z]\d+$|;|$|start$|busy|T:|X:|G21\b|G20\b|M149\b|UUID|M115|Unknown)/

/** The line in which an incomplete report ends; −1 for a complete one. */
const cutOffAt = (text: string, lines: readonly string[]): number =>
  /[\r\n]$/.test(text) || lines.some(line => /^ok\b/.test(line)) ? -1 : lines.length - 1

/** Reads a report, complete or in part. */
export function readReport({ name, text }: GivenFile, notes: Notes): void {
  const lines = rawLines(text).map(plainReportLine)
  identification(text, lines, name, notes)
  const mesh = { x: -1, y: -1, line: 0 }
  let hasFields = false
  const cut = cutOffAt(text, lines)
  lines.forEach((line, i) => {
    const place = { file: name, line: i + 1 }
    if (i === cut) return
    if (softLimits(line, place, notes) || area(line, place, notes)) {
      hasFields = true
      return
    }
    const command = readLine(line).command
    if (command?.name === 'G29' && /^G29 W/.test(line)) {
      mesh.x = Math.max(mesh.x, numberOf(command, 'I') ?? -1)
      mesh.y = Math.max(mesh.y, numberOf(command, 'J') ?? -1)
      mesh.line ||= place.line
      return
    }
    const reader = command ? settings[command.name] : undefined
    if (command && reader) {
      hasFields = true
      reader(command, place, notes)
    } else if (command && passedSettings.test(command.name))
      notes.pass(place, `${command.name} sets nothing that a rehearsal needs.`)
    else if (!between.test(line) && !/^(?:FIRMWARE_|Cap:)/i.test(line))
      notes.pass(place, `“${line.slice(0, 40)}” is unknown.`)
  })
  if (mesh.line) {
    const place = { file: name, line: mesh.line }
    notes.derive('storedMesh', true, place, 'a mesh is kept')
    notes.derive('probe.grid', { x: mesh.x + 1, y: mesh.y + 1 }, place, 'the mesh that is kept has so many points')
  }
  if (hasFields)
    notes.derive('firmware.family', 'board', { file: name, line: 1 }, 'saved settings of a board look like this')
  if (cut >= 0)
    notes.pass({ file: name, line: cut + 1 }, 'The report seems cut off here: no “ok” follows. This line is skipped.')
}
