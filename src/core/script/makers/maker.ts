// A maker makes a passage from parameters, and the passage stores them in its marker line (`;@ purge-line edge=left
// length=150`).
import { plain } from '../../format.ts'
import type { Line } from '../../gcode/line.ts'
import { beginning } from '../../machine/beginning.ts'
import type { Modes, Stage } from '../../machine/state.ts'
import type { Axis } from '../../model/printer.ts'

/** `onlyFor` names a choice and the option of it for which the parameter applies; otherwise it is left out. */
type Common = { name: string; label: string; onlyFor?: readonly [name: string, option: string] }

export type Choice = Common & { kind: 'choice'; options: readonly string[]; standard: string }
export type Count = Common & {
  kind: 'number'
  unit: string
  step: number
  range: readonly [number, number]
  standard: number
}
/** A text without spaces, because a marker is split at spaces; `shape` describes `pattern` in words. */
export type Text = Common & { kind: 'text'; pattern: RegExp; shape: string; standard: string }

export type Parameter = Choice | Count | Text

export type Values = Readonly<Record<string, string | number>>

/**
 * The input of a maker: printer, material and job, and the machine where the passage begins: its modes, the time for
 * which the bed has held its target, s (0 if it has not), and the height of the head, mm (NaN if unknown).
 */
export type Surroundings = { stage: Stage; modes: Modes; bedHeldS: number; headZ: number }

/** The surroundings at the start of a script. */
export const fromTheBeginning = (stage: Stage): Surroundings => ({
  stage,
  modes: beginning(stage).modes,
  bedHeldS: 0,
  headZ: beginning(stage).position.z ?? Number.NaN,
})

/** `note` describes deviations from the request. */
export type Made = { ok: true; lines: string[]; note?: string } | { ok: false; why: string }

export type Maker = {
  name: string
  /** Title and purpose, for menus. */
  title: string
  purpose: string
  /** Other names, for searching. */
  aliases: string
  parameters: (surroundings: Surroundings) => readonly Parameter[]
  make: (values: Values, surroundings: Surroundings) => Made
  /** For a table of blends: each name with its shares of the inputs, adding up to 1. */
  swatches?: (values: Values, surroundings: Surroundings) => readonly { name: string; shares: readonly number[] }[]
}

/** A numeric parameter: name, label, unit, step, minimum and maximum, standard value. */
export const number = (
  name: string,
  label: string,
  unit: string,
  step: number,
  range: readonly [number, number],
  standard: number,
): Count => ({ name, label, kind: 'number', unit, step, range, standard })

/** A parameter with options; the first is the standard. */
export const choice = (name: string, label: string, ...options: readonly string[]): Choice => ({
  name,
  label,
  kind: 'choice',
  options,
  standard: options[0] ?? '',
})

/** Makes a parameter apply only for one option of a choice. */
export const onlyFor = <P extends Parameter>(name: string, option: string, parameter: P): P => ({
  ...parameter,
  onlyFor: [name, option],
})

/**
 * The first of some wordings, longest first, that fits a display's columns; null without a display, or if none fits.
 * `atLongest` returns a wording with values of maximum length.
 */
export const fittingWords = (
  wordings: readonly string[],
  columns: number | undefined,
  atLongest: (wording: string) => string = wording => wording,
): string | null =>
  columns === undefined ? null : (wordings.find(wording => atLongest(wording).length <= columns) ?? null)

/** Writes a number for G-code: at most three decimals without trailing zeros. */
export const written = (value: number): string => plain(value, 3)

export const numberIn = (values: Values, name: string): number => Number(values[name])

/**
 * Why a passage with absolute positions in mm can't be inserted here: the modes, or the first position beyond the
 * reach. Null if it can.
 */
export function placed({ stage, modes }: Surroundings, places: readonly (readonly [Axis, number])[]): string | null {
  if (modes.positioning === 'relative') return 'Positions are relative here. Put G90 before it first.'
  if (modes.units === 'inch') return 'Lengths are in inches here. Put G21 before it first.'
  return beyondReach(stage, places)
}

/** The first place that the head can't reach, in a sentence; null when it can reach them all. */
export function beyondReach(stage: Stage, places: readonly (readonly [Axis, number])[]): string | null {
  for (const [axis, value] of places) {
    const [low, high] = stage.printer.reach[axis]
    if (value < low || value > high)
      return `It would reach ${axis.toUpperCase()} ${written(value)}, beyond what the head can reach (${low} to ${high} mm).`
  }
  return null
}

