// Parses and checks the command line.
import { parseArgs } from 'node:util'
import * as v from 'valibot'
import { type Extra, extras } from '../core/answer.ts'
import type { LineSpan } from '../core/carry/carry.ts'
import { Moment } from '../core/model/moment.ts'

export const usage = `Warm Prelude at the terminal

  rehearse FILE --printer NAME [--job NAME] [--moment start] [--json]
           [--from FILE]  begin in the state that an earlier answer left
           [--with explained,parts,fixes]  what the answer is to have besides
           [--call MACRO] rehearse a call of a macro in place of a file; [--config FILE] in place of the printer’s own
           --many         one JSON request a line on standard input, one answer a line
  check    FILE --printer NAME [--job NAME] [--moment start] [--json]   exit 1 if there is an error
  explain  FILE --printer NAME [--job NAME] [--moment start] [--json]
  carry    FILE --from PRINTER --to PRINTER [--moment start] [--job NAME] [--lines 12-40] [--answer KEY=VALUE …] [--json]
           the script as the other printer takes it; exit 1 if something is refused, or asked and not answered
  whole-print --printer NAME --job NAME [--start FILE] [--layer FILE] [--leave FILE] [--change FILE] [--arrive FILE]
           [--pause FILE] [--resume FILE] [--end FILE] [--script MOMENT=FILE …] [--json]
           every moment of a print in order; scripts that are not named are the printer’s own in use
  learn    FILE … [--json]   a printer from its config, its reports, its files or its scripts
  list     printers|jobs|materials|rules|commands [--json]

NAME is a demo name, or a path to a JSON file. FILE may be - for standard input.`

export const listable = ['printers', 'jobs', 'materials', 'rules', 'commands'] as const
export type Listable = (typeof listable)[number]

export type CliRequest =
  | { verb: 'help' }
  | { verb: 'list'; what: Listable; json: boolean }
  | { verb: 'many' }
  | { verb: 'learn'; files: string[]; json: boolean }
  | {
      verb: 'carry'
      file: string
      from: string
      to: string
      job: string
      moment: Moment
      json: boolean
      lines: LineSpan | null
      answers: Readonly<Record<string, string>>
    }
  | {
      verb: 'whole-print'
      printer: string
      job: string
      /** Files by moment. */
      scripts: Readonly<Partial<Record<Moment, string>>>
      json: boolean
    }
  | {
      verb: 'rehearse' | 'check' | 'explain'
      file: string
      printer: string
      job: string
      moment: Moment
      json: boolean
      from: string | null
      extra: readonly Extra[]
      /** The line that calls a macro, instead of a file. */
      call: string | null
      config: string | null
    }

/** An error that the caller can correct; `exitCode` as in docs/contract.md (2 wrong use, 3 unreadable input). */
export class Refusal extends Error {
  constructor(
    message: string,
    readonly exitCode: 2 | 3,
  ) {
    super(message)
  }
}

export function parseWords(words: readonly string[]): CliRequest {
  const { values, positionals } = takeApart(words)
  const [verb, subject, ...more] = positionals
  const json = values.json ?? false
  if (values.help || verb === 'help') return { verb: 'help' }
  if (verb === undefined)
    throw new Refusal(
      'Say what to do: rehearse, check, explain, carry, whole-print, learn or list (--help lists all).',
      2,
    )
  if (verb === 'learn') {
    if (subject === undefined) throw new Refusal('Name the files to learn from: a config, a report, a script.', 2)
    return { verb, files: [subject, ...more], json }
  }
  if (more.length)
    throw new Refusal(`“${more[0]}” is one argument too many (--help lists the arguments of each command).`, 2)
  if (verb === 'list') {
    const what = listable.find(each => each === subject)
    if (!what) throw new Refusal(`Say what to list: ${listable.join(', ')}.`, 2)
    return { verb, what, json }
  }
  if (verb === 'carry') return carryWords(subject, values, json)
  if (verb === 'whole-print') return wholePrintWords(subject, values, json)
  if (verb !== 'rehearse' && verb !== 'check' && verb !== 'explain')
    throw new Refusal(
      `“${verb}” is not a command here: rehearse, check, explain, carry, whole-print, learn or list.`,
      2,
    )
  if (values.many) {
    if (verb !== 'rehearse') throw new Refusal('--many goes with rehearse.', 2)
    return { verb: 'many' }
  }
  const call = values.call ?? null
  if (subject === undefined && call === null)
    throw new Refusal(`Name the script to ${verb}, or - for standard input.`, 2)
  if (values.printer === undefined) throw new Refusal('Name the printer with --printer.', 2)
  const moment = momentIn(values.moment)
  return {
    verb,
    file: subject ?? '',
    printer: values.printer,
    job: values.job ?? 'small',
    moment,
    json,
    from: values.from ?? null,
    extra: extrasIn(values.with ?? ''),
    call,
    config: values.config ?? null,
  }
}

