// A script between our values and a vocabulary's words: read from it into ours, and written out in it.

import { guardLine, guardsOf, inText, linesNotTaken, settingLine } from '../formula/marks.ts'
import { childrenOf, parse, textOf } from '../formula/syntax.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { bracketed } from './learn.ts'

/** Something that can't be said in the other language, at a line counted from 1. */
export type Untranslatable = { line: number; what: string }
export type Translated = { text: string; untranslatable: Untranslatable[] }

/** Whether a printer has a feature; guards that ask are decided when a script is written out. */
export type Has = (feature: string) => boolean

const linesOf = (text: string): { raw: string; ending: string }[] =>
  [...text.matchAll(/([^\r\n]*)(\r\n|\r|\n|$)/g)]
    .map(([, raw = '', ending = '']) => ({ raw, ending }))
    .filter(({ raw, ending }, i, all) => raw !== '' || ending !== '' || i < all.length - 1)

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** A formula or condition of theirs in our words; null where a word in it has no meaning. */
function toOurFormula(inside: string, { words, index }: Vocabulary): string | null {
  const meaning = new Map(words.map(({ word, value }) => [word, value]))
  const indexPart = index ? `(?:\\s*${escaped(index.open)}\\s*(\\w+)\\s*${escaped(index.close)})?` : '()'
  let known = true
  const ours = inside
    .replace(/&&/g, ' and ')
    .replace(/\|\|/g, ' or ')
    .replace(/==/g, ' is ')
    .replace(/!=/g, ' is not ')
    .replace(/!(?=\s*[A-Za-z_(])/g, ' not ')
    .replace(new RegExp(`([A-Za-z_][\\w.]*)${indexPart}`, 'g'), (whole, name: string, of: string | undefined) => {
      if (/^(?:and|or|not|is|min|max|round|abs)$/.test(name)) return whole
      const value = meaning.get(name)
      if (!value) {
        known = false
        return whole
      }
      if (of === undefined) return value
      if (/^\d+$/.test(of)) return `${value} of T${of}`
      const by = meaning.get(of)
      return by === 'to_tool' ? `${value} of next` : by === 'from_tool' ? `${value} of previous` : value
    })
    .replace(/\s+/g, ' ')
    .trim()
  return known ? ours : null
}

/** A script of theirs with our values and guards. Words without a meaning stay as they are, and are told. */
export function toOurs(text: string, vocabulary: Vocabulary): Translated {
  const untranslatable: Untranslatable[] = []
  const { branch } = vocabulary
  const lines = linesOf(text).map(({ raw, ending }, i) => {
    const found = bracketed(raw, vocabulary)
    const only = found[0]
    const alone =
      only !== undefined &&
      found.length === 1 &&
      raw.slice(0, only.from).trim() === '' &&
      raw.slice(only.to).trim() === ''
    const mark = branch && alone ? ourBranch(only.inside.trim(), branch, vocabulary) : null
    if (mark) return raw.slice(0, only?.from) + mark + ending
    let at = 0
    let line = ''
    for (const { from, to, inside } of found) {
      const ours = toOurFormula(inside, vocabulary)
      if (ours === null && /[A-Za-z]/.test(inside)) untranslatable.push({ line: i + 1, what: raw.slice(from, to) })
      line += raw.slice(at, from).replaceAll('@', '@@')
      line += ours === null ? raw.slice(from, to) : /^[a-z_]\w*$/.test(ours) ? `@${ours}` : `@(${ours})`
      at = to
    }
    return line + raw.slice(at).replaceAll('@', '@@') + ending
  })
  return { text: lines.join(''), untranslatable }
}

function ourBranch(inside: string, branch: NonNullable<Vocabulary['branch']>, vocabulary: Vocabulary): string | null {
  const after = (word: string | null) =>
    word !== null && new RegExp(`^${escaped(word)}\\b`).test(inside) ? inside.slice(word.length).trim() : null
  const otherwiseWhen = after(branch.otherwiseWhen)
  if (otherwiseWhen) {
    const condition = toOurFormula(otherwiseWhen, vocabulary)
    return condition && `;? otherwise when ${condition}`
  }
  if (after(branch.end) === '') return ';? end'
  if (after(branch.otherwise) === '') return ';? otherwise'
  const when = after(branch.when)
  const condition = when ? toOurFormula(when, vocabulary) : null
  return condition && `;? when ${condition}`
}

/** What a setting that stands above is in their words, or why it can't be said. */
type Said = { ok: true; text: string } | { ok: false; what: string }

type Out = { vocabulary: Vocabulary; settings: Map<string, Said>; has: Has }

/** What a job decides: for each guard mark's line whether its lines run, and what a formula comes to at a line. */
export type Decided = { guards: ReadonlyMap<number, boolean>; worth: (line: number, formula: string) => string | null }

/** A formula or condition of ours in their words, or what in it can't be said. */
function toTheirFormula(
  text: string,
  sort: 'Expression' | 'Condition',
  out: Out,
): { ok: true; text: string } | { ok: false; what: string } {
  const parsed = parse(text, sort)
  if (!parsed.ok) return { ok: false, what: parsed.why }
  const { vocabulary, settings, has } = out
  const words = new Map<string, string>()
  for (const { word, value } of vocabulary.words) if (value !== null && !words.has(value)) words.set(value, word)
  const changes: { from: number; to: number; text: string }[] = []
  let missing: string | null = null
  const cannot = (what: string) => {
    missing ??= what
  }
  const walk = (node: Parameters<typeof childrenOf>[0]): void => {
    const whole = textOf(node, text)
    switch (node.name) {
      case 'Value': {
        const [nameNode, , toolNode] = childrenOf(node)
        const name = textOf(nameNode as never, text)
        const inner = settings.get(name)
        if (inner !== undefined && !toolNode) {
          if (inner.ok)
            changes.push({
              from: node.from,
              to: node.to,
              text: /^[\w.]+$/.test(inner.text) ? inner.text : `(${inner.text})`,
            })
          else cannot(inner.what)
          return
        }
        const word = words.get(name)
        if (!word) {
          cannot(`@${whole}`)
          return
        }
        if (!toolNode) {
          changes.push({ from: node.from, to: node.to, text: word })
          return
        }
        const tool = textOf(toolNode, text)
        const by =
          tool === 'next'
            ? words.get('to_tool')
            : tool === 'previous'
              ? words.get('from_tool')
              : tool === 'first_tool'
                ? words.get('first_tool')
                : tool.slice(1)
        if (!vocabulary.index || !by) {
          cannot(`@(${whole})`)
          return
        }
        changes.push({
          from: node.from,
          to: node.to,
          text: `${word}${vocabulary.index.open}${by}${vocabulary.index.close}`,
        })
        return
      }
      case 'Aggregate':
      case 'Choose':
      case 'Text':
      case 'Uses':
        cannot(`“${whole}”`)
        return
      case 'Has':
        changes.push({
          from: node.from,
          to: node.to,
          text: has(textOf(childrenOf(node)[1] as never, text)) ? '1 == 1' : '1 == 0',
        })
        return
      case 'Is':
        changes.push({ from: node.from, to: node.to, text: '==' })
        return
      case 'IsNot':
        changes.push({ from: node.from, to: node.to, text: '!=' })
        return
      default:
        for (const child of childrenOf(node)) walk(child)
    }
  }
  walk(parsed.node)
  if (missing !== null) return { ok: false, what: missing }
  let at = 0
  let written = ''
  for (const change of changes.sort((a, b) => a.from - b.from)) {
    written += text.slice(at, change.from) + change.text
    at = change.to
  }
  return { ok: true, text: written + text.slice(at) }
}

/** The expression of a setting, without its unit and range. */
function bodyOf(body: string): string | null {
  const parsed = parse(body, 'Setting')
  const expression = parsed.ok ? childrenOf(parsed.node)[0] : undefined
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
  const { open, close } = vocabulary
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
      const within: Said = { ok: false, what: `the setting “${setting.name}”, which a guard decides` }
      // From here on it is what this line says, in a guard by the job only.
      if (body) out.settings.set(setting.name, depth > 0 ? within : toTheirFormula(body, 'Expression', out))
      return raw + ending
    }
    if (guard) return (theirBranch(raw, guard, out, tell) ?? raw) + ending
    if (raw.trimStart().startsWith(';') || !raw.includes('@')) return raw + ending
    let line = ''
    for (const part of inText(raw)) {
      if (part.kind === 'plain') {
        line += part.text
        continue
      }
      const theirs = toTheirFormula(part.text, 'Expression', out)
      const simple =
        theirs.ok &&
        (/^[\w.]+$/.test(theirs.text) || (vocabulary.index !== null && /^[\w.]+\W\w+\W$/.test(theirs.text)))
      const number = decided?.worth(i + 1, part.text) ?? null
      if (theirs.ok && /^-?[\d.]+$/.test(theirs.text)) line += theirs.text
      else if (theirs.ok && (simple || vocabulary.formulas)) line += open + theirs.text + close
      else if (number !== null) line += number
      else {
        tell(theirs.ok ? `the formula “${part.text}”` : theirs.what)
        line += /^\w+$/.test(part.text) ? `@${part.text}` : `@(${part.text})`
      }
    }
    return line + ending
  })
  return { text: written.join(''), untranslatable }
}

/** Lines that the job decides against, with the marks of the guards that had to be decided. */
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
  const { branch, open, close } = out.vocabulary
  const indent = /^\s*/.exec(raw)?.[0] ?? ''
  if (!branch) {
    tell(guard.kind === 'end' ? 'the end of a guard' : 'a guard, for it has no branches')
    return null
  }
  const put = (inside: string) => `${indent}${open}${inside}${close}`
  if (guard.kind === 'end') return put(branch.end)
  if (guard.kind === 'otherwise' && guard.condition === null) return put(branch.otherwise)
  const word = guard.kind === 'when' ? branch.when : branch.otherwiseWhen
  const condition = toTheirFormula(guard.condition ?? '', 'Condition', out)
  if (word && condition.ok) return put(`${word} ${condition.text}`)
  tell(condition.ok ? 'another condition in the same guard' : condition.what)
  return null
}
