// Filament change, load or unload: park, unload, load and purge, with the lengths of the printer's description.
import { mm } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { fileNamed } from '../model/printer.ts'
import { runFilament, travelTo } from './moving.ts'
import { parkHead } from './parking.ts'
import { record } from './record.ts'

/** Retraction before the head moves away, if the line gives none, mm. */
const firstRetractMm = 2
const ordinarySpeedMmS = 10

export const changeFilament = record<'change-filament'>({
  movesHead: true,
  book: { kind: 'moves the filament', alsoCalled: 'load unload swap colour color runout' },
  calls: (recorder, _, { file }) => ({
    before: file !== null && fileNamed(recorder.stage.printer, file) ? [{ file }] : [],
  }),
  run: (recorder, command, { part }, byFile) => {
    if (byFile) return
    const { filamentChange } = recorder.stage.printer
    const { unloadMm = 0, loadMm = 0, purgeMm = 0, speedMmS = ordinarySpeedMmS } = filamentChange ?? {}
    const out = Math.abs(numberOf(command, 'U') ?? unloadMm)
    const into = Math.abs(numberOf(command, 'L') ?? loadMm)
    if (part === 'unload') return runFilament(recorder, -out, speedMmS)
    if (part === 'load') return runFilament(recorder, into + purgeMm, speedMmS)
    const from = { ...recorder.position }
    const first = Math.abs(numberOf(command, 'E') ?? firstRetractMm)
    runFilament(recorder, -first, speedMmS)
    parkHead(recorder, command)
    runFilament(recorder, -out, speedMmS)
    recorder.step('stand', 0)
    runFilament(recorder, into + purgeMm, speedMmS)
    if (!Number.isNaN(from.x + from.y)) travelTo(recorder, { x: from.x, y: from.y })
    if (!Number.isNaN(from.z)) travelTo(recorder, { z: from.z })
    runFilament(recorder, first, speedMmS)
  },
  says: ({ effect, steps, stage, byFile }) => {
    const title = { change: 'Manual filament change', load: 'Loads filament', unload: 'Unloads filament' }[effect.part]
    if (byFile) return `${title} by ${byFile.name}.`
    const extruded = steps.reduce((sum, { filamentMm }) => sum + Math.max(0, filamentMm), 0)
    const known = stage.printer.filamentChange !== null || extruded > firstRetractMm
    const what =
      effect.part === 'change'
        ? ': retracts, parks the head, waits for the person, and returns'
        : effect.part === 'load' && known
          ? `: ${mm(extruded)}`
          : ''
    return `${title}${what}${known ? '' : '; how much filament it moves is not in the printer’s description'}.`
  },
  purpose: 'tool',
})
