// A travel is so low that the nozzle scrapes the bed.
import { mm, plain } from '../../format.ts'
import { offBedMm } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { acrossMm, andMore, lineOf } from '../queries.ts'

/** Lower than any first layer, mm. */
const scrapesBelowMm = 0.1
/** Shorter moves may be a wipe in place, mm. */
const worthMm = 10

function check(script: Checked): Found[] {
  const { steps, stage } = script
  const low = steps.filter(
    ({ kind, from, to }) =>
      kind === 'travel' &&
      Math.max(from.z, to.z) < scrapesBelowMm &&
      offBedMm(stage.printer, to.x, to.y) === 0 &&
      offBedMm(stage.printer, from.x, from.y) === 0,
  )
  const first = low.find(step => acrossMm(step) >= worthMm)
  if (!first) return []
  const lines = low.filter(step => acrossMm(step) >= worthMm).map(step => lineOf(script, step))
  const message = `Travels ${mm(acrossMm(first), 0)} over the bed at Z ${plain(first.to.z)}. At this height the nozzle scrapes along the bed, or through anything on it.${andMore(lines)}`
  return [{ line: lineOf(script, first), message }]
}

export const lowTravel = {
  name: 'low-travel',
  group: 'motion',
  severity: 'warning',
  title: 'Travels too low over the bed',
  why: 'At height zero the nozzle touches the bed. Moved along there, it scratches the bed and wears out.',
  silentWhen:
    'Silent from 0.1 mm up, for less than 10 mm, and beside the bed. A height that is set by hand is not known.',
  example: { text: 'G28\nM420 S1\nG1 Z0 F600\nG1 X100 Y100 F6000' },
  moments: ['start'],
  check,
} as const satisfies Rule
