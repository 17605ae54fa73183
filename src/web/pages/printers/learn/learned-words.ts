// Labels of learned fields, and their values in words.

import { plain, plural } from '../../../../core/format.ts'
import type { LearnedField } from '../../../../core/learn/learn.ts'

const groups: readonly [string, RegExp][] = [
  ['What it is', /^(?:name|about|firmware|bedCarriedOn|features|display)/],
  ['Bed and reach', /^(?:bed\.|reach|spots|zones)/],
  ['Motion', /^(?:highest|acceleration|corner)/],
  ['Homing and probing', /^(?:homing|probe|storedMesh)/],
  ['Tools', /^(?:tools|extrudes|filamentChange)/],
  ['Heat', /^(?:heaters|waits)/],
  ['Config and macros', /^(?:macro|config)/],
]

/** The fields in groups, in the order in which a printer is described. */
export const grouped = (fields: readonly LearnedField[]): { title: string; fields: LearnedField[] }[] =>
  [...groups, ['Besides', /^/] as const]
    .map(([title, fits], i) => ({
      title,
      fields: fields.filter(
        ({ field }) => fits.test(field) && !groups.slice(0, i).some(([, before]) => before.test(field)),
      ),
    }))
    .filter(group => group.fields.length > 0)

const words: Readonly<Record<string, string>> = {
  name: 'Name',
  about: 'In a few words',
  'firmware.family': 'Firmware',
  'firmware.version': 'Firmware version',
  'firmware.abilities': 'Abilities that it reports',
  bedCarriedOn: 'The bed',
  features: 'Features',
  display: 'Display',
  'bed.round': 'A round bed',
  reachRadiusMm: 'Reach around the centre',
  spots: 'Spots beside the bed',
  corner: 'Corners',
  'accelerationMmS2.print': 'Acceleration, printing',
  'accelerationMmS2.travel': 'Acceleration, travelling',
  'accelerationMmS2.retract': 'Acceleration, retracting',
  'homing.order': 'Order of homing',
  'homing.bumpMm': 'Lift before the second touch',
  'homing.bumpShare': 'Speed of the second touch',
  storedMesh: 'Keeps a mesh',
  probe: 'Probe',
  'probe.kind': 'Kind of probe',
  'probe.grid': 'Points of a probing',
  'probe.insetMm': 'Distance of probing from the edge',
  'probe.secondsPerPoint': 'A point takes',
  'extrudes.coldestC': 'Coldest to extrude',
  'extrudes.fattestBeadMm2': 'Fattest bead',
  filamentChange: 'Changing filament',
  'heaters.nozzle.highestC': 'Nozzle at most',
  'heaters.nozzle.secondsTo200': 'Nozzle to 200 °C',
  'heaters.nozzle.secondsCooling200To50': 'Nozzle 200 to 50 °C',
  'heaters.bed.highestC': 'Bed at most',
  'heaters.bed.secondsTo60': 'Bed to 60 °C',
  'heaters.bed.secondsTo100': 'Bed to 100 °C',
  'heaters.bed.secondsCooling60To30': 'Bed 60 to 30 °C',
  'heaters.chamber': 'Chamber',
  macros: 'Config',
  configFiles: 'Files it includes',
  macroFiles: 'Files on its card',
}

const perAxis: readonly [RegExp, string][] = [
  [/^reach\.(\w)$/, 'Reach along'],
  [/^bed\.(\w)$/, 'Bed along'],
  [/^highestSpeedMmS\.(\w)$/, 'Highest speed,'],
  [/^highestAccelerationMmS2\.(\w)$/, 'Highest acceleration,'],
  [/^homing\.at\.(\w)$/, 'Position after homing'],
  [/^homing\.speedMmS\.(\w)$/, 'Homing speed,'],
  [/^probe\.offset\.(\w)$/, 'Probe from the nozzle,'],
]

const ofTool: Readonly<Record<string, string>> = {
  name: 'name',
  nozzleMm: 'nozzle',
  filamentMm: 'filament',
  retractMm: 'retracts',
  retractMmS: 'retracts at',
  highestFlowMm3S: 'melts at most',
  mixingInputs: 'filaments into it',
  heater: 'shares the heater of',
  'offset.x': 'offset X',
  'offset.y': 'offset Y',
  'offset.z': 'offset Z',
}