/** The standard value of every parameter. */
export const standards = (parameters: readonly Parameter[]): Values =>
  Object.fromEntries(parameters.map(({ name, standard }) => [name, standard]))

/** Whether a parameter means anything with these values. */
export const isShown = ({ onlyFor }: Parameter, values: Values): boolean =>
  !onlyFor || values[onlyFor[0]] === onlyFor[1]

/**
 * Fits values to a maker's parameters: absent ones become standard, those that mean nothing beside the others are left out. A
 * sentence says which value does not fit.
 */
export function fitValues(parameters: readonly Parameter[], values: Values): Values | string {
  const fitted: Record<string, string | number> = {}
  for (const parameter of parameters) {
    if (!isShown(parameter, { ...standards(parameters), ...values })) continue
    const given = values[parameter.name] ?? parameter.standard
    if (parameter.kind === 'text') {
      if (!parameter.pattern.test(String(given))) return `${parameter.label} is ${parameter.shape}, not “${given}”.`
      fitted[parameter.name] = String(given)
      continue
    }
    if (parameter.kind === 'choice') {
      if (!parameter.options.includes(String(given)))
        return `${parameter.label} is one of ${parameter.options.join(', ')}, not “${given}”.`
      fitted[parameter.name] = String(given)
      continue
    }
    const number = Number(given)
    const [low, high] = parameter.range
    if (!Number.isFinite(number) || given === '' || number < low || number > high)
      return `${parameter.label} is a number from ${written(low)} to ${written(high)} ${parameter.unit}, not “${given}”.`.replace(
        '  ',
        ' ',
      )
    fitted[parameter.name] = number
  }
  return fitted
}

/** `;@ purge-line edge=left length=150` */
export const markerLine = (name: string, values: Values): string =>
  [
    `;@ ${name}`,
    ...Object.entries(values).map(([key, value]) => `${key}=${typeof value === 'number' ? written(value) : value}`),
  ].join(' ')

export const endLine = (name: string): string => `;@ end ${name}`

export type Marker = { kind: 'begin'; name: string; values: Values } | { kind: 'end'; name: string }

/** What a marker line says; null for any other line. */
export function readMarker(line: Line): Marker | null {
  if (line.kind !== 'mark') return null
  const end = /^\s*;@\s*end\s+([a-z][a-z-]*)\s*$/.exec(line.raw)
  if (end) return { kind: 'end', name: end[1] as string }
  const begin = /^\s*;@\s*([a-z][a-z-]*)((?:\s+[A-Za-z_]\w*=\S*)*)\s*$/.exec(line.raw)
  if (!begin) return null
  const pairs = (begin[2] as string).trim().split(/\s+/).filter(Boolean)
  const values = Object.fromEntries(
    pairs.map(pair => {
      const at = pair.indexOf('=')
      const [key, value] = [pair.slice(0, at), pair.slice(at + 1)]
      return [key, value !== '' && Number.isFinite(Number(value)) ? Number(value) : value]
    }),
  )
  return { kind: 'begin', name: begin[1] as string, values }
}

export type MadePassage = { name: string; values: Values; firstLine: number; lastLine: number }

/** Made passages whose markers close, and the marker lines that don't match. */
export function madePassages(lines: readonly Line[]): MadeAll {
  const found = known.get(lines) ?? madeIn(lines)
  known.set(lines, found)
  return found
}

type MadeAll = { made: readonly MadePassage[]; loose: readonly number[] }

/** The lines of a script never change, and rules, edits and passages all ask. */
const known = new WeakMap<readonly Line[], MadeAll>()

function madeIn(lines: readonly Line[]): MadeAll {
  const made: MadePassage[] = []
  const loose: number[] = []
  let open: { name: string; values: Values; firstLine: number } | null = null
  for (const line of lines) {
    const marker = readMarker(line)
    if (!marker) continue
    if (marker.kind === 'begin') {
      if (open) loose.push(open.firstLine)
      open = { name: marker.name, values: marker.values, firstLine: line.number }
    } else if (open?.name === marker.name) {
      made.push({ ...open, lastLine: line.number })
      open = null
    } else loose.push(line.number)
  }
  if (open) loose.push(open.firstLine)
  return { made, loose }
}
