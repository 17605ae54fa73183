// Compares the state that a script leaves with what comes next: the print after a start script, an unattended machine
// after an end script.
import { changeFor } from '../model/changes.ts'
import { areaOn, topOn } from '../model/job.ts'
import { goesOnAfter, isChangeMoment, momentFacts } from '../model/moment.ts'
import { ordinaryRetraction, retractionOf } from '../model/printer.ts'
import type { Ooze } from './ooze.ts'
import { flowPercent, heatedBySlicer, type Modes, materialOf, type Stage, toolShown } from './state.ts'
import { chamberAirAt, type HeaterHistory, segment, surfaceAt, temperatureAt } from './temperature.ts'
import { lastModes, positionAt, type Trace } from './trace.ts'

/**
 * One property of the final state: its value, and the expected one. `says` is a short sentence for it; null if it
 * matters only in the full list.
 */
export type Readiness = { name: string; is: string; expects: string; good: boolean; says: string | null }

type Left = { trace: Trace; stage: Stage; ooze: Ooze }

/** Tolerance at which a heater counts as ready, °C. */
const nearC = 5

/** A bed below this temperature can be touched, °C. */
export const touchableC = 40

/** Limits for a good first line: mm³ hanging from the nozzle, and mm of retraction. */
const cleanMm3 = 1.5
const tipMm = 0.3

const degrees = (celsius: number): string => `${Math.round(celsius)} °C`
const millimetres = (mm: number): string => `${mm.toFixed(Math.abs(mm) < 1 ? 1 : 0)} mm`

/** The properties after start and end scripts, and after scripts within the print; empty for other moments. */
export function readinessOf(left: Left): Readiness[] {
  if (goesOnAfter.includes(left.stage.moment)) return goingOn(left)
  if (momentFacts[left.stage.moment].runs === 'before')
    return [...found(left), ...heated(left), ...counted(left), ...nozzle(left), ...set(left)]
  return momentFacts[left.stage.moment].runs === 'after' ? leftAlone(left) : []
}

const drop = (mm3: number): Readiness =>
  quiet(
    'Hanging from it',
    mm3 < 0.1 ? 'nothing' : `about ${mm3.toFixed(1)} mm³`,
    'nothing to see',
    mm3 < cleanMm3,
    'nozzle oozing',
  )

const positions = ({ positioning }: Modes): Readiness =>
  quiet(
    'Positions',
    positioning === 'absolute' ? 'from the origin' : 'from the head',
    'from the origin',
    positioning === 'absolute',
    'positions still relative',
  )

/** The properties after a script within the print, compared with the state in which the print goes on. */
function goingOn(left: Left): Readiness[] {
  const { trace, stage, ooze } = left
  const modes = lastModes(trace)
  const { moment, job, printer } = stage
  const wanted = isChangeMoment(moment)
    ? changeFor(job, stage.change)[momentFacts[moment].tool === 'old' ? 'from' : 'to']
    : toolShown(trace.beginning.modes)
  const has = toolShown(modes)
  const taken = has !== toolShown(trace.beginning.modes) || momentFacts[moment].tool !== 'changing'
  const history = trace.nozzles[modes.tool]
  const target = modes.nozzleTargets[modes.tool] ?? 0
  const backMm = ooze.tips[modes.tool]?.backMm ?? 0
  const hanging = ooze.tips[modes.tool]?.hangingMm3 ?? 0
  const was = trace.beginning.modes
  const named = (tool: number) => (tool < 0 ? 'none' : `T${tool}`)
  return [
    ...(printer.tools.length > 1 || wanted !== has
      ? [
          quiet(
            'Tool',
            named(has),
            taken ? named(wanted) : `${named(wanted)}, which the program may take itself`,
            has === wanted || !taken,
            `${named(has)} in use`,
          ),
        ]
      : []),
    ...(history && stage.firmware.heatsToExtrude
      ? [
          quiet(
            'Nozzle',
            target > 0 ? climbing(history, target, trace.totalS) : 'cold',
            degrees(materialOf(stage, Math.max(0, wanted)).nozzleLaterC),
            isWarm(history, target, trace.totalS),
            target > 0 ? 'nozzle still heating' : 'nozzle cold',
          ),
        ]
      : []),
    quiet(
      'Filament',
      backMm > tipMm ? `${backMm.toFixed(1)} mm back` : 'at the tip',
      'at the tip, or back by what the slicer retracts',
      backMm <= Math.max(tipMm, ordinaryRetraction * retractionOf(printer, modes.tool)),
      'filament retracted',
    ),
    drop(hanging),
    positions(modes),
    quiet(
      'Extrusion',
      modes.extrusion,
      was.extrusion,
      // The print's mode is known only if a state was given.
      !stage.from || modes.extrusion === was.extrusion,
      `extrusion ${modes.extrusion}`,
    ),
    quiet(
      'Part fan',
      `${Math.round(modes.fan * 100)} %`,
      `${Math.round(was.fan * 100)} %`,
      Math.abs(modes.fan - was.fan) < 0.02,
      'fan otherwise than before',
    ),
  ]
}

