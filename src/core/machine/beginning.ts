// The state in which a script of a moment starts, if none is given: the state that the previous moment usually leaves.
import { shareHeater } from '../firmware/tools.ts'
import { globalsAtStart } from '../macros/boot.ts'
import { changeFor } from '../model/changes.ts'
import { areaOn, heightOfLayer, layerRehearsed, toolsUsed, topOn } from '../model/job.ts'
import { afterPrinting, isChangeMoment, type Moment, momentFacts } from '../model/moment.ts'
import { asDescribed, noOffset, toolOffset } from './places.ts'
import { type MachineState, type Modes, materialOf, type Saved, type Stage } from './state.ts'
import { roomC } from './temperature.ts'

/** Height of the head above the print during a pause, mm. */
const pausedLiftMm = 10

/** The machine's modes right after it is switched on. */
export function asSwitchedOn({ printer, firmware }: Stage): Modes {
  const { tools } = printer
  return {
    positioning: 'absolute',
    extrusion: firmware.countsAtStart(printer),
    units: 'mm',
    plane: 'xy',
    feedMmMin: null,
    feedPercent: 100,
    feedPercentKept: 100,
    flowPercents: tools.map(() => 100),
    tool: firmware.noToolAtStart && tools.length > 1 ? -1 : 0,
    blend: null,
    blends: [],
    mixing: [],
    nozzleTargets: tools.map(() => 0),
    toolHeats: tools.map(() => ({ activeC: 0, standbyC: 0, state: 'off' })),
    bedTarget: 0,
    chamberTarget: printer.heaters.chamber ? 0 : null,
    fan: 0,
    motorsOn: false,
    softLimits: true,
    coldExtrusion: { allowed: false, leastC: null },
    levelling: 'unknown',
    meshThere: printer.storedMesh,
    mesh: null,
    grid: null,
    homed: { x: false, y: false, z: false },
    places: asDescribed,
    shift: noOffset,
    probeZ: null,
    retractions: tools.map(({ retractMm, retractMmS }) => ({
      lengthMm: retractMm,
      speedMmS: retractMmS,
      extraMm: 0,
      returnMmS: retractMmS,
      liftMm: 0,
    })),
    firmwareRetractedMm: 0,
    volumetric: tools.map(() => 0),
    speedLimits: { ...printer.highestSpeedMmS },
    accelerationLimits: { ...printer.highestAccelerationMmS2 },
    acceleration: { ...printer.accelerationMmS2 },
    corner: printer.corner,
    carriages: 'single',
  }
}

/** The tool that the print uses at this moment. */
export function toolAt({ job, moment, change }: Pick<Stage, 'job' | 'moment' | 'change'>): number {
  const { tool } = momentFacts[moment]
  if (tool === null) return job.firstTool
  const { from, to } = changeFor(job, change)
  return tool === 'new' ? to : from
}

/**
 * The height of the print when a script of this moment runs, mm: the whole print after the print, otherwise up to the
 * rehearsed layer.
 */
export function printHeight({
  job,
  printer,
  moment,
  layer,
}: Pick<Stage, 'job' | 'printer' | 'moment' | 'layer'>): number {
  if (afterPrinting.includes(moment) && layer === undefined) return topOn(job, printer)
  const now = layerRehearsed(job, printer, layer)
  return heightOfLayer(job, momentFacts[moment].layer === 'complete' ? Math.max(1, now - 1) : now)
}

/**
 * A print under way: hot, all tools of the job at printing or standby temperature, the head at the back right corner of
 * the print.
 */
