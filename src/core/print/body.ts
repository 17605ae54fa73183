// The state between two scripts, after the print itself has run: position, temperatures, modes; and around a tool
// change the slicer's own moves.
import { read } from '../gcode/read.ts'
import { stateAfter } from '../machine/after.ts'
import { aimBed, aimNozzle, setToolHeat } from '../machine/heaters.ts'
import { oozeOf } from '../machine/ooze.ts'
import { toolFilamentAreaMm2 } from '../machine/outcome.ts'
import { Recorder } from '../machine/recorder.ts'
import { type MachineState, materialOf, type Stage } from '../machine/state.ts'
import { areaOn, toolsUsed } from '../model/job.ts'
import { rehearseLines } from '../resolve/resolve.ts'
import { layerFilamentMm3, layerSeconds } from './sequence.ts'

export type Printed = { tool: number; layer: number; z: number; seconds: number; at: { x: number; y: number } | null }

/**
 * The machine after so many seconds of printing. The program that makes the print file sets what it always sets: absolute places
 * in mm, the heat of the tool in use (that of later layers from the second one on) and of the bed, the fan from the second layer
 * on; where extrusion is absolute it begins to count anew. It extrudes, so that nothing is back from the tip and nothing hangs.
 */
export function printed(state: MachineState, stage: Stage, { tool, layer, z, seconds, at }: Printed): MachineState {
  const { printer, job, firmware } = stage
  const now: Stage = { ...stage, from: state }
  const recorder = new Recorder(now, false)
  const own = Math.min(tool, printer.tools.length - 1)
  const later = layer > 1
  const area = areaOn(job, printer)
  recorder.beginCommand(0)
  recorder.set({
    tool: own,
    blend: tool > own ? tool : null,
    positioning: 'absolute',
    units: 'mm',
    feedMmMin: printer.highestSpeedMmS.x * 60,
    fan: later && firmware.heatsToExtrude ? 1 : 0,
    motorsOn: true,
  })
  if (firmware.heatsToExtrude) {
    const { nozzleC, nozzleLaterC } = materialOf(stage, tool)
    const activeC = later ? nozzleLaterC : nozzleC
    if (firmware.noToolAtStart) setToolHeat(recorder, own, { activeC, state: 'active' })
    else aimNozzle(recorder, own, activeC)
    const beds = toolsUsed(job).map(each => materialOf(stage, each)[later ? 'bedLaterC' : 'bedC'])
    aimBed(recorder, Math.max(0, ...beds))
  }
  recorder.position = { x: at?.x ?? area.right, y: at?.y ?? area.back, z }
  if (seconds > 0) {
    const share = Math.min(1, seconds / layerSeconds(job, printer))
    const laidMm = (layerFilamentMm3(job, printer, materialOf(stage, tool)) * share) / toolFilamentAreaMm2(printer, own)
    recorder.step('extrude', seconds, laidMm + (state.tips[own]?.backMm ?? 0))
    if (recorder.modes.extrusion === 'absolute') recorder.counter = laidMm
  } else recorder.step('stand', 0)
  recorder.endCommand()
  const trace = recorder.finish()
  return stateAfter(trace, oozeOf(trace, now), now)
}

/** The state after lines that the slicer itself writes there. */
export function moved(state: MachineState, stage: Stage, lines: string): MachineState {
  const now: Stage = { ...stage, from: state }
  const { trace } = rehearseLines(read(lines), now)
  return stateAfter(trace, oozeOf(trace, now), now)
}
