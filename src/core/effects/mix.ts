// Blends of a mixing hot end: mixed input by input, saved as a tool, or set at once.
import { listed, plain } from '../format.ts'
import { type Command, numberOf, numbersOf } from '../gcode/line.ts'
import type { Modes } from '../machine/state.ts'
import { record } from './record.ts'

const inputLetters = [...'ABCDHI']

/** The shares of a complete blend, by input. */
const wholeBlend = (command: Command): number[] => inputLetters.map(letter => numberOf(command, letter) ?? 0)

/** Shares that add up to 1; null if there is nothing to share. */
function scaled(shares: readonly number[]): number[] | null {
  const sum = shares.reduce((total, share) => total + share, 0)
  return sum > 0 ? shares.map(share => share / sum) : null
}

const keep = (blends: Modes['blends'], tool: number, shares: number[]): Modes['blends'] => [
  ...blends.filter(each => each.tool !== tool),
  { tool, shares },
]

const percent = (share: number): string => `${plain(share * 100, 1)} %`
const inWords = (shares: readonly number[]): string =>
  listed(shares.flatMap((share, input) => (share > 0 ? [`${percent(share)} of input ${input + 1}`] : [])))

export const mix = record<'mix'>({
  movesHead: false,
  book: { kind: 'mixes filaments', alsoCalled: 'blend colour color ratio' },
  run: (recorder, command, { step }) => {
    const { mixing, blends } = recorder.modes
    const inputs = recorder.stage.printer.tools[recorder.toolMeant]?.mixingInputs ?? 1
    if (step === 'part') {
      const [input, share] = [numberOf(command, 'S'), numberOf(command, 'P')]
      if (input === null || share === null || input < 0 || input > 15) return
      const parts = Array.from(
        { length: Math.max(mixing.length, inputs, input + 1) },
        (_, each) => mixing[each] ?? null,
      )
      parts[input] = share
      recorder.set({ mixing: parts })
    } else if (step === 'keep') {
      const tool = numberOf(command, 'S') ?? recorder.modes.blend ?? recorder.toolMeant
      const shares = scaled(mixing.map(share => Math.max(0, share ?? 0)))
      if (shares) recorder.set({ mixing: [], blends: keep(blends, tool, shares) })
    } else if (step === 'tool') {
      const tool = numberOf(command, 'P')
      const shares = numbersOf(command, 'E')
      if (tool !== null && shares.length) recorder.set({ blends: keep(blends, tool, shares) })
    } else if (step === 'whole') {
      const shares = scaled(wholeBlend(command))
      const tool = recorder.modes.blend ?? recorder.toolMeant
      if (shares) recorder.set({ mixing: [], blends: keep(blends, tool, shares) })
    }
  },
  says: ({ command, effect, after }) => {
    switch (effect.step) {
      case 'part': {
        const [input, share] = [numberOf(command, 'S'), numberOf(command, 'P')]
        if (input === null || share === null) return null
        return `Starts a blend: ${percent(share)} of input ${input + 1}.`
      }
      case 'keep': {
        const tool = numberOf(command, 'S') ?? after.blend ?? Math.max(0, after.tool)
        const kept = after.blends.find(each => each.tool === tool)
        return kept ? `Saves the blend as T${tool}: ${inWords(kept.shares)}.` : 'Saves no blend: none has been started.'
      }
      case 'whole': {
        const shares = scaled(wholeBlend(command))
        return shares && `Blend from here on: ${inWords(shares)}.`
      }
      case 'tool':
        return `Blend of T${numberOf(command, 'P') ?? 0}: ${inWords(numbersOf(command, 'E'))}.`
      case 'gradient':
        return null
    }
  },
  purpose: 'mix',
})