function printing(stage: Stage): Modes {
  const { printer, job } = stage
  const modes = asSwitchedOn(stage)
  const used = stage.firmware.heatsToExtrude ? toolsUsed(job) : []
  const wanted = toolAt(stage)
  const tool = Math.min(wanted, printer.tools.length - 1)
  // The blends of a mixing hot end are numbered after its tools, as tools of their own.
  const blend = wanted > tool && (printer.tools[tool]?.mixingInputs ?? 1) > 1 ? wanted : null
  const toolHeats = printer.tools.map((_, each): Modes['toolHeats'][number] => {
    if (!used.includes(each) && (each !== tool || !stage.firmware.heatsToExtrude))
      return { activeC: 0, standbyC: 0, state: 'off' }
    const { nozzleLaterC, oozeSafeC } = materialOf(stage, each)
    return { activeC: nozzleLaterC, standbyC: oozeSafeC, state: each === tool ? 'active' : 'standby' }
  })
  const chamberC = Math.max(0, ...used.map(each => materialOf(stage, each).chamberC))
  const { chamber } = printer.heaters
  return {
    ...modes,
    // Assumed: the print's own mode is unknown.
    extrusion: 'absolute',
    feedMmMin: printer.highestSpeedMmS.x * 60,
    tool,
    blend,
    nozzleTargets: shared(
      stage,
      tool,
      toolHeats.map(({ activeC, standbyC, state }) =>
        state === 'active' ? activeC : state === 'standby' ? standbyC : 0,
      ),
    ),
    toolHeats,
    bedTarget: Math.max(0, ...used.map(each => materialOf(stage, each).bedLaterC)),
    chamberTarget: chamber ? (chamber.heated ? Math.min(chamberC, chamber.highestC) : 0) : null,
    // Material that is not melted needs no cooling.
    fan: stage.firmware.heatsToExtrude ? 1 : 0,
    motorsOn: true,
    levelling: 'on',
    homed: { x: true, y: true, z: true },
  }
}

/** Tools that share a heater have one target: that of the tool in use, otherwise the highest. */
function shared({ printer }: Stage, inUse: number, targets: readonly number[]): number[] {
  return targets.map((_, tool) => {
    const same = targets.flatMap((target, each) => (shareHeater(printer, each, tool) ? [{ target, each }] : []))
    return (same.find(({ each }) => each === inUse) ?? { target: Math.max(...same.map(({ target }) => target)) }).target
  })
}

/** The names under which pauses save the print's position, by moment. */
const pauseNames: Partial<Record<Moment, readonly string[]>> = { resume: ['PAUSE_STATE', '0', '1'] }

/** The state in which a script of this stage starts: the given state, or the one that the previous moment leaves. */
export function beginning(stage: Stage): MachineState {
  if (stage.from) return stage.from
  const { printer, job, moment } = stage
  const hot = momentFacts[moment].runs !== 'before'
  const modes = hot ? printing(stage) : asSwitchedOn(stage)
  const area = areaOn(job, printer)
  const z = printHeight(stage)
  const paused = momentFacts[moment].pause === 'ends'
  const { leavesAt } = isChangeMoment(moment) ? changeFor(stage.job, stage.change) : {}
  const corner = { x: leavesAt?.x ?? area.right, y: leavesAt?.y ?? area.back, z }
  const position = !hot
    ? { x: null, y: null, z: null }
    : paused
      ? { x: printer.reach.x[0], y: printer.reach.y[1], z: Math.min(printer.reach.z[1], z + pausedLiftMm) }
      : corner
  const bedC = hot ? modes.bedTarget || roomC : roomC
  const saved: Saved = {
    positioning: modes.positioning,
    extrusion: modes.extrusion,
    units: modes.units,
    feedMmMin: modes.feedMmMin,
    feedPercent: modes.feedPercent,
    places: modes.places,
    filamentMm: 0,
    position: corner,
    tool: modes.tool,
    fan: modes.fan,
  }
  return {
    position,
    filament: 0,
    modes,
    heat: {
      nozzlesC: modes.nozzleTargets.map(target => Math.max(roomC, target)),
      bedC,
      bedFollowsC: [bedC, bedC],
      chamberC: printer.heaters.chamber ? modes.chamberTarget || roomC : null,
    },
    tips: printer.tools.map(() => ({ backMm: 0, hangingMm3: 0, lostMm3: 0 })),
    remembered: Object.fromEntries((pauseNames[moment] ?? []).map(name => [name, saved])),
    globals: stage.firmware.flow ? { ...globalsAtStart(printer) } : {},
    variables: {},
  }
}

/** The position of the head while the nozzle in use is at a position: shifted by its tool's offset, mm. */
export function headAt({ printer }: Pick<Stage, 'printer'>, modes: Modes, nozzle: { x: number; y: number; z: number }) {
  const offset = toolOffset(modes.places, printer.tools, modes.tool)
  return { x: nozzle.x - offset.x, y: nozzle.y - offset.y, z: nozzle.z - offset.z }
}