/** A property whose `says` is the same as its entry in the list. */
const quiet = (name: string, is: string, expects: string, good: boolean, trouble: string): Readiness => ({
  name,
  is,
  expects,
  good,
  says: good ? null : trouble,
})

function found({ trace }: Left): Readiness[] {
  const { homed } = lastModes(trace)
  const all = homed.x && homed.y && homed.z
  const axes = (['x', 'y', 'z'] as const).filter(axis => homed[axis]).map(axis => axis.toUpperCase())
  return [
    {
      name: 'Homed',
      is: all ? 'all axes' : axes.length ? `${axes.join(' and ')} only` : 'not homed',
      expects: 'all axes',
      good: all,
      says: all ? 'homed' : 'not homed',
    },
  ]
}

const isWarm = (history: HeaterHistory | undefined, aimC: number, atS: number): boolean =>
  history !== undefined && aimC > 0 && temperatureAt(history, atS) > aimC - nearC

function climbing(history: HeaterHistory, aimC: number, atS: number): string {
  const now = temperatureAt(history, atS)
  return now < aimC - 0.5 ? `${degrees(now)}, on its way to ${degrees(aimC)}` : degrees(aimC)
}

const bySlicer: Readiness = {
  name: 'Nozzle',
  is: 'left to the print file’s own lines',
  expects: 'warm when the print begins',
  good: true,
  says: 'heated by the print file’s own lines',
}

function heated({ trace, stage }: Left): Readiness[] {
  const { material, printer } = stage
  const modes = lastModes(trace)
  const end = trace.totalS
  // The tool that the job starts with, whichever tool the script leaves in use.
  const tool = Math.min(stage.job.firstTool, modes.nozzleTargets.length - 1)
  const history = trace.nozzles[tool]
  const target = modes.nozzleTargets[tool] ?? 0
  const ready = isWarm(history, target, end)
  if (target === 0 && heatedBySlicer(stage)) return [bySlicer]
  const list: Readiness[] = [
    {
      name: 'Nozzle',
      is: history && target > 0 ? climbing(history, target, end) : 'cold',
      expects: degrees(materialOf(stage, tool).nozzleC),
      good: ready,
      says: ready ? `nozzle at ${degrees(target)}` : target > 0 ? 'nozzle still heating' : 'nozzle cold',
    },
  ]
  const { bedTarget } = modes
  const surface = surfaceAt(trace.bed, end)
  const settling = printer.heaters.bed.settleMin > 0 ? `, its surface ${degrees(surface)}` : ''
  if (bedTarget > 0 || material.bedC > 0)
    list.push(
      quiet(
        'Bed',
        bedTarget > 0 ? climbing(trace.bed, bedTarget, end) + settling : 'cold',
        degrees(material.bedC),
        bedTarget > 0 ? isWarm(trace.bed, bedTarget, end) : true,
        'bed still heating',
      ),
    )
  const { chamber } = printer.heaters
  if (trace.chamber && chamber && material.chamberC > 0) {
    const air = chamberAirAt(trace.chamber, trace.bed, chamber.bedShare, end)
    list.push(
      quiet(
        'Chamber',
        degrees(air),
        degrees(material.chamberC),
        air > material.chamberC - nearC,
        'chamber still warming',
      ),
    )
  }
  return list
}

function counted({ trace }: Left): Readiness[] {
  const modes = lastModes(trace)
  const counter = trace.rows.count ? (trace.rows.counter[trace.rows.count - 1] as number) : 0
  const zero = Math.abs(counter) < 0.05
  const absolute = modes.extrusion === 'absolute'
  return [
    absolute
      ? {
          name: 'Filament counter',
          is: zero ? 'zero' : `${counter.toFixed(1)} mm`,
          expects: 'zero',
          good: zero,
          says: zero ? 'filament at zero' : `filament at ${counter.toFixed(1)} mm`,
        }
      : quiet('Filament counter', 'counts from the last move', 'no matter', true, ''),
  ]
}

