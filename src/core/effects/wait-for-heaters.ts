// Waits for all heaters that have a target, for one tool or heater, or for a sensor by its name.
import { toolsAt } from '../firmware/tools.ts'
import { celsius, duration } from '../format.ts'
import { type Command, hasLetter, numberOf, textOf } from '../gcode/line.ts'
import { sensorNamed, waitForBed, waitForChamber, waitForNozzle, whenBeyond } from '../machine/heaters.ts'
import type { Recorder } from '../machine/recorder.ts'
import { record } from './record.ts'

function waitForSensor(recorder: Recorder, name: string, command: Command): void {
  const [least, max] = [numberOf(command, 'MINIMUM'), numberOf(command, 'MAXIMUM')]
  const sensor = sensorNamed(recorder, name)
  if (!sensor) return
  recorder.comeToRest()
  const seconds = whenBeyond(recorder.now, at => {
    const now = sensor.at(at)
    return now >= (least ?? Number.NEGATIVE_INFINITY) && now <= (max ?? Number.POSITIVE_INFINITY)
  })
  if (Number.isFinite(seconds)) recorder.step(sensor.kind, seconds)
  else
    recorder.stop(
      `This would wait for ever: nothing makes the ${name} ${least === null ? `down to ${max}` : `to ${least}`} °C. The rehearsal stops here.`,
    )
}

export const waitForHeaters = record<'wait-for-heaters'>({
  movesHead: false,
  book: { kind: 'waits', alsoCalled: 'temperature hot warm bed nozzle' },
  run: (recorder, command) => {
    const { firmware, printer } = recorder.stage
    const sensor = textOf(command, 'SENSOR')
    if (sensor !== null) {
      waitForSensor(recorder, sensor, command)
      return
    }
    const [tool, heater] = [numberOf(command, 'P'), numberOf(command, 'H')]
    const within = numberOf(command, 'S')
    const all = tool === null && heater === null && !hasLetter(command, 'C')
    // Heater 0 is the bed's; one for each tool follows.
    if (all || heater === 0) waitForBed(recorder, true, within)
    const tools = all
      ? printer.tools.map((_, each) => each)
      : tool !== null
        ? toolsAt(firmware, printer, tool)
        : heater !== null && heater > 0
          ? [heater - 1]
          : []
    for (const each of tools)
      if ((recorder.modes.nozzleTargets[each] ?? 0) > 0) waitForNozzle(recorder, each, true, within)
    if ((all || hasLetter(command, 'C')) && (recorder.modes.chamberTarget ?? 0) > 0) waitForChamber(recorder, false)
  },
  says: ({ command, tookS, stage }) => {
    const sensor = textOf(command, 'SENSOR')
    const [least, max] = [numberOf(command, 'MINIMUM'), numberOf(command, 'MAXIMUM')]
    const tool = numberOf(command, 'P')
    const what =
      sensor !== null
        ? `“${sensor}” ${[least === null ? '' : `has at least ${celsius(least)}`, max === null ? '' : `has cooled to ${celsius(max)}`].filter(Boolean).join(' and ')}`.trim()
        : tool !== null
          ? `T${tool} has its temperature`
          : numberOf(command, 'H') !== null
            ? `heater ${numberOf(command, 'H')} has its temperature`
            : 'everything that was told to heat is warm'
    if (
      sensor !== null &&
      !/^(extruder\d*|heater_bed)$/i.test(sensor) &&
      !(/chamber/i.test(sensor) && stage.printer.heaters.chamber)
    )
      return `Waits until ${what}; how long that takes is not known here.`
    return tookS > 0 ? `Waits until ${what}, ${duration(tookS)}.` : `No wait: ${what} already.`
  },
  purpose: 'heat-wait',
})
