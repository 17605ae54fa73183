// After a tool change the filament is not where the print expects it.
import { mm, plain } from '../../format.ts'
import { counterAfter, lastModes } from '../../machine/trace.ts'
import { twoTools } from '../../model/example.ts'
import { goesOnAfter } from '../../model/moment.ts'
import { ordinaryRetraction, retractionOf } from '../../model/printer.ts'
import { printGoesOn, slicersOwn } from '../changing.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { lineOf } from '../queries.ts'

const noticedMm = 0.3

function check(script: Checked): Found[] {
  const { rows, steps, trace } = script
  if (rows.length === 0 || !printGoesOn(script) || !steps.some(({ filamentMm }) => filamentMm !== 0)) return []
  return [...backLeft(script), ...countLeft(script, counterAfter(trace, rows.length - 1))]
}

/** Retracted and not unretracted before the print continues. */
function backLeft(script: Checked): Found[] {
  const { ooze, steps, trace, stage } = script
  const { phrases } = stage.firmware
  const modes = lastModes(trace)
  const back = ooze.tips[modes.tool]?.backMm ?? 0
  const began = trace.beginning.modes.tool === modes.tool ? (trace.beginning.tips[modes.tool]?.backMm ?? 0) : 0
  const last = steps.findLast(
    ({ filamentMm, command }) => filamentMm < 0 && trace.rows.modes[command]?.tool === modes.tool,
  )
  const own = slicersOwn(script)
  const left = back - (own ? own.mm : began)
  // Firmware retraction is returned by firmware retraction.
  if (left <= noticedMm || !last || modes.firmwareRetractedMm > 0) return []
  const certain = own !== null || left > Math.max(retractionOf(stage.printer, modes.tool), 1) * ordinaryRetraction
  const e = modes.extrusion === 'relative' ? left : counterAfter(trace, trace.rows.count - 1) + left
  const message = `The filament of T${modes.tool} is ${mm(left, 1)} back from the tip when the print goes on, and the first line after the change starts empty.${certain ? '' : ' If the slicer unretracts it before it prints, this is intended.'}`
  return [
    {
      line: lineOf(script, last),
      severity: certain ? 'warning' : 'advice',
      message,
      fixes: atTheEnd(script, phrases.move({ e: Number(plain(e)), f: 1800 }), 'Unretract it at the end'),
    },
  ]
}

/** With absolute extrusion the print continues from its previous value, or from a reset. */
function countLeft(script: Checked, count: number): Found[] {
  const { trace, stage, rows, steps } = script
  const modes = lastModes(trace)
  const began = trace.beginning.filament
  const sets = rows.some(
    ({ effect, before, after }) => effect?.does === 'extrusion-mode' && before.extrusion !== after.extrusion,
  )
  if (
    modes.extrusion !== 'absolute' ||
    sets ||
    slicersOwn(script)?.anew ||
    Math.abs(count) < 0.05 ||
    Math.abs(count - began) < 0.05
  )
    return []
  const last = steps.findLast(({ filamentMm }) => filamentMm !== 0)
  if (!last) return []
  const message = `The filament counter is at ${plain(count, 1)} when the print goes on. With absolute extrusion, the print’s next move extrudes or retracts the difference, unless the slicer sets it to zero first.`
  return [
    {
      line: lineOf(script, last),
      severity: 'advice',
      message,
      fixes: atTheEnd(script, stage.firmware.phrases.zeroFilament(), 'Set it to zero'),
    },
  ]
}

export const changeFilamentLeft = {
  name: 'change-filament-left',
  group: 'change',
  severity: 'warning',
  title: 'The filament is not where the print expects it',
  why: 'Filament that the change retracted is missing when the print goes on. If the filament counter has a different value than the print expects, the next move extrudes or retracts the difference.',
  silentWhen:
    'Only a print file tells whether the slicer unretracts by itself or sets the counter. Without one, up to one and a half retractions and a changed counter are only advice.',
  example: {
    text: 'T1\nM83\nG1 E-12 F1800',
    moment: 'tool-change',
    job: { materials: ['Test stuff', 'Test stuff'] },
    printer: { tools: twoTools },
  },
  moments: goesOnAfter,
  judgesEnd: true,
  check,
} as const satisfies Rule
