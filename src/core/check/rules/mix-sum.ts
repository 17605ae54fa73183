// The shares of a blend do not add up to 1.
import { plain } from '../../format.ts'
import { numberOf, numbersOf } from '../../gcode/line.ts'
import type { Checked, Found, Row, Rule } from '../finding.ts'

/** Tolerance: thirds are written as 0.33. Beyond it by more than the error of adding decimals. */
const slack = 0.02 + 1e-9

/** The sum of the shares of the blend that this row saves or sets; null for other rows. */
function sumAt({ effect, command, before }: Row): number | null {
  if (effect?.does !== 'mix') return null
  const total = (shares: readonly (number | null)[]) => shares.reduce<number>((sum, share) => sum + (share ?? 0), 0)
  if (effect.step === 'keep') return before.mixing.length ? total(before.mixing) : null
  if (effect.step === 'tool')
    return command.words.some(({ letter }) => letter === 'E') ? total(numbersOf(command, 'E')) : null
  if (effect.step === 'whole') return total([...'ABCDHI'].map(letter => numberOf(command, letter)))
  return null
}

function check({ rows, stage }: Checked): Found[] {
  const spreads = stage.firmware.maxBlends !== null
  return rows.flatMap((row): Found[] => {
    const sum = sumAt(row)
    // A blend set at once is written in parts: `A1 B3` is a quarter and three quarters.
    const inParts = spreads && row.effect?.does === 'mix' && row.effect.step === 'whole'
    if (sum === null || inParts || Math.abs(sum - 1) <= slack) return []
    const then = spreads
      ? 'The firmware scales them to 1, so the blend differs from the written one.'
      : 'The tool extrudes more or less than it should.'
    return [{ line: row.line, message: `The shares of this blend add up to ${plain(sum, 3)}, not to 1. ${then}` }]
  })
}

export const mixSum = {
  name: 'mix-sum',
  group: 'state',
  severity: 'warning',
  title: 'A blend that doesn’t add up to 1',
  why: 'Shares say how much of each filament goes into one millimetre. If they don’t add up to 1, the colour or the amount is wrong.',
  silentWhen: 'Silent within 0.02, because thirds are written as 0.33.',
  example: {
    text: 'G28\nM420 S1\nM163 S0 P0.7\nM163 S1 P0.7\nM164 S1\nM109 S200',
    printer: {
      tools: [
        {
          name: 'mixing',
          address: null,
          offset: { x: 0, y: 0, z: 0 },
          nozzleMm: 0.4,
          filamentMm: 1.75,
          retractMm: 5,
          retractMmS: 25,
          highestFlowMm3S: 10,
          mixingInputs: 2,
          heater: null,
          parksX: null,
        },
      ],
    },
  },
  check,
} as const satisfies Rule
