// The filament is still retracted when the print begins.
import { mm, plain } from '../../format.ts'
import { ordinaryRetraction, retractionOf } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { lineOf } from '../queries.ts'

const noticedMm = 0.3

function check(script: Checked): Found[] {
  const { ooze, steps, trace, stage } = script
  const back = ooze.backMm.at(-1) ?? 0
  if (back <= noticedMm) return []
  const last = steps.findLast(({ filamentMm }) => filamentMm < 0)
  if (!last) return []
  const modes = trace.rows.modes.at(-1)
  const own = retractionOf(stage.printer, modes?.tool ?? 0)
  const far = back > Math.max(own, 1) * ordinaryRetraction
  const reset = far ? '' : ' If the print begins by unretracting it, this is intended.'
  const whose = stage.printer.tools.length > 1 ? ` of T${modes?.tool ?? 0}` : ''
  const message = `The filament${whose} is ${mm(back, 1)} back from the tip when the print begins, and setting E to zero does not unretract it. The first line starts empty.${reset}`
  const e = modes?.extrusion === 'relative' ? back : (trace.rows.counter.at(-1) ?? 0) + back
  const forward = stage.firmware.phrases.move({ e: Number(plain(e)), f: 1800 })
  return [
    {
      line: lineOf(script, last),
      severity: far ? 'warning' : 'advice',
      message,
      fixes: atTheEnd(script, forward, 'Unretract it at the end'),
    },
  ]
}

export const retractionUnpaid = {
  name: 'retraction-unpaid',
  group: 'filament',
  severity: 'warning',
  title: 'Filament retracted and not unretracted',
  why: 'Retracted filament is missing at the nozzle’s tip. The first millimetres of the print are empty and do not stick.',
  silentWhen: 'Whether the slicer unretracts first is not known; up to one and a half retractions this is only advice.',
  example: { text: 'G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 E-12 F1800' },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
