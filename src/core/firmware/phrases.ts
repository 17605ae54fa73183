// One way to say a thing: how a family writes what fixes, makers, edits and exports want, or null where it can't be said.
import { plain } from '../format.ts'
import type { Axis } from '../model/printer.ts'
import type { Heater } from './effect.ts'

/** A number, or a formula that stands in place of one (`@nozzle`). */
export type Amount = number | string

/** The words of a move, in mm, mm/min and mm of filament; a text is a formula. */
export type MoveWords = Readonly<Partial<Record<'x' | 'y' | 'z' | 'e' | 'f', Amount>>>

/** A number for some of the axes, and of filament under `e`. */
export type AxisAmounts = Readonly<Partial<Record<Axis | 'e', number>>>

/** `tool` is the number that scripts call a tool by; null for the one in use. Several lines stand in one text, a line end between. */
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
  /** Touches the bed once, where the head is. */
  probePoint: () => string | null
  /** Aligns the gantry: held at its four corners, or by motors of its own along Z. */
  align: (held: 'corners' | 'motors') => string | null
  /** The saved mesh, or one of several by its number. */
  loadMesh: (number: number | null) => string | null
  levellingOff: () => string | null
  heat: (heater: Heater, to: Amount, tool: number | null) => string | null
  /** Heats and waits; `cooling` waits as well while it cools. */
  waitFor: (heater: Heater, to: Amount, tool: number | null, cooling: boolean) => string | null
  /** The part fan, 0 to 1. */
  fan: (share: number) => string | null
  /** All, or some axes and the filament. */
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
  /** The retraction that is set in the firmware: back, or forward again. */
  firmwareRetract: (back: boolean) => string | null
  /** How long and fast that is: mm and mm/s. */
  retraction: (of: Readonly<Partial<Record<'lengthMm' | 'speedMmS', number>>>) => string | null
  /** Waits for the person; `parks` where the head goes aside for it. */
  pause: (parks: boolean) => string
  resume: () => string | null
  changeFilament: () => string | null
  beep: (hz: number, milliseconds: number) => string | null
  feedPercent: (percent: number) => string | null
  flowPercent: (percent: number, tool: number | null) => string | null
  message: (text: string) => string | null
  /** A formula where the firmware takes the tool's place in the list as it is; null for one where it does not. */
  takeTool: (tool: Amount) => string | null
  /** All shares of a tool's blend in one line. */
  blendOfTool: (tool: number, shares: readonly number[]) => string | null
  /** One input's share of a blend, and the blend kept as a tool. */
  blendPart: (input: number, share: number) => string | null
  keepBlend: (tool: number) => string | null
}

/** An amount as it is written: at most three decimals and no trailing zero, or the formula as it is. */
export const amount = (value: Amount): string => (typeof value === 'number' ? plain(value, 3) : value)

const letters = ['x', 'y', 'z', 'e', 'f'] as const

/** What all families say alike: moves and how they are counted. */
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

/** Limits and accelerations by numbered commands; speeds count so many times mm/s. */
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

/** Retraction of the firmware's own, by numbered commands. */
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

/** `T1 ` where a tool is named. */
export const toolWord = (tool: number | null): string => (tool === null ? '' : ` T${tool}`)

const heatCodes: Record<Heater, { go: string; wait: string }> = {
  nozzle: { go: 'M104', wait: 'M109' },
  bed: { go: 'M140', wait: 'M190' },
  chamber: { go: 'M141', wait: 'M191' },
}

/** Heating by numbered commands, `coolingLetter` being the one whose wait goes on while it cools. */
export const heatByNumber = (coolingLetter: string): Pick<Phrases, 'heat' | 'waitFor'> => ({
  heat: (heater, to, tool) => `${heatCodes[heater].go}${heater === 'nozzle' ? toolWord(tool) : ''} S${amount(to)}`,
  waitFor: (heater, to, tool, cooling) =>
    `${heatCodes[heater].wait}${heater === 'nozzle' ? toolWord(tool) : ''} ${cooling ? coolingLetter : 'S'}${amount(to)}`,
})
