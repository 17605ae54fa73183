// A script as it is taken away: as it stands, in plain numbers for one job, or in a vocabulary's words.

import { type Has, toTheirs, type Unsaid } from '../formula/translate.ts'
import { scopeOf } from '../formula/values.ts'
import { read } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { resolve, worldOf } from '../script/resolve.ts'
import { callIn, toHostMacro } from './host-macro.ts'
import { type Setting, stageOf } from './round.ts'

/** A host's macro comes with the line that calls it, in our values and in each vocabulary. */
export type Form =
  | { kind: 'as-it-is' }
  | { kind: 'plain' }
  | { kind: 'vocabulary'; vocabulary: Vocabulary }
  | { kind: 'host-macro'; vocabularies: readonly Vocabulary[] }
export type Ending = 'as-it-is' | 'lf' | 'crlf'
export type Wish = { form: Form; comments: boolean; ending: Ending }

/** What is taken: the text, what in it can't be said so, and its size in bytes. */
export type Taken = { text: string; unsaid: Unsaid[]; bytes: number }

export function takeAway(text: string, setting: Setting, { form, comments, ending }: Wish): Taken {
  const said = inForm(text, stageOf(setting), form)
  const shorter = comments || form.kind === 'host-macro' ? said.text : withoutComments(said.text)
  const ended = ending === 'as-it-is' ? shorter : shorter.replace(/\r\n|\r|\n/g, ending === 'lf' ? '\n' : '\r\n')
  return { text: ended, unsaid: said.unsaid, bytes: new TextEncoder().encode(ended).length }
}

function inForm(text: string, stage: Stage, form: Form): { text: string; unsaid: Unsaid[] } {
  if (form.kind === 'as-it-is') return { text, unsaid: [] }
  if (form.kind === 'plain') return plainFor(text, stage)
  if (form.kind === 'host-macro') return macroFor(text, stage, form.vocabularies)
  const scope = scopeOf(worldOf(stage), stage.job.firstTool, new Map())
  const has: Has = feature => scope.has(feature)
  return toTheirs(text, form.vocabulary, has)
}

function macroFor(text: string, stage: Stage, vocabularies: readonly Vocabulary[]): { text: string; unsaid: Unsaid[] } {
  const { config, call, unsaid } = toHostMacro(text, stage)
  const calls = vocabularies.map(each => `# Called from ${each.name} with:\n# ${callIn(call, each, stage)}\n`)
  return { text: `${config}\n# Called from a script of ours with:\n# ${call}\n${calls.join('')}`, unsaid }
}

/** Numbers in place of values, and of guards only the branch that runs. Our own marks go; other comments stay. */
function plainFor(text: string, stage: Stage): { text: string; unsaid: Unsaid[] } {
  const lines = read(text)
  const { worths, skipped, guards, problems } = resolve(lines, stage)
  const dead = branchesNotTaken(
    lines.map(({ raw }) => raw),
    guards,
  )
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
  return { text: kept.join(''), unsaid: problems.map(({ line, why }) => ({ line, what: why })) }
}

/** Lines, comments among them, that stand in a branch which does not run. */
function branchesNotTaken(raws: readonly string[], guards: ReadonlyMap<number, boolean>): ReadonlySet<number> {
  const dead = new Set<number>()
  const open: boolean[] = []
  raws.forEach((raw, i) => {
    const number = i + 1
    const runs = guards.get(number)
    if (/^\s*;\?\s*when\b/.test(raw)) open.push(runs ?? true)
    else if (/^\s*;\?\s*otherwise\b/.test(raw) && open.length) open[open.length - 1] = runs ?? true
    else if (/^\s*;\?\s*end\b/.test(raw)) open.pop()
    else if (open.some(now => !now)) dead.add(number)
  })
  return dead
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
