// Exports a script: unchanged, in plain numbers, with a vocabulary's placeholders, or as macros.

import { specOf, unitOf } from '../firmware/spec.ts'
import { listed } from '../format.ts'
import { guardsOf, linesNotTaken } from '../formula/marks.ts'
import { factorTo } from '../formula/units.ts'
import { scopeOf } from '../formula/values.ts'
import { placeOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import type { Trace } from '../machine/trace.ts'
import { readConfig } from '../macros/config.ts'
import { type Moment, momentFacts } from '../model/moment.ts'
import type { MacroFile } from '../model/printer.ts'
import { applyEdits, type Edit } from '../model/script.ts'
import { boxFor, type Vocabulary } from '../model/vocabulary.ts'
import { resolve, worldOf } from '../resolve/resolve.ts'
import { type RehearsalInput, stageOf } from '../round.ts'
import { inPlainSyntax } from '../vocabulary/plain-syntax.ts'
import type { Has } from '../vocabulary/their-words.ts'
import type { Translated, Untranslatable } from '../vocabulary/to-ours.ts'
import { type Decided, toTheirs } from '../vocabulary/to-theirs.ts'
import { toHostMacro } from './host-macro.ts'
import { changingTo, toMacroFiles } from './macro-files.ts'
import { type Call, callIn, callLine } from './macro-writer.ts'
import { type Back, type Otherwise, otherwiseIn, traceOf } from './proof.ts'

/**
 * Plain numbers apply to one job, so there is a file for each. Placeholders apply to all jobs; with `decided`, parts
 * that the vocabulary can't express are decided for each job. Macros come with the line that calls them, in our values
 * and in each vocabulary.
 */
export type Form =
  | { kind: 'as-it-is' }
  | { kind: 'plain' }
  | { kind: 'vocabulary'; vocabulary: Vocabulary; decided: boolean }
  | { kind: 'host-macro'; vocabularies: readonly Vocabulary[] }
  | { kind: 'macro-files'; vocabularies: readonly Vocabulary[] }
export type Ending = 'as-it-is' | 'lf' | 'crlf'
export type Wish = { form: Form; comments: boolean; ending: Ending }

/**
 * An exported file: its name among the others, its text, the parts that can't be expressed, and its size in bytes. It
 * was read back and rehearsed for every job: `otherwise` lists the differences from the script.
 */
export type Taken = {
  name: string
  text: string
  untranslatable: Untranslatable[]
  bytes: number
  otherwise: Otherwise[]
  /** For macros, the line that calls them, in our values; otherwise null. */
  call: string | null
  /** If the slicer has no box for the moment: a sentence with the box to use. */
  box: string | null
}

/** `tail` is kept whatever is left out; `back` is how the machine or the slicer reads the file, for each job. */
type Said = {
  name: string
  text: string
  untranslatable: Untranslatable[]
  tail?: string
  call?: string
  back: (text: string) => Back[]
}

/** Exports a script as one or several files for the jobs of these settings, each read back and compared. */
export function exportScript(
  text: string,
  settings: readonly [RehearsalInput, ...RehearsalInput[]],
  { form, comments, ending }: Wish,
): Taken[] {
  const traces = new Map<Stage, Trace>()
  const scriptOn = (stage: Stage): Trace => {
    const trace = traces.get(stage) ?? traceOf(text, stage)
    traces.set(stage, trace)
    return trace
  }
  const box = form.kind === 'vocabulary' ? otherBox(form.vocabulary, settings[0].moment) : null
  return filesIn(text, settings, form).map(({ name, text: said, untranslatable, tail = '', call = null, back }) => {
    const shorter = (comments ? said : withoutComments(said)) + tail
    const ended = ending === 'as-it-is' ? shorter : shorter.replace(/\r\n|\r|\n/g, ending === 'lf' ? '\n' : '\r\n')
    const otherwise = back(ended).flatMap(each => otherwiseIn(scriptOn(each.script), each) ?? [])
    return { name, text: ended, untranslatable, bytes: new TextEncoder().encode(ended).length, otherwise, call, box }
  })
}

/** A sentence with the replacement of a missing box; null if the slicer has the box, or no replacement. */
function otherBox(vocabulary: Vocabulary, moment: Moment): string | null {
  const found = boxFor(vocabulary, moment)
  return found && found.where !== 'own'
    ? `${vocabulary.name} has no box for “${momentFacts[moment].when}”. Put this into the one for “${momentFacts[found.box].when}”, ${found.where} the lines in it.`
    : null
}

/** A text as a machine reads it, ignoring our language. */
const sent = (script: Stage, text: string, more: Partial<Stage> = {}): Back[] => [
  { text, script, stage: { ...script, ...more, asSent: true } },
]

function filesIn(text: string, settings: readonly [RehearsalInput, ...RehearsalInput[]], form: Form): Said[] {
  const stages = settings.map(stageOf) as [Stage, ...Stage[]]
  const [stage] = stages
  const forEach = (one: (its: Stage) => Omit<Said, 'name'>): Said[] =>
    stages.map(its => ({ name: its.job.name, ...one(its) }))
  switch (form.kind) {
    case 'as-it-is':
      return [
        {
          name: '',
          text,
          untranslatable: [],
          back: said => stages.map(script => ({ text: said, script, stage: script })),
        },
      ]
    case 'plain':
      return forEach(its => ({ ...plainFor(text, its), back: said => sent(its, said) }))
    case 'vocabulary': {
      const { vocabulary } = form
      return form.decided
        ? forEach(its => ({
            ...inWords(text, its, vocabulary, decidedFor(text, its)),
            back: said => sent(its, inPlainSyntax(said, vocabulary), { vocabulary }),
          }))
        : [
            {
              name: '',
              ...inWords(text, stage, vocabulary),
              back: said => stages.flatMap(its => sent(its, inPlainSyntax(said, vocabulary), { vocabulary })),
            },
          ]
    }
    case 'host-macro': {
      const { config, call, untranslatable } = toHostMacro(text, stage)
      const calls = callsIn(call, form.vocabularies, stage)
      return [
        {
          name: '',
          text: config,
          untranslatable: [...untranslatable, ...calls.left],
          tail: calls.lines('#'),
          call: callLine(call),
          back: said => {
            const machine = (script: Stage) => withConfig(script, said)
            const own = stages.map(script => ({ text: callLine(call), script, stage: machine(script) }))
            return [...own, ...calls.back(stages, machine)]
          },
        },
      ]
    }
    case 'macro-files':
      return toMacroFiles(text, stage).map(({ name, text: file, call, stage: made, untranslatable }) => {
        const calls = callsIn(call, form.vocabularies, made)
        return {
          name,
          text: file,
          untranslatable: [...untranslatable, ...calls.left],
          tail: calls.lines(';'),
          call: callLine(call),
          back: said => {
            const machine = (script: Stage) => withFile(script, { name, text: said })
            const its = made.change ? stages.map(each => changingTo(each, made.change?.to ?? 0)) : stages
            const own = its.map(script => ({ text: callLine(call), script, stage: machine(script) }))
            return [...own, ...calls.back(its, machine)]
          },
        }
      })
  }
}

/** The machine with a config's macros added. */
function withConfig(stage: Stage, config: string): Stage {
  const macros = `${stage.printer.macros ?? ''}\n${config}`
  const printer = { ...stage.printer, macros }
  const own = readConfig(config)
  return {
    ...stage,
    printer,
    macros: new Map([...(stage.macros ?? []), ...own.macros]),
    delayed: new Map([...(stage.delayed ?? []), ...own.delayed]),
  }
}

/** The machine with a file added; it replaces one of the same name. */
const withFile = (stage: Stage, file: MacroFile): Stage => ({
  ...stage,
  printer: { ...stage.printer, macroFiles: [file, ...(stage.printer.macroFiles ?? [])] },
})

/**
 * The line that calls a macro, in our values and in each vocabulary, as comments; and what a vocabulary can't express.
 */
function callsIn(call: Call, vocabularies: readonly Vocabulary[], stage: Stage) {
  const scope = scopeOf(worldOf(stage), stage.job.firstTool, new Map())
  const callLines = vocabularies.map(each => ({
    from: each.name,
    vocabulary: each,
    ...callIn(call, each, feature => scope.has(feature)),
  }))
  const lines = (sign: string) =>
    '\n' +
    [{ from: 'a script of ours', line: callLine(call), left: [] as string[] }, ...callLines]
      .map(
        ({ from, line, left }) =>
          `${sign} Called from ${from} with:\n${sign} ${line}\n${left.length ? `${sign} (${listed(left)}: as the macro has it for “${stage.job.name}”)\n` : ''}`,
      )
      .join('')
  const left = callLines.flatMap(({ from, left: names }): Untranslatable[] =>
    names.length ? [{ line: 1, what: `${listed(names)} in the call from ${from}: the macro’s own number holds` }] : [],
  )
  /** The call in each vocabulary that can express all of it: it must do the same for every job. */
  const back = (stages: readonly Stage[], machine: (script: Stage) => Stage): Back[] =>
    callLines.flatMap(({ vocabulary, line, left: names }) =>
      names.length > 0
        ? []
        : stages.map(script => ({
            text: inPlainSyntax(line, vocabulary),
            script,
            stage: { ...machine(script), vocabulary, asSent: true },
          })),
    )
  return { lines, left, back }
}

function inWords(text: string, stage: Stage, vocabulary: Vocabulary, decided?: Decided): Translated {
  const scope = scopeOf(worldOf(stage), stage.job.firstTool, new Map())
  const has: Has = feature => scope.has(feature)
  const { text: said, untranslatable } = toTheirs(explicitUnits(text, stage), vocabulary, has, decided)
  return boxFor(vocabulary, stage.moment) === null
    ? {
        text: said,
        untranslatable: [
          { line: 1, what: `a script at this moment, for which ${vocabulary.name} has no box` },
          ...untranslatable,
        ],
      }
    : { text: said, untranslatable }
}

/** The script with every value explicitly converted to its letter's unit, because slicers know no units. */
function explicitUnits(text: string, stage: Stage): string {
  const lines = read(text)
  const edits = resolve(lines, stage).worths.flatMap(({ line: number, from, to, formula, unit }): Edit[] => {
    const line = lines[number - 1]
    const piece = line?.pieces.find(each => {
      const place = placeOf(line, each)
      return place.from <= from && from < place.to
    })
    const spec = line?.command && specOf(stage.firmware, line.command)
    if (!line || !spec || !piece) return []
    const factor = factorTo(unitOf(spec, piece), unit)
    if (typeof factor !== 'number' || factor === 1) return []
    return [
      { from: line.from + line.raw.lastIndexOf('@', from - line.from), to, insert: `@((${formula}) * ${factor})` },
    ]
  })
  return applyEdits(text, edits)
}

function decidedFor(text: string, stage: Stage): Decided {
  const { guards, worths } = resolve(read(text), stage)
  return {
    guards,
    worth: (line, formula) => worths.find(each => each.line === line && each.formula === formula)?.text ?? null,
  }
}

/** Replaces values by numbers, and guards by the branch that runs. Our marks are removed; other comments stay. */
function plainFor(text: string, stage: Stage): Translated {
  const lines = read(text)
  const { worths, skipped, guards, problems } = resolve(lines, stage)
  const dead = linesNotTaken(guardsOf(lines.map(({ raw }) => raw)), guards)
  const kept = lines.flatMap(line => {
    if (skipped.has(line.number) || dead.has(line.number) || line.kind === 'mark') return []
    let raw = line.raw
    // From the end, so that earlier offsets stay valid.
    for (const { from, to, text: number } of worths.filter(worth => worth.line === line.number).reverse()) {
      const at = raw.lastIndexOf('@', from - line.from)
      raw = raw.slice(0, at) + number + raw.slice(to - line.from)
    }
    return [(line.command ? raw.replaceAll('@@', '@') : raw) + line.ending]
  })
  return { text: kept.join(''), untranslatable: problems.map(({ line, why }) => ({ line, what: why })) }
}

/**
 * Removes comments and blank lines, for displays and boards with little memory. Our marks stay, because they are
 * needed.
 */
export function withoutComments(text: string): string {
  return read(text)
    .flatMap(line => {
      if (line.kind === 'comment' || line.kind === 'blank') return []
      if (line.kind !== 'command') return [line.raw + line.ending]
      const bare = line.pieces
        .filter(({ kind }) => kind !== 'comment')
        .map(piece => piece.text)
        .join('')
      return [bare.trimEnd() + line.ending]
    })
    .join('')
}
