// Schedules a delayed macro.
import { duration } from '../format.ts'
import { numberOf, textOf } from '../gcode/line.ts'
import { record } from './record.ts'

export const runLater = record<'run-later'>({
  movesHead: false,
  book: { kind: 'runs other lines', alsoCalled: 'delayed macro timer later' },
  run: (recorder, command, { id, seconds }) => {
    const [name, inS] = [textOf(command, id)?.toUpperCase(), numberOf(command, seconds)]
    if (!name || inS === null) return
    if (!recorder.stage.delayed?.has(name)) {
      const why = `There is no delayed macro “${textOf(command, id)}” in this printer’s config. The rehearsal leaves it out.`
      if (recorder.stage.printer.macros) recorder.troubles.push({ kind: 'macro', line: recorder.line, why })
      return
    }
    // A delay of 0 cancels it.
    if (inS <= 0) recorder.timers.delete(name)
    else {
      recorder.comeToRest()
      recorder.timers.set(name, recorder.now + inS)
    }
  },
  says: ({ command, effect: { id, seconds } }) => {
    const [name, inS] = [textOf(command, id), numberOf(command, seconds)]
    if (!name || inS === null) return null
    return inS > 0
      ? `Runs the delayed macro ${name} in ${duration(inS)}, between two lines.`
      : `The delayed macro ${name} is cancelled.`
  },
})
