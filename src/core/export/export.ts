// A script as it is taken away: as it stands, in plain numbers, in a vocabulary's words, or as macros of the machine's own.

import { guardsOf, linesNotTaken } from '../formula/marks.ts'
import { scopeOf } from '../formula/values.ts'
import { read } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { resolve, worldOf } from '../resolve/resolve.ts'
import { type RehearsalInput, stageOf } from '../round.ts'
import { type Decided, type Has, toTheirs, type Untranslatable } from '../vocabulary/translate.ts'
import { callIn, toHostMacro } from './host-macro.ts'
import { toMacroFiles } from './macro-files.ts'

/**
 * Plain numbers hold for one job, so there is a file for each. A vocabulary's words hold for all; where `decided`, what it
 * can't say is decided for each job. Macros come with the line that calls them, in our values and in each vocabulary.
 */
export type Form =
  | { kind: 'as-it-is' }
  | { kind: 'plain' }
  | { kind: 'vocabulary'; vocabulary: Vocabulary; decided: boolean }
  | { kind: 'host-macro'; vocabularies: readonly Vocabulary[] }
  | { kind: 'macro-files'; vocabularies: readonly Vocabulary[] }
export type Ending = 'as-it-is' | 'lf' | 'crlf'
export type Wish = { form: Form; comments: boolean; ending: Ending }

/** A file: what tells it from the others, its text, what in it can't be said so, and its size in bytes. */
export type Taken = { name: string; text: string; untranslatable: Untranslatable[]; bytes: number }

/** `tail` is what stays whatever is left out. */
type Said = { name: string; text: string; untranslatable: Untranslatable[]; tail?: string }

/** The files of a script, one or several, for the jobs of these settings. */
export function exportScript(
  text: string,
  settings: readonly [RehearsalInput, ...RehearsalInput[]],
  { form, comments, ending }: Wish,
): Taken[] {
  return filesIn(text, settings, form).map(({ name, text: said, untranslatable, tail = '' }) => {
    const shorter = (comments ? said : withoutComments(said)) + tail
    const ended = ending === 'as-it-is' ? shorter : shorter.replace(/\r\n|\r|\n/g, ending === 'lf' ? '\n' : '\r\n')
    return { name, text: ended, untranslatable, bytes: new TextEncoder().encode(ended).length }
  })
}

function filesIn(text: string, settings: readonly [RehearsalInput, ...RehearsalInput[]], form: Form): Said[] {
  const stage = stageOf(settings[0])
  const forEach = (one: (its: Stage) => Omit<Said, 'name'>): Said[] =>
    settings.map(setting => ({ name: setting.job.name, ...one(stageOf(setting)) }))
  switch (form.kind) {
    case 'as-it-is':
      return [{ name: '', text, untranslatable: [] }]
    case 'plain':
      return forEach(its => plainFor(text, its))
    case 'vocabulary':
      return form.decided
        ? forEach(its => inWords(text, its, form.vocabulary, decidedFor(text, its)))
        : [{ name: '', ...inWords(text, stage, form.vocabulary) }]
    case 'host-macro': {
      const { config, call, untranslatable } = toHostMacro(text, stage)
      return [{ name: '', text: config, untranslatable, tail: callLines('#', call, form.vocabularies, stage) }]
    }
    case 'macro-files':
      return toMacroFiles(text, stage).map(({ name, text: file, call, untranslatable }) => ({
        name,
        text: file,
        untranslatable,
        tail: callLines(';', call, form.vocabularies, stage),
      }))
  }
}

/** The line that calls a macro, in our words and in each vocabulary, as comments. */
const callLines = (sign: string, call: string, vocabularies: readonly Vocabulary[], stage: Stage): string =>
  '\n' +
  [['a script of ours', call], ...vocabularies.map(each => [each.name, callIn(call, each, stage)])]
    .map(([from, line]) => `${sign} Called from ${from} with:\n${sign} ${line}\n`)
    .join('')

function inWords(text: string, stage: Stage, vocabulary: Vocabulary, decided?: Decided): Omit<Said, 'name'> {
  const scope = scopeOf(worldOf(stage), stage.job.firstTool, new Map())
  const has: Has = feature => scope.has(feature)
  const { text: said, untranslatable } = toTheirs(text, vocabulary, has, decided)
  const { moments } = vocabulary
  return moments && !moments.includes(stage.moment)
    ? {
        text: said,
        untranslatable: [
          { line: 1, what: `a script at this moment, for which ${vocabulary.name} has no box` },
          ...untranslatable,
        ],
      }
    : { text: said, untranslatable }
}

function decidedFor(text: string, stage: Stage): Decided {
  const { guards, worths } = resolve(read(text), stage)
  return {
    guards,
    worth: (line, formula) => worths.find(each => each.line === line && each.formula === formula)?.text ?? null,
  }
}

/** Numbers in place of values, and of guards only the branch that runs. Our own marks go; other comments stay. */
function plainFor(text: string, stage: Stage): Omit<Said, 'name'> {
  const lines = read(text)
  const { worths, skipped, guards, problems } = resolve(lines, stage)
  const dead = linesNotTaken(guardsOf(lines.map(({ raw }) => raw)), guards)
  const kept = lines.flatMap(line => {
    if (skipped.has(line.number) || dead.has(line.number) || line.kind === 'mark') return []
    let raw = line.raw
    // From the end, so that places before stay where they are.
    for (const { from, to, text: number } of worths.filter(worth => worth.line === line.number).reverse()) {
      const at = raw.lastIndexOf('@', from - line.from)
      raw = raw.slice(0, at) + number + raw.slice(to - line.from)
    }
    return [(line.command ? raw.replaceAll('@@', '@') : raw) + line.ending]
  })
  return { text: kept.join(''), untranslatable: problems.map(({ line, why }) => ({ line, what: why })) }
}

/** Without comments and blank lines, for displays and boards of little memory; what our marks say is needed, and stays. */
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
