// Ends the script; later lines do not run.
import { turnHeatersOff } from '../machine/heaters.ts'
import { fileNamed } from '../model/printer.ts'
import { record } from './record.ts'

export const finish = record<'finish'>({
  movesHead: false,
  book: { kind: 'ends the script', alsoCalled: 'stop abort cancel emergency end' },
  calls: (recorder, _, { file }) => ({
    before: file !== null && fileNamed(recorder.stage.printer, file) ? [{ file }] : [],
  }),
  run: (recorder, command, { stops, file }, byFile) => {
    if (stops === 'machine') {
      turnHeatersOff(recorder)
      recorder.set({ fan: 0, motorsOn: false, homed: { x: false, y: false, z: false } })
    } else if (file !== null && !byFile) {
      // Without an end file the board turns off all heaters and motors when the job ends.
      turnHeatersOff(recorder)
      recorder.set({ motorsOn: false, homed: { x: false, y: false, z: false } })
    }
    if (stops === 'machine') recorder.end('error', `${command.name} stops the machine, which must be restarted.`)
    else recorder.end(stops, `${command.name} ends the job.`)
  },
  says: ({ effect, spec, byFile }) => {
    if (effect.stops === 'machine')
      return 'Emergency stop: heaters and motors off at once; the machine must be restarted.'
    const by = byFile ? `, after ${byFile.name}` : effect.file === null ? '' : ', and turns heaters and motors off'
    return `${spec.title}${by}; the lines after it do not run.`
  },
  purpose: ({ effect }) => (effect.stops === 'machine' ? 'cool-down' : null),
})
