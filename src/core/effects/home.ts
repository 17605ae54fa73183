// Homing: by the firmware, or by homing files of the printer.
import { duration } from '../format.ts'
import { type Command, hasLetter } from '../gcode/line.ts'
import { homingSeconds } from '../machine/homing.ts'
import type { Recorder } from '../machine/recorder.ts'
import { type Axis, axes, fileNamed } from '../model/printer.ts'
import type { Call } from './record.ts'
import { record } from './record.ts'

/** The axes that a line homes, in the firmware's order. */
function wantedAxes(recorder: Recorder, command: Command): Axis[] {
  const named = axes.filter(axis => hasLetter(command, axis.toUpperCase()))
  const wanted = named.length ? named : [...axes]
  const missing = hasLetter(command, 'O') ? wanted.filter(axis => !recorder.modes.homed[axis]) : wanted
  return recorder.stage.firmware.homingOrder.filter(axis => missing.includes(axis))
}

/** If a script changed the probe's Z offset, homing Z with the probe shifts Z = 0. */
function probeShift(recorder: Recorder): number {
  const { probe } = recorder.stage.printer
  const known = probe?.offset.z ?? null
  const { probeZ, places } = recorder.modes
  return probe === null || known === null || probeZ === null ? places.probe : probeZ - known
}

/** Marks axes as homed, which also clears their `G92` shift. */
function becomeHomed(recorder: Recorder, wanted: readonly Axis[], turnsLevellingOff: boolean): void {
  const { printer } = recorder.stage
  const homed = { ...recorder.modes.homed }
  const renamed = { ...recorder.modes.places.renamed }
  for (const axis of wanted) {
    homed[axis] = true
    renamed[axis] = 0
  }
  const z = wanted.includes('z')
  const off = turnsLevellingOff && (printer.probe !== null || printer.storedMesh)
  recorder.set({ homed, motorsOn: true, levelling: off ? 'off' : recorder.modes.levelling })
  recorder.setPlaces({ renamed, probe: z ? probeShift(recorder) : recorder.modes.places.probe })
}

/** The printer's homing files for these axes: one for all, or one for each. */
function homingFiles(recorder: Recorder, command: Command): Call[] {
  const { printer } = recorder.stage
  const wanted = wantedAxes(recorder, command)
  if (wanted.length === axes.length && fileNamed(printer, 'homeall.g')) return [{ file: 'homeall.g' }]
  const files = wanted.map(axis => `home${axis}.g`)
  return files.every(file => fileNamed(printer, file)) ? files.map(file => ({ file })) : []
}

export const home = record<'home'>({
  movesHead: true,
  book: { kind: 'homes', alsoCalled: 'homing auto origin zero' },
  calls: (recorder, command, { file }) => ({ before: file === null ? [] : homingFiles(recorder, command) }),
  run: (recorder, command, { turnsLevellingOff }, byFile) => {
    const { printer } = recorder.stage
    const wanted = wantedAxes(recorder, command)
    if (!byFile)
      for (const axis of wanted) {
        const at = recorder.position[axis]
        const [low, high] = printer.reach[axis]
        const distance = Number.isNaN(at) ? (high - low) / 2 : Math.abs(at - printer.homing.at[axis])
        recorder.position[axis] = printer.homing.at[axis]
        recorder.step('home', homingSeconds(printer, axis, distance))
      }
    becomeHomed(recorder, wanted, turnsLevellingOff)
  },
  says: ({ command, steps, tookS, before, after, byFile, stage }) => {
    const named = axes.filter(axis => hasLetter(command, axis.toUpperCase()))
    const namedAxes = named.length ? named : [...axes]
    const which = hasLetter(command, 'O') ? namedAxes.filter(axis => !before.homed[axis]) : namedAxes
    if (which.length === 0) return 'Does nothing: every axis is homed already.'
    const order = stage.firmware.homingOrder.filter(axis => which.includes(axis)).map(axis => axis.toUpperCase())
    const list = order.length > 1 ? `${order.slice(0, -1).join(', ')}, then ${order.at(-1)}` : order.join()
    const off = before.levelling !== 'off' && after.levelling === 'off' ? ' Levelling is off after it.' : ''
    if (byFile) return `Homes ${list} by ${byFile.name}, ${duration(byFile.tookS)}.${off}`
    return steps.length === 0 ? `Homes ${list}.${off}` : `Homes ${list}, ${duration(tookS)}.${off}`
  },
  purpose: 'home',
})
