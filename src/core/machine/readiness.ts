// What a script leaves behind, held against what comes next: the print after a start script, an unwatched machine after an end script.
import { leg, temperatureAt } from './heat.ts'
import type { Stage } from './state.ts'
import { lastModes, positionAt, type Trace } from './trace.ts'

/** One thing that should be so: whether it is, and a few words that say how it stands. */
export type Readiness = { good: boolean; says: string }

/** Within this many degrees a heater counts as ready. */
const nearC = 5

/** Safe to touch: a bed at this temperature can be handled. */
export const touchableC = 40

/** Only for start and end scripts; empty for other moments. */
export function readinessOf(trace: Trace, stage: Stage): Readiness[] {
  if (stage.moment === 'start') return forThePrint(trace, stage)
  return stage.moment === 'end' ? leftAlone(trace) : []
}

function forThePrint(trace: Trace, { printer }: Stage): Readiness[] {
  const modes = lastModes(trace)
  const at = positionAt(trace, trace.totalS)
  const nozzle = trace.nozzles[modes.tool]
  const target = modes.nozzleTargets[modes.tool] ?? 0
  const counter = trace.rows.count ? (trace.rows.counter[trace.rows.count - 1] as number) : 0
  const homed = modes.homed.x && modes.homed.y && modes.homed.z
  const warm = (history: typeof trace.bed | undefined, aim: number) =>
    history !== undefined && aim > 0 && temperatureAt(history, trace.totalS) > aim - nearC
  const list: Readiness[] = [
    { good: homed, says: homed ? 'zero found' : 'zero not found' },
    warm(nozzle, target)
      ? { good: true, says: `nozzle at ${Math.round(target)} °C` }
      : { good: false, says: target > 0 ? 'nozzle still heating' : 'nozzle cold' },
  ]
  if (modes.bedTarget > 0 && !warm(trace.bed, modes.bedTarget)) list.push({ good: false, says: 'bed still heating' })
  if (modes.extrusion === 'absolute') {
    const zero = Math.abs(counter) < 0.05
    list.push({ good: zero, says: zero ? 'filament at zero' : `filament at ${counter.toFixed(1)} mm` })
  }
  if (printer.probe || printer.storedMesh)
    list.push({ good: modes.levelling === 'on', says: modes.levelling === 'on' ? 'levelling on' : 'levelling off' })
  if (modes.positioning === 'relative') list.push({ good: false, says: 'places still relative' })
  if (!Number.isNaN(at.z) && homed) list.push({ good: at.z >= 0, says: `${at.z.toFixed(at.z < 1 ? 1 : 0)} mm up` })
  return list
}

function leftAlone(trace: Trace): Readiness[] {
  const modes = lastModes(trace)
  const hot = modes.nozzleTargets.some(target => target > 0)
  const bedC = temperatureAt(trace.bed, trace.totalS)
  const cooling = leg(trace.bed.lump, 0, bedC, touchableC)
  const minutes = bedC > touchableC ? Math.ceil(cooling.reachS / 60) : 0
  const bed =
    modes.bedTarget > 0
      ? { good: false, says: `bed stays at ${Math.round(modes.bedTarget)} °C` }
      : { good: true, says: minutes ? `bed safe to touch in about ${minutes} min` : 'bed cool' }
  return [
    { good: !hot, says: hot ? 'nozzle stays hot' : 'nozzle off' },
    bed,
    { good: modes.fan === 0, says: modes.fan === 0 ? 'fan off' : 'fan still on' },
  ]
}
