// Tests every regular expression of the project with strings that could make it run for ever.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { createContext, Script } from 'node:vm'
import { type AST, RegExpParser } from '@eslint-community/regexpp'
import { parseAst } from 'vite'

export type Pattern = { file: string; line: number; regex: RegExp }

type Node = { regex?: { pattern: string; flags: string }; start?: number }

function* nodesOf(value: unknown): Generator<Node> {
  if (Array.isArray(value)) for (const each of value) yield* nodesOf(each)
  else if (value && typeof value === 'object') {
    yield value as Node
    for (const each of Object.values(value)) yield* nodesOf(each)
  }
}

/** The regular expressions in the code of a folder, without tests. */
export function patternsIn(folder: string): Pattern[] {
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter(
    file => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file),
  )
  return files.sort().flatMap(file => {
    const text = readFileSync(join(folder, file), 'utf8')
    const found: Pattern[] = []
    for (const { regex, start = 0 } of nodesOf(parseAst(text, { lang: file.endsWith('x') ? 'tsx' : 'ts' })))
      if (regex)
        found.push({
          file,
          line: text.slice(0, start).split('\n').length,
          regex: new RegExp(regex.pattern, regex.flags),
        })
    return found
  })
}

/** One character of each kind that occurs in scripts and configs, and characters that end a line for a pattern only. */
const kinds = [...' \taAeGMXz019_.-+:;=,@#"\'()[]{}%<>$!?&*/\\|~é', '\u00a0', '\u2028', '\n', '\r', '😀']

const matches = (source: string, flags: string, char: string): boolean =>
  new RegExp(`^(?:${source})$`, flags.replace(/[gy]/g, '')).test(char)

const maxWays = 4
const maxPumped = 24

/** A few strings that an element of a pattern matches, with its repeated part repeated often. */
function waysOf(element: AST.Element, flags: string, pumped: AST.Element | null, times: number): string[] {
  switch (element.type) {
    case 'Character':
      return [String.fromCodePoint(element.value)]
    case 'CharacterClass':
    case 'CharacterSet':
    case 'ExpressionCharacterClass':
      return kinds.filter(char => matches(element.raw, flags, char)).slice(0, maxWays)
    case 'Group':
    case 'CapturingGroup':
      return element.alternatives
        .flatMap(each => waysOfAll(each.elements, flags, pumped, times))
        .slice(0, pumped ? maxPumped : maxWays)
    case 'Quantifier': {
      if (element !== pumped) {
        const inner = waysOf(element.element, flags, pumped, times)
        return inner.slice(0, 2).map(way => way.repeat(Math.max(element.min, 1)))
      }
      return kindsOf(element.element, flags).map(way => way.repeat(Math.ceil(times / Math.max(1, way.length))))
    }
    default:
      return ['']
  }
}

/** Runs of several kinds of blanks, which more than one part of a pattern may match. */
const mixtures = ['  \u2028', ' \t', '0a ']

/** Every string that a repeated element may match: for a class, each kind of character in it. */
const kindsOf = (element: AST.Element, flags: string): string[] =>
  element.type === 'CharacterClass' || element.type === 'CharacterSet'
    ? [
        ...kinds.filter(char => matches(element.raw, flags, char)),
        ...mixtures.filter(mixture => matches(`(?:${element.raw})+`, flags, mixture)),
      ]
    : waysOf(element, flags, null, 0)

const waysOfAll = (elements: readonly AST.Element[], flags: string, pumped: AST.Element | null, times: number) =>
  elements.reduce<string[]>(
    (before, element) => {
      const ways = waysOf(element, flags, pumped, times)
      const now = element === pumped || before.length * ways.length <= maxWays ? ways : ways.slice(0, 1)
      return before.flatMap(start => now.map(way => start + way))
    },
    [''],
  )

function* repeatedIn(elements: readonly AST.Element[]): Generator<AST.Quantifier> {
  for (const element of elements) {
    if (element.type === 'Quantifier') {
      if (element.max > 50) yield element
      yield* repeatedIn([element.element])
    } else if (element.type === 'Group' || element.type === 'CapturingGroup')
      for (const each of element.alternatives) yield* repeatedIn(each.elements)
  }
}

/** Endings that make a match fail. */
const endings = ['', '\u2028~', '\n']

/** Strings of about this length that the repeated parts of the pattern match, each with an ending that fails. */
export function hostileTo({ regex: { source, flags } }: Pattern, length: number): string[] {
  const { alternatives } = new RegExpParser().parsePattern(source, undefined, undefined, flags.includes('u'))
  return alternatives.flatMap(({ elements }) =>
    elements.flatMap((element, i) => {
      const [before, upTo] = [elements.slice(0, i), elements.slice(0, i + 1)]
      return [...repeatedIn([element])].flatMap(pumped => [
        ...waysOfAll(elements, flags, pumped, length).flatMap(start => endings.map(end => start + end)),
        // Cut off at the repetition, so that what should follow is missing.
        ...waysOfAll(upTo, flags, pumped, length).map(start => `${start}\u2028~`),
        // A start that repeats, so that each occurrence is a new start of the search.
        ...waysOfAll(before.length ? before : upTo, flags, null, 1).flatMap(start =>
          start ? [`${start.repeat(Math.ceil(length / start.length))}\u2028~`] : [],
        ),
      ])
    }),
  )
}

/**
 * Limits in ms. Linear patterns take a hundredth of them. A machine may pause for a moment, so slow attempts are
 * repeated.
 */
const patienceMs = [500, 500, 500]

/** A context in which a running pattern can be stopped. */
const room = createContext({ regex: /x/, text: '' })
const tryIt = new Script('regex.lastIndex = 0; regex.test(text)')

/** The length at which a pattern hangs on a hostile string; null if it never does. */
export function lengthThatHangs(pattern: Pattern, lengths: readonly number[]): number | null {
  for (const length of lengths)
    for (const text of hostileTo(pattern, length)) {
      Object.assign(room, { regex: pattern.regex, text })
      if (!patienceMs.some(endsWithin)) return length
    }
  return null
}

function endsWithin(timeout: number): boolean {
  try {
    tryIt.runInContext(room, { timeout })
    return true
  } catch {
    return false
  }
}
