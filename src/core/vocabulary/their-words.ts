// Translates a formula or condition of ours into a vocabulary's placeholders, or reports the part that it can't
// express.

import { type SyntaxNode, textOf } from '../expression/reader.ts'
import { parse } from '../formula/syntax.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { plainFunction } from './expression.ts'

/** Whether a printer has a feature. Guards about features are decided when a script is exported. */
export type Has = (feature: string) => boolean

/** The translation, or why it is impossible. */
export type FormulaTranslation = { ok: true; text: string } | { ok: false; what: string }

/** `settings` are those above, which are inserted where they are used. */
export type Out = { vocabulary: Vocabulary; settings: Map<string, FormulaTranslation>; has: Has }

/** The values for tools relative to a tool change. */
const toolWords: Readonly<Record<string, string>> = {
  next: 'to_tool',
  previous: 'from_tool',
  first_tool: 'first_tool',
}

/** A list's element with the vocabulary's own brackets. */
const inBrackets = (word: string, { index }: Vocabulary): string =>
  index ? word.replaceAll('[', index.open).replaceAll(']', index.close) : word

export function inTheirWords(text: string, kind: 'Expression' | 'Condition', out: Out): FormulaTranslation {
  const parsed = parse(text, kind)
  return parsed.ok ? new Saying(text, out).whole(parsed.node) : { ok: false, what: parsed.why }
}

/** Replaces our words by the vocabulary's; the rest of the text stays. */
class Saying {
  private readonly words = new Map<string, string>()
  private readonly changes: { from: number; to: number; text: string }[] = []
  /** The first part that can't be expressed. */
  private missing: string | null = null

  constructor(
    private readonly text: string,
    private readonly out: Out,
  ) {
    const { vocabulary } = out
    for (const { word, value } of vocabulary.words)
      if (value !== null && !this.words.has(value)) this.words.set(value, inBrackets(word, vocabulary))
  }

  whole(top: SyntaxNode): FormulaTranslation {
    this.say(top)
    if (this.missing !== null) return { ok: false, what: this.missing }
    let at = 0
    let written = ''
    for (const change of this.changes.sort((a, b) => a.from - b.from || a.to - b.to)) {
      written += this.text.slice(at, change.from) + change.text
      at = change.to
    }
    return { ok: true, text: written + this.text.slice(at) }
  }

  private textOf(node: SyntaxNode | undefined): string {
    return node ? textOf(node, this.text) : ''
  }

  private put(from: number, to: number, text: string): void {
    this.changes.push({ from, to, text })
  }

  private say(node: SyntaxNode): void {
    const children = node.children
    const { vocabulary, has } = this.out
    switch (node.name) {
      case 'Value':
        this.value(node, children)
        return
      case 'Uses':
        this.instead(node, this.indexed(this.words.get('uses'), this.textOf(children[1])))
        return
      case 'Aggregate':
        this.instead(node, null)
        return
      case 'Choose':
        this.choice(node, children)
        return
      case 'Call':
        this.call(children)
        return
      case 'Not':
        this.not(node, children[1])
        return
      case 'Text':
        return
      case 'Has':
        this.instead(node, has(this.textOf(children[1])) ? '1 == 1' : '1 == 0')
        return
      case 'Is':
      case 'IsNot':
        this.instead(node, node.name === 'Is' ? '==' : '!=')
        return
      case 'and':
      case 'or':
        this.instead(node, vocabulary.joins[node.name])
        return
      default:
        for (const child of children) this.say(child)
    }
  }

  private instead(node: SyntaxNode, theirs: string | null | undefined): void {
    const whole = this.textOf(node)
    if (theirs != null) this.put(node.from, node.to, theirs)
    else this.missing ??= node.name !== 'Value' ? `“${whole}”` : /\s/.test(whole) ? `@(${whole})` : `@${whole}`
  }

  /** A word with a tool number as its index; null if the vocabulary can't express it. */
  private indexed(word: string | undefined, tool: string): string | null {
    const by = tool.startsWith('T') ? tool.slice(1) : this.words.get(toolWords[tool] ?? '')
    const { index } = this.out.vocabulary
    return word && by && index ? word + index.open + by + index.close : null
  }

  private value(node: SyntaxNode, [nameNode, , toolNode]: readonly SyntaxNode[]): void {
    const name = this.textOf(nameNode)
    if (toolNode) {
      const tool = this.textOf(toolNode)
      this.instead(node, this.words.get(`${name} of ${tool}`) ?? this.indexed(this.words.get(name), tool))
      return
    }
    const setting = this.out.settings.get(name)
    if (!setting) this.instead(node, this.words.get(name))
    else if (!setting.ok) this.missing ??= setting.what
    else this.instead(node, /^[\w.]+$/.test(setting.text) ? setting.text : `(${setting.text})`)
  }

  private choice(node: SyntaxNode, [, when, yes, no]: readonly SyntaxNode[]): void {
    if (!this.out.vocabulary.choices || !when || !yes || !no) {
      this.instead(node, null)
      return
    }
    this.put(node.from, when.from, '((')
    this.put(when.to, yes.from, ') ? ')
    this.put(yes.to, no.from, ' : ')
    this.put(no.to, node.to, ')')
    for (const each of [when, yes, no]) this.say(each)
  }

  private call([nameNode, ...values]: readonly SyntaxNode[]): void {
    const name = this.textOf(nameNode)
    const theirs = this.out.vocabulary.functions.find(each => plainFunction(each) === name)
    if (!nameNode || !theirs) {
      this.missing ??= `“${name}”, for its formulas are not known to have it`
      return
    }
    this.instead(nameNode, theirs)
    for (const each of values) this.say(each)
  }

  /** A symbol binds tighter than a word. */
  private not(node: SyntaxNode, of: SyntaxNode | undefined): void {
    if (!of) return
    const { not } = this.out.vocabulary.joins
    const isWord = /\w$/.test(not)
    const bare = isWord || of.name === 'AllGrouped'
    this.put(node.from, of.from, `${not}${isWord ? ' ' : ''}${bare ? '' : '('}`)
    this.say(of)
    if (!bare) this.put(of.to, of.to, ')')
  }
}
