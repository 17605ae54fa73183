// Reads a literal value of a macro's variable in a host's config: a number, a quoted text, True, False, None, a list or
// a dictionary. Expressions are not evaluated.
import { machineNumber } from '../gcode/number.ts'
import type { Value } from './values.ts'

/** Reads a value; undefined if the host could not read it. The depth is limited. */
export function literalIn(text: string): Value | undefined {
  const reader = new Reader(text)
  try {
    return reader.whole()
  } catch (error) {
    if (error instanceof NoLiteral) return undefined
    throw error
  }
}

class NoLiteral extends Error {}

const deepest = 30

const space = /[ \t\r\n]*/y
const number = /[-+]?(?:0[xX][\da-fA-F]+|(?:\d[\d_]*(?:\.[\d_]*)?|\.\d[\d_]*)(?:[eE][-+]?\d+)?)(?![\w.])/y
const word = /(?:True|False|None)(?!\w)/y
const quoted = /"((?:[^"\\\n]|\\[^\n])*)"|'((?:[^'\\\n]|\\[^\n])*)'/y
const words: Readonly<Record<string, Value>> = { True: true, False: false, None: null }
const escapes: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r', '\\': '\\', "'": "'", '"': '"' }

class Reader {
  private at = 0
  private depth = 0

  constructor(private readonly text: string) {}

  whole(): Value {
    const value = this.inRound('')
    if (this.at < this.text.length) throw new NoLiteral()
    return value
  }

  private take(pattern: RegExp): RegExpExecArray | null {
    pattern.lastIndex = this.at
    const found = pattern.exec(this.text)
    if (found) this.at = pattern.lastIndex
    return found
  }

  /** Skips a character if it is next; an empty one tests for the end of the text. */
  private has(char: string): boolean {
    this.take(space)
    if (char === '') return this.at >= this.text.length
    if (this.text[this.at] !== char) return false
    this.at++
    return true
  }

  private value(): Value {
    this.take(space)
    const digits = this.take(number)
    if (digits) return machineNumber(digits[0].replaceAll('_', ''))
    const known = this.take(word)
    if (known) return words[known[0]] as Value
    if (/["']/.test(this.text[this.at] ?? '')) return this.texts()
    if (++this.depth > deepest) throw new NoLiteral()
    const found = this.has('[') ? this.list(']').items : this.has('(') ? this.inRound(')') : this.dictionary()
    this.depth--
    return found
  }

  /** Adjacent quoted texts are joined. */
  private texts(): string {
    let whole = ''
    for (let found = this.take(quoted); found; found = this.take(quoted)) {
      whole += (found[1] ?? found[2] ?? '').replace(/\\(.)/g, (both, char: string) => escapes[char] ?? both)
      this.take(space)
      if (!/["']/.test(this.text[this.at] ?? '')) return whole
    }
    throw new NoLiteral()
  }

  private list(end: string): { items: Value[]; commas: number } {
    const items: Value[] = []
    let commas = 0
    while (!this.has(end)) {
      if (items.length > commas) throw new NoLiteral()
      items.push(this.value())
      if (this.has(',')) commas++
    }
    return { items, commas }
  }

  /** Round brackets around one value are ignored; with a comma after the value they make a list of one. */
  private inRound(end: string): Value {
    const { items, commas } = this.list(end)
    if (end === '' && items.length === 0) throw new NoLiteral()
    return items.length === 1 && commas === 0 ? items[0] : items
  }

  private dictionary(): Value {
    if (!this.has('{')) throw new NoLiteral()
    const entries: [string, Value][] = []
    let more = true
    while (!this.has('}')) {
      if (!more) throw new NoLiteral()
      const key = this.value()
      if (typeof key === 'object' && key !== null) throw new NoLiteral()
      if (!this.has(':')) throw new NoLiteral()
      entries.push([String(key), this.value()])
      more = this.has(',')
    }
    return Object.fromEntries(entries)
  }
}
