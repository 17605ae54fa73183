// Probes the bed: all of it, the print area, or the area in the line.
import type { EffectOf } from '../firmware/effect.ts'
import { duration, plural } from '../format.ts'
import { type Command, hasLetter, numberOf, numbersOf } from '../gcode/line.ts'
import { cornerPoints, type Grid, gridFor, probePoints, probeSeconds, wholeBed } from '../machine/probing.ts'
import type { Recorder } from '../machine/recorder.ts'
import { areaOn, type Rectangle } from '../model/job.ts'
import type { Probe } from '../model/printer.ts'
import { fileNamed } from '../model/printer.ts'
import { record } from './record.ts'

const onBed = (area: Rectangle, bed: Rectangle): Rectangle => ({
  left: Math.max(bed.left, Math.min(area.left, bed.right)),
  right: Math.min(bed.right, Math.max(area.right, bed.left)),
  front: Math.max(bed.front, Math.min(area.front, bed.back)),
  back: Math.min(bed.back, Math.max(area.back, bed.front)),
})

/** The area in a line, by its front left corner and size, or by two corners; null if there is none. */
function namedArea(command: Command): Rectangle | null {
  const [x, y, w, h] = ['X', 'Y', 'W', 'H'].map(letter => numberOf(command, letter))
  if (x != null && y != null && w != null && h != null) return { left: x, right: x + w, front: y, back: y + h }
  const [low, high] = [numbersOf(command, 'MESH_MIN'), numbersOf(command, 'MESH_MAX')]
  if (low[0] !== undefined && low[1] !== undefined && high[0] !== undefined && high[1] !== undefined)
    return { left: low[0], right: high[0], front: low[1], back: high[1] }
  return null
}

function pointsOf(recorder: Recorder, probe: Probe, command: Command, effect: EffectOf<'probe'>): Grid[] {
  const { printer, job } = recorder.stage
  const bed = wholeBed(printer, probe)
  const counts = effect.count === null ? [] : numbersOf(command, effect.count)
  const count: Grid | null = counts[0] ? { x: counts[0], y: counts[1] ?? counts[0] } : recorder.modes.grid
  const part = (area: Rectangle) => {
    const inside = onBed(area, bed)
    return probePoints(printer, probe, inside, count ?? gridFor(printer, probe, inside))
  }
  if (effect.extent === 'three-points') return cornerPoints(printer, probe)
  if (effect.extent === 'one-point') return [recorder.position]
  if (effect.extent === 'print' || (effect.adaptive && numberOf(command, effect.adaptive) === 1))
    return part(areaOn(job, printer))
  const area = effect.extent === 'named-area' ? namedArea(command) : null
  return area ? part(area) : probePoints(printer, probe, bed, count ?? probe.grid)
}

export const probe = record<'probe'>({
  movesHead: true,
  book: { kind: 'probes', alsoCalled: 'level levelling leveling mesh autolevel measure' },
  calls: (recorder, _, { file }) => ({
    before: file !== null && fileNamed(recorder.stage.printer, file) ? [{ file }] : [],
  }),
  run: (recorder, command, effect, byFile) => {
    const { probe } = recorder.stage.printer
    if (byFile || !probe) return
    const { printer } = recorder.stage
    for (const point of pointsOf(recorder, probe, command, effect)) {
      const { x, y } = recorder.position
      const way = Math.hypot(point.x - x, point.y - y)
      recorder.position = { ...recorder.position, x: point.x, y: point.y }
      recorder.step('probe', probeSeconds(printer, probe, Number.isNaN(way) ? 0 : way))
    }
    if (effect.turnsLevellingOn) recorder.set({ levelling: 'on', meshThere: true, mesh: null })
  },
  says: ({ steps, tookS, effect, command, byFile, stage }) => {
    if (byFile) return `Probes the bed by ${byFile.name}, ${duration(byFile.tookS)}.`
    if (steps.length === 0) return stage.printer.probe ? null : 'Probes nothing: this printer has no probe.'
    const adaptive = effect.extent === 'print' || (effect.adaptive && numberOf(command, effect.adaptive) === 1)
    const where = adaptive
      ? ' where the print will be'
      : effect.extent === 'named-area' && namedArea(command)
        ? ' of the area that it names'
        : effect.extent === 'three-points'
          ? ' for the tilt of the mesh'
          : ''
    const kept = hasLetter(command, 'PROFILE')
      ? ` Saves the mesh as “${command.keys.find(({ key }) => key === 'PROFILE')?.value}”.`
      : ''
    return `Probes ${plural(steps.length, 'point')}${where}, ${duration(tookS)}.${effect.turnsLevellingOn ? ' Levelling is on after it.' : ''}${kept}`
  },
  purpose: 'probe',
})