function momentIn(word: string | undefined): Moment {
  const moment = v.safeParse(Moment, word ?? 'start')
  if (!moment.success) throw new Refusal(`“${word}” is not a moment: ${Moment.options.join(', ')}.`, 2)
  return moment.output
}

function carryWords(
  file: string | undefined,
  values: ReturnType<typeof takeApart>['values'],
  json: boolean,
): CliRequest {
  const { from, to } = values
  if (file === undefined) throw new Refusal('Name the script to carry, or - for standard input.', 2)
  if (from === undefined) throw new Refusal('Name the printer that the script is for with --from.', 2)
  if (to === undefined) throw new Refusal('Name the printer to carry it to with --to.', 2)
  const answers = (values.answer ?? []).map(each => {
    const at = each.indexOf('=')
    if (at < 1) throw new Refusal(`“${each}” is not an answer: write --answer KEY=VALUE.`, 2)
    return [each.slice(0, at), each.slice(at + 1)] as const
  })
  return {
    verb: 'carry',
    file,
    from,
    to,
    job: values.job ?? 'small',
    moment: momentIn(values.moment),
    json,
    lines: values.lines === undefined ? null : spanIn(values.lines),
    answers: Object.fromEntries(answers),
  }
}

/** The moments that have an option of their own. */
const scriptWords = {
  start: 'start',
  layer: 'layer-change',
  leave: 'tool-leave',
  change: 'tool-change',
  arrive: 'tool-arrive',
  pause: 'pause',
  resume: 'resume',
  end: 'end',
} as const satisfies Record<string, Moment>

function wholePrintWords(
  subject: string | undefined,
  values: ReturnType<typeof takeApart>['values'],
  json: boolean,
): CliRequest {
  if (subject !== undefined)
    throw new Refusal(`“${subject}” is one argument too many: name scripts with --start FILE, --change FILE …`, 2)
  if (values.printer === undefined) throw new Refusal('Name the printer with --printer.', 2)
  const scripts: Partial<Record<Moment, string>> = {}
  for (const [word, moment] of Object.entries(scriptWords)) {
    const file = values[word as keyof typeof scriptWords]
    if (file !== undefined) scripts[moment] = file
  }
  for (const each of values.script ?? []) {
    const at = each.indexOf('=')
    if (at < 1) throw new Refusal(`“${each}” is not a script: write --script MOMENT=FILE.`, 2)
    scripts[momentIn(each.slice(0, at))] = each.slice(at + 1)
  }
  return { verb: 'whole-print', printer: values.printer, job: values.job ?? 'small', scripts, json }
}

/** Parses `12-40`, or a single line. */
function spanIn(words: string): LineSpan {
  const found = /^(\d+)(?:-(\d+))?$/.exec(words)
  if (!found) throw new Refusal(`“${words}” are not lines: write --lines 12-40.`, 2)
  return { first: Number(found[1]), last: Number(found[2] ?? found[1]) }
}

function extrasIn(list: string): Extra[] {
  const named = list
    .split(',')
    .map(each => each.trim())
    .filter(Boolean)
  return named.map(each => {
    const extra = extras.find(known => known === each)
    if (!extra) throw new Refusal(`“${each}” is not an optional part of an answer: ${extras.join(', ')}.`, 2)
    return extra
  })
}

function takeApart(words: readonly string[]) {
  try {
    return parseArgs({
      args: [...words],
      allowPositionals: true,
      options: {
        printer: { type: 'string' },
        job: { type: 'string' },
        moment: { type: 'string' },
        json: { type: 'boolean' },
        from: { type: 'string' },
        to: { type: 'string' },
        lines: { type: 'string' },
        answer: { type: 'string', multiple: true },
        start: { type: 'string' },
        layer: { type: 'string' },
        leave: { type: 'string' },
        change: { type: 'string' },
        arrive: { type: 'string' },
        pause: { type: 'string' },
        resume: { type: 'string' },
        end: { type: 'string' },
        script: { type: 'string', multiple: true },
        with: { type: 'string' },
        many: { type: 'boolean' },
        call: { type: 'string' },
        config: { type: 'string' },
        help: { type: 'boolean' },
      },
    })
  } catch (error) {
    throw new Refusal(`${(error as Error).message.split('.')[0]}.`, 2)
  }
}
