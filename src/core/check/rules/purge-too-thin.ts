// A purge line has too little filament.
import { area, mm } from '../../format.ts'
import { beadAreaMm2 } from '../../machine/outcome.ts'
import { setBead } from '../../script/edits/purge.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { planned } from '../fixes.ts'
import { ownPassageOf } from '../queries.ts'

/** A bead thinner than this many nozzle diameters breaks. */
const thinnestNozzles = 0.5
const wantedNozzles = 1.5
const lineMm = 30

function check(script: Checked): Found[] {
  const { strokes, stage } = script
  for (const stroke of strokes) {
    const nozzleMm = stage.printer.tools[stroke.tool]?.nozzleMm ?? 0.4
    const height = stroke.to[2]
    if (!(height > 0) || stroke.lengthMm < lineMm) continue
    if (stroke.crossSectionMm2 >= height * thinnestNozzles * nozzleMm) continue
    const wanted = Number(beadAreaMm2(wantedNozzles * nozzleMm, Math.min(height, nozzleMm)).toFixed(2))
    const passage = ownPassageOf(script, stroke.line)
    const fixes = passage ? planned(setBead(script, passage, wanted), `Beads of ${area(wanted)}`) : []
    const message = `Extrudes ${mm(stroke.lengthMm, 0)} with a bead of only ${area(stroke.crossSectionMm2)}, at ${mm(height)} over the bed. It hangs in the air and breaks off, and shows nothing about the first layer.`
    return [{ line: stroke.line, message, fixes }]
  }
  return []
}

export const purgeTooThin = {
  name: 'purge-too-thin',
  group: 'filament',
  severity: 'advice',
  title: 'A purge line too thin to stick',
  why: 'A purge line fills the nozzle and shows that filament flows. A bead thinner than the nozzle does neither: it tears and is dragged along.',
  silentWhen: 'Silent for lines under 30 mm, and from half a nozzle width on.',
  example: { text: 'G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E1.5 F1200' },
  moments: ['start'],
  check,
} as const satisfies Rule
