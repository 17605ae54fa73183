// Extrudes a bead that the nozzle can't lay, or that the firmware refuses.
import { area, mm } from '../../format.ts'
import { beadAreaMm2, beadWidthMm } from '../../machine/outcome.ts'
import { setBead } from '../../script/edits/purge.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { planned } from '../fixes.ts'
import { andMore, ownPassageOf } from '../queries.ts'

/** A bead wider than this many nozzle diameters piles up instead of lying flat. */
export const widestNozzles = 5
/** Width of a good purge, in nozzle diameters. */
const wantedNozzles = 2.5
/** Shorter strokes are intended blobs, mm. */
const worthMm = 2

function check(script: Checked): Found[] {
  const { strokes, stage } = script
  const fat = strokes.flatMap(stroke => {
    const nozzleMm = stage.printer.tools[stroke.tool]?.nozzleMm ?? 0.4
    const refused = stage.firmware.fattestBeadMm2(nozzleMm)
    const height = Math.max(stroke.from[2], stroke.to[2])
    const width = beadWidthMm(stroke.crossSectionMm2, height)
    const over = refused !== null && stroke.crossSectionMm2 > refused
    return stroke.lengthMm >= worthMm && (over || width > widestNozzles * nozzleMm)
      ? [{ stroke, nozzleMm, refused, over, width, height }]
      : []
  })
  const first = fat.find(({ over }) => over) ?? fat[0]
  if (!first) return []
  const { stroke, nozzleMm, refused, over, width, height } = first
  const more = andMore(fat.map(each => each.stroke.line))
  const message = over
    ? `The bead is ${area(stroke.crossSectionMm2)} thick. This firmware refuses beads over ${area(refused ?? 0)} (4 · nozzle²), and the print stops.${more}`
    : `The bead is ${area(stroke.crossSectionMm2)} thick, ${mm(width, 1)} wide: a ${mm(nozzleMm)} nozzle can’t press that flat at ${mm(height)}. It curls up around the nozzle.${more}`
  const passage = ownPassageOf(script, stroke.line)
  const wanted = Math.min(
    Number(beadAreaMm2(wantedNozzles * nozzleMm, height > 0 ? height : 0.3).toFixed(2)),
    refused ?? Number.POSITIVE_INFINITY,
  )
  const fixes = passage ? planned(setBead(script, passage, wanted), `Beads of ${area(wanted)}`) : []
  return [{ line: stroke.line, severity: over ? 'error' : 'warning', message, fixes }]
}

export const beadTooFat = {
  name: 'bead-too-fat',
  group: 'filament',
  severity: 'warning',
  title: 'The bead is too thick',
  why: 'A nozzle can press a bead flat only up to a few times its own width. A thicker bead wells up around the nozzle and is dragged along.',
  silentWhen: 'Silent for strokes under 2 mm, and up to five nozzle widths: a thick purge line is fine.',
  example: { text: 'G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y60 E15 F600' },
  check,
} as const satisfies Rule
