// A heater is started, never waited for, and not hot when it is needed.

import { effectOf } from '../../firmware/spec.ts'
import { celsius, duration } from '../../format.ts'
import { type HeaterHistory, targetAt, temperatureAt } from '../../machine/temperature.ts'
import { modesAfter } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd, putBefore } from '../fixes.ts'
import { isWhole } from '../queries.ts'

/** Boards consider a heater ready within this of its target, °C. */
const nearEnoughC = 5

/** A chamber may continue to heat during the print. */
type Waited = 'nozzle' | 'bed'
type Need = { atS: number; line: number | null; what: string }

/**
 * When each heater must be hot: the nozzle at the first extrusion, the bed at the first stroke; both by the end of the
 * script.
 */
function firstNeeds({ steps, trace }: Checked): Record<Waited, Need> {
  const end: Need = { atS: trace.totalS, line: null, what: 'when the print begins' }
  const needs: Record<Waited, Need> = { nozzle: end, bed: end }
  for (const step of steps) {
    if (step.filamentMm <= 0) continue
    const line = trace.rows.line[step.command] as number
    needs.nozzle = { atS: step.start, line, what: `when line ${line} extrudes` }
    break
  }
  return needs
}

function check(rehearsed: Checked): Found[] {
  const { commands, trace, stage } = rehearsed
  if (!isWhole(rehearsed)) return []
  const needs = firstNeeds(rehearsed)
  const found: Found[] = []
  const look = (heater: Waited, history: HeaterHistory | undefined) => {
    if (!history) return
    const need = needs[heater]
    const target = targetAt(history, need.atS)
    const at = temperatureAt(history, need.atS)
    if (target <= 0 || at >= target - nearEnoughC) return
    let started: number | null = null
    for (let i = 0; i < trace.rows.count; i++) {
      if ((trace.rows.start[i] as number) > need.atS) break
      const { line, command } = commands[i] as (typeof commands)[number]
      const effect = effectOf(stage.firmware, command)
      if (effect?.does !== 'heat' || effect.heater !== heater) continue
      started = effect.wait ? null : line
    }
    if (started === null) return
    const left = history.segments.findLast(segment => segment.at <= need.atS)
    const seconds = left ? left.at + left.reachS - need.atS : Number.POSITIVE_INFINITY
    const short = Number.isFinite(seconds) ? `, about ${duration(seconds)} too early` : ''
    const message = `The ${heater} starts to heat to ${celsius(target)} here, and no line waits for it: ${need.what} it is at ${celsius(at)}${short}.`
    const wait = stage.firmware.phrases.waitFor(heater, target, null, false)
    const title = `Wait for the ${heater}`
    const fixes = need.line === null ? atTheEnd(rehearsed, wait, title) : putBefore(rehearsed, need.line, wait, title)
    found.push({ line: started, message, fixes })
  }
  const tool = trace.rows.count ? modesAfter(trace, trace.rows.count - 1).tool : 0
  look('nozzle', trace.nozzles[Math.max(0, tool)])
  look('bed', trace.bed)
  return found
}

export const waitMissing = {
  name: 'wait-missing',
  group: 'heat',
  severity: 'error',
  title: 'No line waits for the heater',
  why: 'A line that only starts heating does not wait. Without a wait the print begins too cold and does not stick or flow.',
  silentWhen:
    'Silent within 5 °C of the target, and for a part of a script that neither homes nor waits nor extrudes. A chamber may go on warming up during the print.',
  example: { text: 'M140 S60\nM104 S200\nG28\nM420 S1' },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