function nozzle({ trace, ooze, stage }: Left): Readiness[] {
  const { printer } = stage
  const modes = lastModes(trace)
  const backMm = ooze.backMm.at(-1) ?? 0
  const hanging = ooze.hangingMm3
  const list: Readiness[] = [
    quiet(
      'Filament',
      backMm > tipMm ? `${backMm.toFixed(1)} mm back` : 'at the tip',
      'at the tip',
      backMm <= tipMm,
      'filament retracted',
    ),
    drop(hanging),
  ]
  if (printer.probe || printer.storedMesh) {
    const on = modes.levelling === 'on'
    list.push({
      name: 'Levelling',
      is: { on: 'on', off: 'off', unknown: 'as it was before' }[modes.levelling],
      expects: 'on',
      good: on,
      says: on ? 'levelling on' : 'levelling off',
    })
  }
  return list
}

function set({ trace }: Left): Readiness[] {
  const modes = lastModes(trace)
  const at = positionAt(trace, trace.totalS)
  const shifted = (['x', 'y', 'z'] as const).filter(axis => Math.abs(modes.shift[axis]) > 0.001)
  const percent = modes.feedPercent === 100 && flowPercent(modes) === 100
  const list: Readiness[] = [
    positions(modes),
    quiet(
      'Lengths',
      modes.units === 'mm' ? 'millimetres' : 'inches',
      'millimetres',
      modes.units === 'mm',
      'still in inches',
    ),
    quiet(
      'Origin',
      shifted.length ? `shifted on ${shifted.join(', ').toUpperCase()}` : 'where homing put it',
      'where homing put it',
      shifted.length === 0,
      'origin shifted',
    ),
    quiet('Soft limits', modes.softLimits ? 'on' : 'off', 'on', modes.softLimits, 'soft limits off'),
    quiet(
      'Speed and flow',
      `${modes.feedPercent} % and ${flowPercent(modes)} %`,
      '100 %',
      percent,
      'speed or flow not at 100 %',
    ),
    quiet('Part fan', modes.fan > 0 ? `${Math.round(modes.fan * 100)} %` : 'off', 'off', modes.fan === 0, 'fan on'),
  ]
  const { x, y, z } = modes.homed
  if (!Number.isNaN(at.x + at.y + at.z) && x && y && z)
    list.push({
      name: 'Head',
      is: `X ${at.x.toFixed(0)} Y ${at.y.toFixed(0)}, ${millimetres(at.z)} up`,
      expects: 'over the bed',
      good: at.z >= 0,
      says: `${millimetres(at.z)} up`,
    })
  return list
}

function leftAlone({ trace, stage }: Left): Readiness[] {
  const { printer, job } = stage
  const modes = lastModes(trace)
  const end = trace.totalS
  const hot = modes.nozzleTargets.some(target => target > 0)
  const bedC = temperatureAt(trace.bed, end)
  const minutes = bedC > touchableC ? Math.ceil(segment(trace.bed.model, 0, bedC, touchableC).reachS / 60) : 0
  const bedOn = modes.bedTarget > 0
  const touch = minutes ? `safe to touch in about ${minutes} min` : 'cool'
  const at = positionAt(trace, end)
  const over = at.z - topOn(job, printer)
  const area = areaOn(job, printer)
  const above = at.x >= area.left && at.x <= area.right && at.y >= area.front && at.y <= area.back
  const room = printer.reach.z[1] - at.z
  const list: Readiness[] = [
    {
      name: 'Nozzle',
      is: hot ? 'stays hot' : 'off',
      expects: 'off',
      good: !hot,
      says: hot ? 'nozzle stays hot' : 'nozzle off',
    },
    {
      name: 'Bed',
      is: bedOn ? `stays at ${degrees(modes.bedTarget)}` : touch,
      expects: 'off',
      good: !bedOn,
      says: bedOn ? `bed stays at ${degrees(modes.bedTarget)}` : minutes ? `bed ${touch}` : 'bed cool',
    },
    {
      name: 'Part fan',
      is: modes.fan === 0 ? 'off' : 'still on',
      expects: 'off',
      good: modes.fan === 0,
      says: modes.fan === 0 ? 'fan off' : 'fan still on',
    },
  ]
  if (Number.isNaN(at.x + at.y + at.z)) return list
  const clear = !above || over > 30
  const fits = room >= 0
  return [
    ...list,
    quiet(
      'Head',
      above ? `over the print, ${millimetres(over)} up` : 'beside the print',
      'clear of the print',
      clear,
      'head over the print',
    ),
    quiet(
      'Lift',
      fits
        ? `${millimetres(over)} over the print, ${millimetres(room)} under the top`
        : `${millimetres(-room)} past the top`,
      'under the top of the machine',
      fits,
      'lifted past the top',
    ),
    quiet('Motors', modes.motorsOn ? 'holding' : 'off', 'Z may hold', true, ''),
  ]
}
