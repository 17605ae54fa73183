// A value as a host reads it where its config gives one to a macro's variable: a number, a text in quotes, True, False, None, a list or
// a dictionary of these. Nothing is worked out there.
import { machineNumber } from '../gcode/number.ts'
import type { Value } from './values.ts'

/** The value; undefined where the host could not read it. Bounded in depth. */
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

  /** Goes behind a sign, where it is next; an empty one is the end of the text. */
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

  /** Texts that stand side by side are one. */
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

  /** A value by itself in round brackets, or in none, is that value; with a comma behind, it is a list of one. */
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
