// Exports a script of ours in a vocabulary's placeholders.

import { textOf } from '../expression/reader.ts'
import { guardLine, guardsOf, inText, linesNotTaken, settingLine } from '../formula/marks.ts'
import { parse } from '../formula/syntax.ts'
import { delimitersOf, type Vocabulary } from '../model/vocabulary.ts'
import { bareName } from './expression.ts'
import { type FormulaTranslation, type Has, inTheirWords, type Out } from './their-words.ts'
import type { Translated, Untranslatable } from './to-ours.ts'

const linesOf = (text: string): { raw: string; ending: string }[] =>
  [...text.matchAll(/([^\r\n]*)(\r\n|\r|\n|$)/g)]
    .map(([, raw = '', ending = '']) => ({ raw, ending }))
    .filter(({ raw, ending }, i, all) => raw !== '' || ending !== '' || i < all.length - 1)

/** A job's decisions: for each guard line whether its lines run, and the value of a formula at a line. */
export type Decided = { guards: ReadonlyMap<number, boolean>; worth: (line: number, formula: string) => string | null }

/** The offset of a line's comment. */
const commentAt = (raw: string): number => (raw.includes(';') ? raw.indexOf(';') : raw.length)

/** Whether a text is this word, possibly with an index. */
const isSaidBy = (word: string, text: string): boolean => bareName(text) === bareName(word)

/** The expression of a setting, without unit and range. */
function bodyOf(body: string): string | null {
  const parsed = parse(body, 'Setting')
  const expression = parsed.ok ? parsed.node.children[0] : undefined
  return expression ? textOf(expression, body) : null
}

/**
 * One of our scripts written out in a vocabulary. Settings are put in where they are used; their lines stay, as comments. What
 * can't be said is decided as the job has it where one is given; otherwise it stays in our own words, and is told.
 */
export function toTheirs(text: string, vocabulary: Vocabulary, has: Has, decided?: Decided): Translated {
  const untranslatable: Untranslatable[] = []
  const lines = linesOf(text)
  const out: Out = { vocabulary, settings: new Map(), has }
  let depth = 0
  const left = decided
    ? leftOut(
        lines.map(({ raw }) => raw),
        out,
        decided,
      )
    : new Set<number>()
  const written = lines.map(({ raw, ending }, i) => {
    const guard = guardLine(raw)
    if (guard) depth += guard.kind === 'when' ? 1 : guard.kind === 'end' ? -1 : 0
    if (left.has(i + 1)) return ''
    const tell = (what: string) => untranslatable.push({ line: i + 1, what })
    const setting = settingLine(raw)
    if (setting) {
      const body = bodyOf(setting.body)
      const within: FormulaTranslation = { ok: false, what: `the setting “${setting.name}”, which a guard decides` }
      // From here on the setting has this value; within a guard it depends on the job.
      if (body) out.settings.set(setting.name, depth > 0 ? within : inTheirWords(body, 'Expression', out))
      return raw + ending
    }
    if (guard) return (theirBranch(raw, guard, out, tell) ?? raw) + ending
    const bare = raw.slice(0, commentAt(raw))
    if (!bare.includes('@')) return raw + ending
    let line = ''
    for (const part of inText(bare)) {
      if (part.kind === 'plain') {
        line += part.text
        continue
      }
      const theirs = inTheirWords(part.text, 'Expression', out)
      const simple = theirs.ok && /^[A-Za-z_][\w.]*(?:[[(][\w.]+[\])])*$/.test(theirs.text)
      const lone = simple
        ? delimitersOf(
            vocabulary,
            vocabulary.words.find(({ word }) => isSaidBy(word, theirs.text)),
          )
        : vocabulary
      const number = decided?.worth(i + 1, part.text) ?? null
      if (theirs.ok && /^-?[\d.]+$/.test(theirs.text)) line += theirs.text
      else if (theirs.ok && (simple || vocabulary.formulas)) line += lone.open + theirs.text + lone.close
      else if (number !== null) line += number
      else {
        tell(theirs.ok ? `the formula “${part.text}”` : theirs.what)
        line += /^\w+$/.test(part.text) ? `@${part.text}` : `@(${part.text})`
      }
    }
    return line + raw.slice(bare.length) + ending
  })
  return { text: written.join(''), untranslatable }
}

/** Lines that the job's decisions leave out, with the marks of the decided guards. */
function leftOut(raws: readonly string[], out: Out, { guards }: Decided): Set<number> {
  const unsayable = guardsOf(raws).filter(({ branches }) =>
    branches.some(({ line, mark }) => theirBranch(raws[line - 1] ?? '', mark, out, () => {}) === null),
  )
  const left = linesNotTaken(unsayable, guards)
  for (const { endLine, branches } of unsayable)
    for (const line of [endLine, ...branches.map(each => each.line)]) left.add(line)
  return left
}

function theirBranch(
  raw: string,
  guard: NonNullable<ReturnType<typeof guardLine>>,
  out: Out,
  tell: (what: string) => void,
): string | null {
  const { branch } = out.vocabulary
  const { open, close } = branch?.signs ?? out.vocabulary
  const indent = /^\s*/.exec(raw)?.[0] ?? ''
  if (!branch) {
    tell(guard.kind === 'end' ? 'the end of a guard' : 'a guard, for it has no branches')
    return null
  }
  const put = (inside: string) =>
    `${indent}${open}${/^\w/.test(inside) && open.endsWith('%') ? ` ${inside} ` : inside}${close}`
  if (guard.kind === 'end') return put(branch.end)
  if (guard.kind === 'otherwise' && guard.condition === null) return put(branch.otherwise)
  const word = guard.kind === 'when' ? branch.when : branch.otherwiseWhen
  const condition = inTheirWords(guard.condition ?? '', 'Condition', out)
  if (word && condition.ok) return put(`${word} ${condition.text}`)
  tell(condition.ok ? 'another condition in the same guard' : condition.what)
  return null
}
