// Phrases: how a family writes each effect that fixes, makers, edits and exports need. Null if the family can't express
// it.
import { plain } from '../format.ts'
import type { Axis } from '../model/printer.ts'
import type { Heater } from './effect.ts'

/** A number, or a formula in place of one (`@nozzle`). */
export type Amount = number | string

/** The numbers of a move: mm, mm/min, and mm of filament. A text is a formula. */
export type MoveWords = Readonly<Partial<Record<'x' | 'y' | 'z' | 'e' | 'f', Amount>>>

/** A number for each of some axes; `e` is filament. */
export type AxisAmounts = Readonly<Partial<Record<Axis | 'e', number>>>

/**
 * `tool` is the number that scripts use for a tool; null means the tool in use. A phrase of several lines has line
 * breaks between them.
 */
export type Phrases = {
  move: (words: MoveWords) => string
  positioning: (way: 'absolute' | 'relative') => string
  countFilament: (way: 'absolute' | 'relative') => string
  zeroFilament: () => string
  units: (units: 'mm' | 'inch') => string | null
  waitForMoves: () => string
  dwell: (seconds: number) => string
  home: (axes: readonly Axis[]) => string
  probeBed: () => string | null
  /** Probes once at the head's position. */
  probePoint: () => string | null
  /** Aligns the gantry: by its four corners, or by separate Z motors. */
  align: (held: 'corners' | 'motors') => string | null
  /** Loads the saved mesh, or one of several by its number or name. */
  loadMesh: (mesh: number | string | null) => string | null
  levellingOff: () => string | null
  heat: (heater: Heater, to: Amount, tool: number | null) => string | null
  /** Heats and waits; with `cooling` also waits for cooling. */
  waitFor: (heater: Heater, to: Amount, tool: number | null, cooling: boolean) => string | null
  /** The part fan's speed, 0 to 1. */
  fan: (share: number) => string | null
  /** All motors (null), or those of some axes and the extruder. */
  motorsOff: (letters: readonly (Axis | 'e')[] | null) => string | null
  softLimits: (on: boolean) => string | null
  coldExtrusion: (allowed: boolean) => string | null
  /** The highest speeds of the axes, mm/s, and their highest accelerations, mm/s². */
  speedLimits: (limits: AxisAmounts) => string | null
  accelerationLimits: (limits: AxisAmounts) => string | null
  /** The acceleration of moves, mm/s². */
  acceleration: (of: Readonly<Partial<Record<'print' | 'travel' | 'retract', number>>>) => string | null
  /** Pressure advance, s; `tool` is null for the one in use. */
  pressureAdvance: (factor: Amount, tool: number | null) => string | null
  /** Firmware retraction: retract, or unretract. */
  firmwareRetract: (back: boolean) => string | null
  /** Parameters of firmware retraction: mm and mm/s. */
  retraction: (of: Readonly<Partial<Record<'lengthMm' | 'speedMmS', number>>>) => string | null
  /** Waits for the person; with `parks` the head moves aside first. */
  pause: (parks: boolean) => string
  resume: () => string | null
  changeFilament: () => string | null
  beep: (hz: number, milliseconds: number) => string | null
  feedPercent: (percent: number) => string | null
  flowPercent: (percent: number, tool: number | null) => string | null
  message: (text: string) => string | null
  /** Selects a tool. Given a formula, null if the firmware's tool numbers are not indexes into the list of tools. */
  takeTool: (tool: Amount) => string | null
  /** All shares of a tool's blend, in one line. */
  blendOfTool: (tool: number, shares: readonly number[]) => string | null
  /** One input's share of a blend, and saving the blend as a tool. */
  blendPart: (input: number, share: number) => string | null
  keepBlend: (tool: number) => string | null
}

/** Writes an amount: at most three decimals without trailing zeros, or the formula unchanged. */
export const amount = (value: Amount): string => (typeof value === 'number' ? plain(value, 3) : value)

const letters = ['x', 'y', 'z', 'e', 'f'] as const

/** Phrases that are the same in all families: moves and modes of counting. */
export const common = {
  move: words =>
    [
      'G1',
      ...letters.flatMap(letter => (words[letter] === undefined ? [] : letter.toUpperCase() + amount(words[letter]))),
    ].join(' '),
  positioning: way => (way === 'absolute' ? 'G90' : 'G91'),
  countFilament: way => (way === 'absolute' ? 'M82' : 'M83'),
  zeroFilament: () => 'G92 E0',
  units: units => (units === 'mm' ? 'G21' : 'G20'),
  waitForMoves: () => 'M400',
  home: axes => ['G28', ...(axes.length === 3 ? [] : axes.map(axis => axis.toUpperCase()))].join(' '),
  feedPercent: percent => `M220 S${amount(percent)}`,
  message: text => `M117 ${text}`,
  takeTool: tool => `T${tool}`,
} satisfies Partial<Phrases>

/** `X200 Y180` */
const axisWords = (limits: AxisAmounts, times = 1): string =>
  (['x', 'y', 'z', 'e'] as const)
    .flatMap(each => (limits[each] === undefined ? [] : `${each.toUpperCase()}${amount(limits[each] * times)}`))
    .join(' ')

/** Speed limits and accelerations by numbered commands; `times` converts from mm/s to the firmware's unit. */
export const limitsByNumber = (
  perSecond: number,
): Pick<Phrases, 'speedLimits' | 'accelerationLimits' | 'acceleration'> => ({
  speedLimits: limits => `M203 ${axisWords(limits, perSecond)}`,
  accelerationLimits: limits => `M201 ${axisWords(limits)}`,
  acceleration: ({ print, travel, retract }) =>
    [
      'M204',
      ...Object.entries({ P: print, T: travel, R: retract }).flatMap(([letter, value]) =>
        value === undefined ? [] : `${letter}${amount(value)}`,
      ),
    ].join(' '),
})

/** Firmware retraction by numbered commands. */
export const retractingByNumber: Pick<Phrases, 'firmwareRetract' | 'retraction'> = {
  firmwareRetract: back => (back ? 'G10' : 'G11'),
  retraction: ({ lengthMm, speedMmS }) =>
    [
      'M207',
      ...(lengthMm === undefined ? [] : [`S${amount(lengthMm)}`]),
      ...(speedMmS === undefined ? [] : [`F${amount(speedMmS * 60)}`]),
    ].join(' '),
}

export const beepByNumber = (hz: number, milliseconds: number): string => `M300 S${amount(hz)} P${amount(milliseconds)}`

/** `T1 ` for a tool; empty for the tool in use. */
export const toolWord = (tool: number | null): string => (tool === null ? '' : ` T${tool}`)

const heatCodes: Record<Heater, { go: string; wait: string }> = {
  nozzle: { go: 'M104', wait: 'M109' },
  bed: { go: 'M140', wait: 'M190' },
  chamber: { go: 'M141', wait: 'M191' },
}

/** Heating by numbered commands; `coolingLetter` is the letter whose wait includes cooling. */
export const heatByNumber = (coolingLetter: string): Pick<Phrases, 'heat' | 'waitFor'> => ({
  heat: (heater, to, tool) => `${heatCodes[heater].go}${heater === 'nozzle' ? toolWord(tool) : ''} S${amount(to)}`,
  waitFor: (heater, to, tool, cooling) =>
    `${heatCodes[heater].wait}${heater === 'nozzle' ? toolWord(tool) : ''} ${cooling ? coolingLetter : 'S'}${amount(to)}`,
})
