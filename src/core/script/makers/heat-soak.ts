// Makes a heat soak: the bed is kept hot until its surface has settled, with messages that count down the minutes.
import {
  choice,
  fittingWords,
  type Made,
  type Maker,
  number,
  numberIn,
  type Surroundings,
  type Values,
  written,
} from './maker.ts'

const messageFor = (minutes: number, columns: number | undefined): string | null =>
  fittingWords(
    [
      `Letting the bed settle, ${written(minutes)} min left`,
      `Bed settles: ${written(minutes)} min`,
      `Soak ${written(minutes)} min`,
      `${written(minutes)} min`,
    ],
    columns,
  )

function make(values: Values, { stage, bedHeldS }: Surroundings): Made {
  const { phrases } = stage.firmware
  const wanted = numberIn(values, 'minutes')
  const warmMin = values.warm === 'counts' ? Math.min(wanted, Math.floor(bedHeldS / 6) / 10) : 0
  const minutes = wanted - warmMin
  const lines: string[] = []
  for (let left = minutes; left > 1e-9; left -= 1) {
    const words = messageFor(left, stage.printer.display?.columns)
    const message = words && phrases.message(words)
    if (message) lines.push(message)
    lines.push(phrases.dwell(Math.min(left, 1) * 60))
  }
  if (lines.length === 0) lines.push(phrases.dwell(0))
  if (warmMin === 0) return { ok: true, lines }
  return { ok: true, lines, note: `The bed has been warm there for ${written(warmMin)} min already, which count.` }
}

export const heatSoak: Maker = {
  name: 'heat-soak',
  title: 'Heat soak',
  purpose: 'lets the bed settle before it is probed or printed on',
  aliases: 'wait preheat warm up temperature chamber',
  parameters: ({ stage }) => [
    number('minutes', 'Minutes', 'min', 1, [0.5, 60], stage.material.soakMin || 3),
    choice('warm', 'Time that it has been warm', 'counts', 'ignored'),
  ],
  make,
}