/** The label of a field. */
export function labelOfField(field: string): string {
  const [, number, rest = ''] = /^tools\.(\d+)\.(.+)$/.exec(field) ?? []
  if (number !== undefined) return `T${number} ${ofTool[rest] ?? rest}`
  for (const [fits, label] of perAxis) {
    const axis = fits.exec(field)?.[1]
    if (axis) return `${label} ${axis.toUpperCase()}`
  }
  return words[field] ?? field
}

const units: readonly [RegExp, string][] = [
  [/mm2$/i, 'mm²'],
  [/FlowMm3S$/, 'mm³/s'],
  [/MmS2(?:\.\w+)?$/, 'mm/s²'],
  [/MmS(?:\.\w)?$/i, 'mm/s'],
  [/highestC$|coldestC$/, '°C'],
  [/\.seconds\w*$/, 's'],
  [/Mm$|^reach|^bed\.[xy]|\.offset\.|\.at\./i, 'mm'],
]
export const unitOf = (field: string): string => units.find(([fits]) => fits.test(field))?.[1] ?? ''

const names: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  bedCarriedOn: { y: 'slides front to back', z: 'goes down', none: 'stays where it is' },
  'probe.kind': { touch: 'touches the bed', inductive: 'a sensor for metal', nozzle: 'the nozzle itself' },
}
export const choicesOf = (field: string): Readonly<Record<string, string>> | undefined => names[field]

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

type Named = { name: string; x?: number; y?: number }

function ofList(value: readonly unknown[], unit: string): string {
  if (value.length === 0) return 'none'
  if (value.length === 2 && value.every(each => typeof each === 'number'))
    return `${plain(value[0] as number)} to ${plain(value[1] as number)} ${unit}`.trim()
  if (value.every(each => /^[xyz]$/.test(String(each)))) return value.join(', ').toUpperCase()
  if (!value.every(isRecord)) return value.map(each => String(each).replaceAll('_', ' ')).join(', ')
  const shown = (value as Named[]).map(({ name, x, y }) =>
    x === undefined || y === undefined ? name : `${name.replaceAll('_', ' ')} at X ${plain(x)} Y ${plain(y)}`,
  )
  return shown.length > 4 ? `${shown.slice(0, 4).join(', ')} and ${shown.length - 4} more` : shown.join(', ')
}

function ofRecord(field: string, value: Record<string, unknown>): string {
  if (field === 'probe.grid') return `${value.x} × ${value.y}`
  if (field === 'display') return plural(Number(value.columns), 'column')
  if (field === 'corner')
    return value.kind === 'speed'
      ? `at ${value.mmS} mm/s`
      : value.kind === 'deviation'
        ? `cut by ${value.mm} mm`
        : `each axis jumps by ${value.x} mm/s on X and Y`
  if (field === 'heaters.chamber')
    return value.heated ? `heated, ${value.highestC} °C at most` : 'warmed by the bed alone'
  if (field === 'firmware.abilities') return plural(Object.keys(value).length, 'thing')
  return Object.entries(value)
    .filter(([, its]) => typeof its === 'number')
    .map(
      ([key, its]) => `${key.length === 1 ? key.toUpperCase() : key.replace(/M[a-z]+S?$/, '')} ${plain(its as number)}`,
    )
    .join(' ')
}

/** A value in words; `nothing` if there is none. */
export function describeField(field: string, value: unknown, nothing = 'none'): string {
  if (value === null || value === undefined) return nothing
  const unit = unitOf(field)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') {
    if (field.endsWith('.heater')) return `T${value}`
    return `${plain(value)} ${unit}`.trim()
  }
  if (field === 'macros') return plural(String(value).split('\n').length, 'line')
  if (typeof value === 'string') return names[field]?.[value] ?? value
  return Array.isArray(value) ? ofList(value, unit) : ofRecord(field, value as Record<string, unknown>)
}

/** Whether two values of a field are equal; null and undefined are. */
export const sameValue = (a: unknown, b: unknown): boolean =>
  JSON.stringify(a ?? null) === JSON.stringify(b ?? null) ||
  (typeof a === 'number' && typeof b === 'number' && Math.abs(a - b) < 1e-6)
