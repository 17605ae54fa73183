// Pauses the print until a person, a pin or a timeout continues it.
import { duration, plain } from '../format.ts'
import { numberOf, textOf } from '../gcode/line.ts'
import { fileNamed, spotOf } from '../model/printer.ts'
import { parkHead } from './parking.ts'
import { record } from './record.ts'
import { putBy } from './saving.ts'
import { furtherLetters } from './table-words.ts'

export const pause = record<'pause'>({
  movesHead: false,
  book: { kind: 'waits', alsoCalled: 'wait stop user resume' },
  calls: (recorder, _, { file }) => ({
    before: file !== null && fileNamed(recorder.stage.printer, file) ? [{ file }] : [],
  }),
  run: (recorder, command, { parks, seconds, milliseconds, file }, byFile) => {
    if (parks || file !== null) putBy(recorder, file === null ? 'PAUSE_STATE' : '1')
    if (parks && !byFile && spotOf(recorder.stage.printer, 'park')) parkHead(recorder, command, 'by', false)
    const whole = seconds === null ? null : numberOf(command, seconds)
    const fine = milliseconds === null ? null : numberOf(command, milliseconds)
    recorder.step('stand', Math.max(0, whole ?? (fine ?? 0) / 1000))
  },
  says: ({ command, spec, steps, effect, byFile, stage }) => {
    const shown = (textOf(command, 'P') ?? command.message ?? '').trim()
    const message = shown && !/^\d/.test(shown) ? `, showing “${shown.replace(/^"|"$/g, '')}”` : ''
    if (byFile) return `${spec.title} by ${byFile.name}${message}.`
    const at = steps.find(({ kind }) => kind === 'travel') && steps.at(-1)?.to
    const place = at ? `, the head parked at X ${plain(at.x, 1)} Y ${plain(at.y, 1)}` : ''
    const stands = steps.filter(({ kind }) => kind === 'stand').reduce((sum, { start, end }) => sum + end - start, 0)
    const time = stands > 0 ? `, for at most ${duration(stands)}` : ''
    const unknown = stands === 0 ? '; it takes as long as you need' : ''
    const letters = `${message ? 'P' : ''}${effect.seconds ?? ''}${effect.milliseconds ?? ''}${effect.parks ? 'XYZ' : ''}`
    return `${spec.title}${message}${place}${time}${furtherLetters(command, spec, stage, letters)}${unknown}.`
  },
})
