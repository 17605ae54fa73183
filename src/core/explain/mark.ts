// Explains our own comment lines: settings, guards, made passages, keep marks.

import { plain } from '../format.ts'
import { guardLine, settingLine } from '../formula/marks.ts'
import type { Line } from '../gcode/line.ts'
import type { Resolution } from '../resolve/resolution.ts'
import { readAside } from '../script/edits/ignore.ts'
import { readMarker } from '../script/makers/maker.ts'
import { makerNamed } from '../script/makers/makers.ts'
import { readRefrain } from '../script/refrain-marks.ts'
import { branchIn, insideOf } from '../vocabulary/tags.ts'

export function sayMark(line: Line, { settings, guards }: Resolution): string {
  const setting = settingLine(line.raw)
  if (setting) {
    const here = settings.find(each => each.line === line.number)
    const { name, note } = setting
    if (!here) return `A setting, ${name}, whose value can’t be made out here.`
    return `A setting: ${name} is ${`${plain(here.value, 3)} ${here.unit}`.trim()}${note ? `, ${note}` : ''}.`
  }
  const guard = guardLine(line.raw)
  if (guard) return sayGuard(guard, guards.get(line.number))
  const marker = readMarker(line)
  if (marker) {
    const title = makerNamed(marker.name)?.title ?? marker.name
    return marker.kind === 'end' ? `${title} ends here.` : `${title}, made from these numbers.`
  }
  const refrain = readRefrain(line)
  if (refrain)
    return refrain.kind === 'end'
      ? `The refrain “${refrain.name}” ends here.`
      : `The refrain “${refrain.name}”: these lines are kept once, and stand in other scripts too.`
  const aside = readAside(line)
  if (aside) return `“${aside.rule}” is ignored for the next line as it is now: ${aside.reason}`
  const branch = line.pieces.some(({ kind }) => kind === 'formula')
  if (branch) return sayForeign(line, guards.get(line.number))
  return 'Keeps the next line as it is.'
}

function sayGuard(guard: NonNullable<ReturnType<typeof guardLine>>, runs: boolean | undefined): string {
  if (guard.kind === 'end') return 'The guard ends here: what follows runs always.'
  const now = runs === undefined ? '' : runs ? ' They run this time.' : ' They are skipped this time.'
  if (guard.kind === 'when') return `The lines up to its end run only when ${guard.condition}.${now}`
  return guard.condition === null
    ? `These lines run when none of the conditions above holds.${now}`
    : `Otherwise, these lines run when ${guard.condition}.${now}`
}

/** Describes a line that consists of a slicer's placeholders. */
function sayForeign({ raw }: Line, runs: boolean | undefined): string {
  const branch = branchIn(insideOf(raw.trim()))
  if (!branch) return 'Another program fills this in; nothing of it is known here.'
  const now = runs === undefined ? '' : runs ? ' Taken as so.' : ' Not so this time.'
  if (branch.kind === 'end') return 'The slicer’s branch ends here.'
  if (branch.kind === 'otherwise') return 'The lines below are for when none of the conditions above holds.'
  return `The lines below are only for when ${branch.condition}.${now}`
}
