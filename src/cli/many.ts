// `rehearse --many`: one JSON request per line on standard input, one answer per line, in order.
import { readFileSync } from 'node:fs'
import * as v from 'valibot'
import { extras, rehearsalAnswer } from '../core/answer.ts'
import { sentenceOf } from '../core/model/issues.ts'
import { Job } from '../core/model/job.ts'
import { Moment } from '../core/model/moment.ts'
import { Printer } from '../core/model/printer.ts'
import { rehearseAndProve } from '../core/prove.ts'
import { Refusal } from './arguments.ts'
import { inputFor, jobNamed, printerNamed, stateFrom } from './input.ts'

const Request = v.strictObject({
  text: v.string(),
  /** A name, the path of a JSON file, or a description. */
  printer: v.union([v.string(), Printer]),
  job: v.optional(v.union([v.string(), Job]), 'small'),
  moment: v.optional(Moment, 'start'),
  /** The state to start from: a state, or an earlier answer that contains one. */
  from: v.optional(v.unknown()),
  with: v.optional(v.array(v.picklist(extras)), []),
})

function answer(line: string): unknown {
  let json: unknown
  try {
    json = JSON.parse(line)
  } catch (error) {
    return { error: `This line is not JSON: ${(error as Error).message}.` }
  }
  const parsed = v.safeParse(Request, json)
  if (!parsed.success) return { error: sentenceOf(parsed.issues) }
  const { text, printer, job, moment, from, with: extra } = parsed.output
  try {
    const described = typeof printer === 'string' ? printerNamed(printer) : printer
    const input = {
      ...inputFor(described, typeof job === 'string' ? jobNamed(job) : job),
      moment,
      ...(from !== undefined && { from: stateFrom(from, described, 'from') }),
    }
    return rehearsalAnswer(rehearseAndProve(text, input), extra)
  } catch (error) {
    if (error instanceof Refusal) return { error: error.message }
    throw error
  }
}

/** Answers all requests on standard input; an invalid request is answered with the reason. */
export const answerMany = (): string =>
  readFileSync(0, 'utf8')
    .split('\n')
    .filter(line => line.trim())
    .map(line => JSON.stringify(answer(line)))
    .join('\n')
