// A lift exceeds the top of the machine after a tall print.
import { mm, plain } from '../../format.ts'
import { beginningPosition, type Step } from '../../machine/trace.ts'
import { topOn } from '../../model/job.ts'
import { afterPrinting, momentFacts, withinPrint } from '../../model/moment.ts'
import { replacePiece, sourceWord } from '../../script/edits/lines.ts'
import { written } from '../../script/makers/maker.ts'
import type { Checked, Fix, Found, Rule } from '../finding.ts'

const doubtMm = 0.01

/** Whether a step is such a lift after a print; then `outside-reach` does not report it. */
export const liftsPast = (script: Pick<Checked, 'stage'>, to: number, from: number): boolean =>
  momentFacts[script.stage.moment].runs !== 'before' && to > script.stage.printer.reach.z[1] + doubtMm && to > from

function check(script: Checked): Found[] {
  const { steps, rows, stage } = script
  const { printer, job } = stage
  const highest = printer.reach.z[1]
  const top = topOn(job, printer)
  const step = steps.find(
    ({ kind, from, to }) => kind !== 'home' && kind !== 'probe' && liftsPast(script, to.z, from.z),
  )
  if (!step) return higherUp(script)
  const row = rows[step.command]
  const word = row?.source && sourceWord(row.source, 'Z')
  const room = Math.max(0, highest - step.from.z)
  const plainMove = row?.before.units === 'mm' && row.before.shift.z === 0
  const fixes: Fix[] = []
  if (row?.source && word && word.value !== null && plainMove) {
    const relative = row.before.positioning === 'relative'
    const kept = relative
      ? `@(min(${plain(word.value, 3)}, reach_top - top))`
      : `@(min(${plain(word.value, 3)}, reach_top))`
    fixes.push(
      {
        title: `Lift only as far as there is room for each print (Z${kept})`,
        edits: [replacePiece(row.source, word, `Z${kept}`)],
      },
      {
        title: `Lift ${mm(room, 1)} (right for this print)`,
        edits: [replacePiece(row.source, word, `Z${written(relative ? room : highest)}`)],
      },
    )
  }
  const message = `For “${job.name}”, ${mm(top, 1)} high, this lifts to Z ${plain(step.to.z, 1)}; the machine ends at ${plain(highest, 1)}. The head is pressed against the top, or the motor loses steps. Lower prints are fine.`
  return [{ line: row?.line ?? 1, message, fixes }]
}

/** Whether a line uses the height of the print or the room above it. */
const followsHeight = (line: string): boolean => line.includes('@') && /\b(?:reach_top|height|top|layers?)\b/.test(line)

/** In the middle of a print there is room, but after the last layers the same lift may have none. */
function higherUp({ steps, rows, stage, trace }: Checked): Found[] {
  const { printer, job } = stage
  if (afterPrinting.includes(stage.moment)) return []
  const began = beginningPosition(trace).z
  const top = topOn(job, printer)
  const lifting = steps.filter(
    ({ kind, command, from, to }) =>
      kind === 'travel' &&
      to.z > from.z &&
      rows[command]?.before.positioning === 'relative' &&
      // A lift calculated from the room above changes with the height.
      !followsHeight(rows[command]?.source?.raw ?? ''),
  )
  const highest = lifting.reduce<Step | null>((max, step) => (step.to.z > (max?.to.z ?? began) ? step : max), null)
  const over = highest === null ? 0 : top + highest.to.z - began - printer.reach.z[1]
  if (highest === null || !(over > doubtMm)) return []
  const message = `Raises the head by ${mm(highest.to.z - began, 1)}. Over the last layers of “${job.name}”, ${mm(top, 1)} high, that is ${mm(over, 1)} past the top of the machine.`
  return [{ line: rows[highest.command]?.line ?? 1, severity: 'warning', message }]
}

export const liftPastTop = {
  name: 'lift-past-top',
  group: 'motion',
  severity: 'error',
  title: 'Lifts past the top of the machine',
  why: 'A lift that is right for low prints has no room above a tall one. The gantry is pressed against the frame.',
  silentWhen: 'Only found with jobs that are tall enough: choose a tall job to see it.',
  example: {
    text: 'G91\nG1 E-2 F1800\nG1 Z10 F600\nG90\nM104 S0\nM140 S0\nM107\nM84 X Y E',
    moment: 'end',
    job: { name: 'tall', top: { kind: 'height', mm: 195 } },
  },
  moments: ['end', ...withinPrint],
  check,
} as const satisfies Rule
