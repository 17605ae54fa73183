// The bed has not settled when it is probed or printed on.
import { celsius, duration, plain } from '../../format.ts'
import { segmentAt } from '../../machine/temperature.ts'
import { lastModes } from '../../machine/trace.ts'
import { makePassage } from '../../script/edits/make.ts'
import { heatSoak } from '../../script/makers/heat-soak.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { planned } from '../fixes.ts'
import { lineOf, touches } from '../queries.ts'

/** A soak of at least this share of the wanted time counts. */
const shortBy = 0.8

function check(script: Checked): Found[] {
  const { trace, stage, lines } = script
  const { material, printer } = stage
  if (material.soakMin <= 0 || lastModes(trace).bedTarget <= 0) return []
  const touch = touches(script)[0]
  const atS = touch?.start ?? trace.totalS
  const segment = segmentAt(trace.bed, atS)
  if (segment.targetC <= 0) return []
  const heldS = Math.max(0, atS - segment.at - segment.reachS)
  if (!Number.isFinite(heldS) || heldS >= material.soakMin * 60 * shortBy) return []
  const line = touch ? lineOf(script, touch) : (script.rows.at(-1)?.line ?? 1)
  const at = touch ? line : lines.length + 1
  const feels = printer.probe?.kind === 'inductive' && touch !== undefined
  const message = `${material.name} needs the bed to settle for ${plain(material.soakMin, 1)} min at ${celsius(segment.targetC)}; ${touch ? 'it is probed' : 'the print begins'} after ${heldS < 1 ? 'no time' : duration(heldS)}.${feels ? ' An inductive probe measures a warm bed differently from a cold one.' : ''}`
  return [
    {
      line,
      message,
      fixes: planned(makePassage(script, heatSoak, { minutes: material.soakMin, warm: 'counts' }, at)),
    },
  ]
}

export const soakMissing = {
  name: 'soak-missing',
  group: 'heat',
  severity: 'advice',
  title: 'The bed has no time to settle',
  why: 'The heater reaches its temperature minutes before the bed’s surface does. Until then the bed still bends, so the shape that was probed is not the shape that is printed on.',
  silentWhen: 'Silent for materials without a soak time, and for up to a fifth less than that time.',
  example: { text: 'M140 S60\nM190 S60\nG28\nG29\nM109 S200', material: { soakMin: 3 } },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
