// Makes a table of blends for a mixing hot end. The firmware saves each blend as a tool.
import type { Stage } from '../../machine/state.ts'
import {
  choice,
  type Made,
  type Maker,
  number,
  numberIn,
  onlyFor,
  type Surroundings,
  type Values,
  written,
} from './maker.ts'

/** Shares of the inputs, adding up to 1. */
export type Blend = readonly number[]

const whole = 100
/** Tolerance in percent: thirds are written as 33.3. */
const slack = 0.2

/** `count` even steps from one input to the other, including both ends. */
function evenSteps(count: number, inputs: number, from: number, to: number): Blend[] {
  return Array.from({ length: count }, (_, step) => {
    const share = step / (count - 1)
    return Array.from({ length: inputs }, (_, input) => (input === from ? 1 - share : 0) + (input === to ? share : 0))
  })
}

/**
 * Reads `100/0,50/50` as shares; a sentence if a blend has too many parts or does not add up to 100 and is not to be
 * scaled.
 */
function listedBlends(text: string, inputs: number, spread: boolean): Blend[] | string {
  const blends: Blend[] = []
  for (const [index, item] of text.split(',').entries()) {
    const parts = item.split('/').map(Number)
    const sum = parts.reduce((total, part) => total + part, 0)
    const name = `Blend ${index + 1} (${item})`
    if (parts.length !== inputs) return `${name} has ${parts.length} parts, and the hot end takes ${inputs} filaments.`
    if (sum === 0) return `${name} has nothing in it.`
    if (!spread && Math.abs(sum - whole) > slack)
      return `${name} adds to ${written(sum)} %, not to 100. Mend it, or have it spread.`
    blends.push(parts.map(part => part / sum))
  }
  return blends
}

/** The blends for these values, or why there are none. */
export function blendsOf(values: Values, { printer, firmware }: Stage, tool: number): Blend[] | string {
  const inputs = printer.tools[tool]?.mixingInputs ?? 1
  const max = firmware.maxBlends
  if (inputs < 2) return `${printer.name} has no mixing hot end.`
  if (max === null) return 'This firmware cannot store blends.'
  const [from, to] = [numberIn(values, 'from') - 1, numberIn(values, 'to') - 1]
  if (values.how === 'steps' && (from >= inputs || to >= inputs || from === to))
    return `The steps go from one of the ${inputs} inputs to another.`
  const blends =
    values.how === 'steps'
      ? evenSteps(numberIn(values, 'steps'), inputs, from, to)
      : listedBlends(String(values.blends), inputs, values.sum === 'spread')
  if (typeof blends === 'string') return blends
  const last = numberIn(values, 'first') + blends.length - 1
  return last >= max ? `The last blend would be tool T${last}; the firmware holds T0 to T${max - 1}.` : blends
}

function make(values: Values, { stage, modes }: Surroundings): Made {
  const blends = blendsOf(values, stage, modes.tool)
  if (typeof blends === 'string') return { ok: false, why: blends }
  const first = numberIn(values, 'first')
  const { phrases } = stage.firmware
  return {
    ok: true,
    lines: blends
      .flatMap((blend, index) => [
        ...blend.map((share, input) => phrases.blendPart(input, share)),
        phrases.keepBlend(first + index),
      ])
      .flatMap(line => line ?? []),
  }
}

export const mixingTable: Maker = {
  name: 'mixing-table',
  title: 'Mixing table',
  purpose: 'keeps blends of two or more filaments as tools of their own',
  aliases: 'colour color gradient mix',
  parameters: ({ stage: { printer } }) => {
    const inputs = Math.max(2, ...printer.tools.map(({ mixingInputs }) => mixingInputs))
    return [
      choice('how', 'Blends', 'steps', 'list'),
      onlyFor('how', 'steps', number('steps', 'Even steps', '', 1, [2, 16], 5)),
      onlyFor('how', 'steps', number('from', 'from input', '', 1, [1, inputs], 1)),
      onlyFor('how', 'steps', number('to', 'to input', '', 1, [1, inputs], 2)),
      onlyFor('how', 'list', {
        name: 'blends',
        label: 'Blends in percent',
        kind: 'text',
        pattern: /^\d+(\.\d+)?(\/\d+(\.\d+)?)+(,\d+(\.\d+)?(\/\d+(\.\d+)?)+)*$/,
        shape: 'written as 100/0,50/50,0/100',
        standard: inputs === 2 ? '100/0,50/50,0/100' : `100${'/0'.repeat(inputs - 1)}`,
      }),
      onlyFor('how', 'list', choice('sum', 'A blend that is not 100 %', 'refused', 'spread')),
      number('first', 'The first is tool', '', 1, [0, 15], 0),
    ]
  },
  make,
  swatches: (values, { stage, modes }) => {
    const blends = blendsOf(values, stage, modes.tool)
    const first = numberIn(values, 'first')
    return typeof blends === 'string' ? [] : blends.map((shares, index) => ({ name: `T${first + index}`, shares }))
  },
}
