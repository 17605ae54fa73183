// Makes a heat soak: the machine stands still while the bed settles, and its display counts the minutes down.
import { type Made, type Maker, number, numberIn, type Surroundings, type Values, written } from './maker.ts'

/** The longest wording that fits a display's columns; null where there is no display, or none fits. */
function told(minutes: number, columns: number | undefined): string | null {
  const wordings = [
    `Letting the bed settle, ${written(minutes)} min left`,
    `Bed settles: ${written(minutes)} min`,
    `Soak ${written(minutes)} min`,
    `${written(minutes)} min`,
  ]
  return columns === undefined ? null : (wordings.find(wording => wording.length <= columns) ?? null)
}

function make(values: Values, { stage }: Surroundings): Made {
  const minutes = numberIn(values, 'minutes')
  const lines: string[] = []
  for (let left = minutes; left > 1e-9; left -= 1) {
    const message = told(left, stage.printer.display?.columns)
    if (message) lines.push(`M117 ${message}`)
    lines.push(`G4 S${written(Math.min(left, 1) * 60)}`)
  }
  return { ok: true, lines }
}

export const heatSoak: Maker = {
  name: 'heat-soak',
  title: 'Heat soak',
  purpose: 'lets the bed settle before it is probed or printed on',
  parameters: ({ stage }) => [number('minutes', 'Minutes', 'min', 1, [0.5, 60], stage.material.soakMin || 3)],
  make,
}
