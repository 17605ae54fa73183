// Probes once or several times at one position.
import { duration, mm, plural } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { probeSeconds } from '../machine/probing.ts'
import { record } from './record.ts'
import { furtherLetters, withMore } from './table-words.ts'

const maxTouches = 100

export const probePoint = record<'probe-point'>({
  movesHead: true,
  book: { kind: 'probes', alsoCalled: 'level measure touch repeatability accuracy' },
  run: (recorder, command, { by, times }) => {
    const { printer } = recorder.stage
    if (!printer.probe) return
    const count = Math.min(maxTouches, Math.max(1, (by === null ? null : numberOf(command, by)) ?? times))
    const { x, y } = recorder.position
    const target = { x: numberOf(command, 'X') ?? x, y: numberOf(command, 'Y') ?? y }
    for (let touch = 0; touch < count; touch++) {
      recorder.position = { ...recorder.position, ...target }
      recorder.step('probe', probeSeconds(printer, printer.probe, 0))
    }
    // On machines that home by moves, probing a point homes Z.
    if (recorder.stage.firmware.flow) recorder.set({ homed: { ...recorder.modes.homed, z: true } })
  },
  says: ({ command, spec, stage, steps, tookS }) => {
    if (steps.length === 0) return 'Probes nothing: this printer has no probe.'
    const at = steps[0]?.to
    const place = at && !Number.isNaN(at.x + at.y) ? ` at X ${mm(at.x, 1).replace(' mm', '')} Y ${mm(at.y, 1)}` : ''
    const times = steps.length > 1 ? ` ${plural(steps.length, 'time')}` : ''
    return withMore(
      `Probes one point${place}${times}, ${duration(tookS)}.`,
      furtherLetters(command, spec, stage, 'XYPF'),
    )
  },
  purpose: 'probe',
})
