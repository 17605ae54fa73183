// The objects that a macro file can read from the simulated printer, by the board's names.

import type { Recorder } from '../machine/recorder.ts'
import type { Modes } from '../machine/state.ts'
import { temperatureAt } from '../machine/temperature.ts'
import type { Value } from '../macros/values.ts'
import { layersOn, topOn } from '../model/job.ts'
import type { Moment } from '../model/moment.ts'
import { axes } from '../model/printer.ts'

/** The file of the loaded mesh; null if none is loaded. Unknown during a print that began before this script. */
function meshFile({ levelling, mesh }: Modes, moment: Moment): { file?: string | null } {
  if (levelling === 'on') return { file: mesh ?? 'heightmap.csv' }
  return levelling === 'off' || moment === 'start' ? { file: null } : {}
}

/** Facts that a rehearsal can't know are left out. °C, mm, fan 0 to 1. */
export function objectsOf(recorder: Recorder): Record<string, Value> {
  recorder.comeToRest()
  const { modes, position, now, stage } = recorder
  const { printer, job } = stage
  const known = (value: number): number | null => (Number.isNaN(value) ? null : value)
  const heater = (current: number, active: number, highest: number): Value => ({
    current,
    active,
    max: highest,
    state: active > 0 ? 'active' : 'off',
  })
  const { nozzle, bed, chamber } = printer.heaters
  const nozzles = recorder.nozzles.map((history, tool) =>
    heater(temperatureAt(history, now), modes.nozzleTargets[tool] ?? 0, nozzle.highestC),
  )
  return {
    heat: {
      coldExtrudeTemperature: stage.firmware.coldestExtrudeC,
      bedHeaters: [0],
      chamberHeaters: chamber ? [nozzles.length + 1] : [],
      // Heaters in the board's order: bed, one for each tool, chamber.
      heaters: [
        heater(temperatureAt(recorder.bed, now), modes.bedTarget, bed.highestC),
        ...nozzles,
        ...(chamber && recorder.chamber
          ? [heater(temperatureAt(recorder.chamber, now), modes.chamberTarget ?? 0, chamber.highestC)]
          : []),
      ],
    },
    move: {
      axes: axes.map(axis => ({
        letter: axis.toUpperCase(),
        homed: modes.homed[axis],
        machinePosition: known(position[axis]),
        babystep: modes.places.fine[axis],
        userPosition: known(position[axis] - modes.shift[axis]),
        min: printer.reach[axis][0],
        max: printer.reach[axis][1],
      })),
      compensation: { type: modes.levelling === 'on' ? 'mesh' : 'none', ...meshFile(modes, stage.moment) },
      speedFactor: modes.feedPercent / 100,
    },
    job: {
      file: {
        fileName: `${job.name}.gcode`,
        height: topOn(job, printer),
        layerHeight: job.layerMm,
        numLayers: layersOn(job, printer),
      },
    },
    fans: [{ requestedValue: modes.fan, actualValue: modes.fan }],
    state: { currentTool: modes.tool, status: 'processing' },
    tools: printer.tools.map((each, tool) => ({
      number: tool,
      name: each.name,
      active: [modes.toolHeats[tool]?.activeC ?? 0],
      standby: [modes.toolHeats[tool]?.standbyC ?? 0],
      heaters: [tool + 1],
      state: tool === modes.tool ? 'active' : (modes.toolHeats[tool]?.state ?? 'off'),
    })),
  }
}
