// Resumes the print after a pause, at the saved position.
import { plain } from '../format.ts'
import { fileNamed } from '../model/printer.ts'
import { record } from './record.ts'
import { allAxes, goBack, restore } from './saving.ts'

export const resume = record<'resume'>({
  movesHead: true,
  book: { kind: 'moves the head', alsoCalled: 'continue go on unpause' },
  calls: (recorder, _, { file }) => ({
    before: file !== null && fileNamed(recorder.stage.printer, file) ? [{ file }] : [],
  }),
  run: (recorder, _command, { file }, byFile) => {
    const saved = recorder.remembered.get(file === null ? 'PAUSE_STATE' : '1')
    if (byFile || !saved) return
    restore(recorder, saved, true)
    goBack(recorder, saved, allAxes, (saved.feedMmMin ?? 3000) / 60)
  },
  says: ({ spec, steps, byFile }) => {
    const at = steps.at(-1)?.to
    if (byFile) return `${spec.title} by ${byFile.name}.`
    return at && !Number.isNaN(at.x + at.y)
      ? `${spec.title}: back to X ${plain(at.x, 1)} Y ${plain(at.y, 1)}, where the pause was.`
      : `${spec.title}.`
  },
})
