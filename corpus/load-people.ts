// Scripts of other people's kinds with what must be said of each: corpus/people.json.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import * as v from 'valibot'
import { Job } from '../src/core/model/job.ts'
import type { RehearsalInput } from '../src/core/round.ts'
import { inputOf } from './load.ts'

const Case = v.object({
  name: v.string(),
  why: v.string(),
  text: v.string(),
  /** The name of a demo printer, or a whole printer. */
  printer: v.union([v.string(), v.looseObject({})]),
  /** The name of a demo job, or a whole job. */
  job: v.union([v.string(), Job]),
  moment: v.string(),
  /** Rules that must find something, such as `levelling-off@2|never-homes`. */
  find: v.array(v.string()),
  /** Rules that may find errors or warnings besides. */
  allow: v.array(v.string()),
  notfind: v.array(v.string()),
  /** Something that a finding must say: a name, and a pattern. */
  findText: v.array(v.tuple([v.string(), v.string()])),
  end: v.record(v.string(), v.unknown()),
  /** Numbers of the answer by path, each with its range. */
  approx: v.record(v.string(), v.tuple([v.number(), v.number()])),
  /** Patterns of the sentences of lines; with `true` the sentence must not match. */
  says: v.array(v.union([v.tuple([v.number(), v.string(), v.boolean()]), v.tuple([v.number(), v.string()])])),
  passages: v.array(v.tuple([v.number(), v.string()])),
})
export type PeopleCase = v.InferOutput<typeof Case>

export const peopleCases: readonly PeopleCase[] = v.parse(
  v.array(Case),
  JSON.parse(readFileSync(join(import.meta.dirname, 'people.json'), 'utf8')),
)

/** The printer, job and moment of a case. */
export function peopleInput({ printer, job, moment, name, text }: PeopleCase): RehearsalInput {
  const wishes = [
    typeof printer === 'string' ? `printer ${printer}` : `with ${JSON.stringify(printer)}`,
    ...(typeof job === 'string' ? [`job ${job}`] : []),
    `moment ${moment}`,
  ]
  const input = inputOf({ file: 'people.json', name, wishes, text })
  return typeof job === 'string' ? input : { ...input, job }
}
