// Aligns the gantry or the bed by probing several points.
import { duration } from '../format.ts'
import { probeSeconds } from '../machine/probing.ts'
import { fileNamed } from '../model/printer.ts'
import { record } from './record.ts'
import { sayFromTable } from './table-words.ts'

/** An alignment probes each of four corners twice. */
const touches = 8

export const align = record<'align'>({
  movesHead: true,
  book: { kind: 'probes', alsoCalled: 'level tilt gantry screws' },
  calls: (recorder, _, { file }) => ({
    before: file !== null && fileNamed(recorder.stage.printer, file) ? [{ file }] : [],
  }),
  run: (recorder, _command, _effect, byFile) => {
    const { printer } = recorder.stage
    recorder.aligned = true
    if (!byFile) recorder.step('align', printer.probe ? touches * probeSeconds(printer, printer.probe, 0) : 0)
  },
  says: ({ spec, tookS, command, stage, byFile }) => {
    if (byFile) return `${spec.title} by ${byFile.name}, ${duration(byFile.tookS)}.`
    return tookS > 0 ? `${spec.title}: about ${duration(tookS)}.` : sayFromTable(command, stage)
  },
  purpose: 'align',
})
