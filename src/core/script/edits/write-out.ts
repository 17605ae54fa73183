// Replaces calls of macros and files by the commands that they ran.
import { effectOf } from '../../firmware/spec.ts'
import { textOfCommand } from '../../gcode/line.ts'
import type { Edit } from '../../model/script.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

/** Limit for the lines of the result. */
const maxLines = 500

/**
 * Replaces each line that calls a macro or a file by the commands that ran, with plain numbers for this job, printer
 * and material. A call that ran nothing, or whose line runs several times, is left and reported.
 */
export function writeOut({ lines, commands, stage }: Rehearsed): Plan {
  if (stage.opened) return refuse('What a config’s macros call is written out where a script calls them.')
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  const made = new Map<number, string[]>()
  const calls = new Map<number, number>()
  for (const { line, command, whence } of commands) {
    if (!whence) calls.set(line, (calls.get(line) ?? 0) + 1)
    const does = effectOf(stage.firmware, command)?.does
    const calling = stage.macros?.has(command.name) || does === 'macro-file' || does === 'flow'
    if (whence && !calling) made.set(line, [...(made.get(line) ?? []), textOfCommand(command)])
  }
  const several = [...made.keys()].find(line => (calls.get(line) ?? 0) > 1)
  if (several !== undefined)
    return refuse(`Line ${several} calls several times, so that what it runs can’t stand in its place.`)
  if (made.size === 0) return refuse('No line of this script calls a macro or a file that ran anything.')
  const count = [...made.values()].reduce((sum, each) => sum + each.length, 0)
  if (count > maxLines) return refuse(`It runs ${count.toLocaleString('en')} commands, too many to write out.`)
  const edits = [...made].flatMap(([number, texts]): Edit[] => {
    const line = lines[number - 1]
    const note = `; what ${line?.command?.name ?? 'it'} ran for ${stage.job.name}`
    return line ? [{ from: line.from, to: line.from + line.raw.length, insert: [note, ...texts].join(ending) }] : []
  })
  return { ok: true, title: `Replace macro calls by their lines, for ${stage.job.name}`, edits }
}
