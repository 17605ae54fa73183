// One way to say a thing: how a family writes what fixes, makers, edits and exports want, or null where it can't be said.
import { plain } from '../format.ts'
import type { Axis } from '../model/printer.ts'
import type { Heater } from './effect.ts'

/** A number, or a formula that stands in place of one (`@nozzle`). */
export type Amount = number | string

/** The words of a move, in mm, mm/min and mm of filament; a text is a formula. */
export type MoveWords = Readonly<Partial<Record<'x' | 'y' | 'z' | 'e' | 'f', Amount>>>

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
  /** The saved mesh, or one of several by its number. */
  loadMesh: (number: number | null) => string | null
  heat: (heater: Heater, to: Amount, tool: number | null) => string | null
  /** Heats and waits; `cooling` waits as well while it cools. */
  waitFor: (heater: Heater, to: Amount, tool: number | null, cooling: boolean) => string | null
  /** The part fan, 0 to 1. */
  fan: (share: number) => string | null
  /** All, or some axes and the filament. */
  motorsOff: (letters: readonly (Axis | 'e')[] | null) => string | null
  softLimits: (on: boolean) => string | null
  coldExtrusion: (allowed: boolean) => string | null
  feedPercent: (percent: number) => string | null
  flowPercent: (percent: number, tool: number | null) => string | null
  message: (text: string) => string | null
  takeTool: (tool: number) => string | null
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
