// Translates a script with placeholders into our values, settings and guards. Parts that can't be expressed stay as
// they are and are reported.
import { evaluate, holds, type Quantity, type Scope } from '../formula/evaluate.ts'
import { textSpecs, valueSpecs } from '../formula/values.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { readExpression } from './expression.ts'
import { asOurFormula, isOurName, type Knowing } from './our-words.ts'
import { allDelimiters, type Span, spansIn } from './syntax.ts'
import { assignmentIn, type Branch, branchIn, conditionIn, loopIn } from './tags.ts'
import { type Block, isWhole, type LineParts, type Part, staysTheirs, written } from './unfold.ts'

/** Limit for the lines made from one line with many branches. */
const maxLines = 16

/** A part that can't be expressed, with its line from 1. */
export type Untranslatable = { line: number; what: string }
export type Translated = { text: string; untranslatable: Untranslatable[] }

/** Translates a script. Words without a meaning stay as they are and are reported. */
export function toOurs(text: string, vocabulary: Vocabulary): Translated {
  // A variable that is also used in an untranslatable part stays the slicer's, otherwise it would have no value there.
  const theirs = new Set<string>()
  for (;;) {
    const reading = new Reading(text, vocabulary, theirs)
    const lines = reading.lines()
    for (const line of lines) if (staysTheirs(line)) reading.keepTheirs(line.raw)
    const more = [...reading.usedInTheirs].filter(name => !theirs.has(name))
    if (more.length === 0) return inOurs(text, lines, reading.gaps)
    for (const name of more) theirs.add(name)
  }
}

function inOurs(text: string, lines: readonly LineParts[], untranslatable: Untranslatable[]): Translated {
  const eol = /\r\n|\r|\n/.exec(text)?.[0] ?? '\n'
  return {
    text: lines.map(line => written(line, eol)).join(''),
    untranslatable: untranslatable.sort((a, b) => a.line - b.line),
  }
}

/** Reads a part of a branch, by the vocabulary's own words or by common ones. */
export function branchOf(inside: string, { branch }: Vocabulary): Branch | null {
  if (!branch) return null
  const after = (word: string | null): string | null => {
    if (!word || !inside.toLowerCase().startsWith(word.toLowerCase())) return null
    const rest = inside.slice(word.length)
    return /^\w/.test(rest) && /\w$/.test(word) ? null : rest.trim()
  }
  const own: [Branch['kind'], string | null][] = [
    ['otherwise-when', branch.otherwiseWhen],
    ['end', branch.end],
    ['otherwise', branch.otherwise],
    ['when', branch.when],
  ]
  for (const [kind, word] of own) {
    const condition = after(word)
    if (condition === null) continue
    const asks = kind === 'when' || kind === 'otherwise-when'
    // If the words for else and else-if start alike, the following text decides.
    if (asks ? condition !== '' : condition === '') return { kind, condition: asks ? conditionIn(condition) : '' }
  }
  return branchIn(inside)
}

/** Every value with its unit and a number, to test whether a formula is consistent. */
const dryScope = (settings: ReadonlyMap<string, Quantity>): Scope => ({
  value: name => {
    const unit = valueSpecs.find(each => each.name === name)?.unit
    return settings.get(name) ?? (unit === undefined ? { missing: 'unknown', why: name } : { value: 3, unit })
  },
  ofEachTool: () => [],
  text: name => (textSpecs.some(each => each.name === name) ? name : undefined),
  uses: () => true,
  has: () => true,
})

class Reading {
  readonly gaps: Untranslatable[] = []
  /** The slicer's variables in untranslatable parts. */
  readonly usedInTheirs = new Set<string>()
  private readonly variables = new Map<string, string>()
  /** The settings made from variables, with their units. */
  private readonly units = new Map<string, Quantity>()
  private readonly open: { tags: { line: number }[]; block: Block; loop: boolean; fresh: boolean }[] = []

  constructor(
    private readonly text: string,
    private readonly vocabulary: Vocabulary,
    /** Variables that stay the slicer's. */
    private readonly theirs: ReadonlySet<string>,
  ) {}

  lines(): LineParts[] {
    const spans = spansIn(this.text, allDelimiters(this.vocabulary))
    const found: LineParts[] = []
    let at = 0
    let next = 0
    for (let number = 1; at < this.text.length; ) {
      const line: LineParts = { number, parts: [], comment: '', ending: '', raw: '' }
      const from = at
      for (;;) {
        const span = spans[next]
        const stop = this.text.slice(at).search(/[;\r\n]/)
        const end = stop < 0 ? this.text.length : at + stop
        if (span && span.from < end) {
          if (span.from > at) line.parts.push({ is: 'text', text: this.text.slice(at, span.from) })
          line.parts.push(this.part(span, number))
          number += span.inside.split(/\r\n|\r|\n/).length - 1
          at = span.to
          next++
          continue
        }
        if (end > at) line.parts.push({ is: 'text', text: this.text.slice(at, end) })
        at = end
        break
      }
      const [, comment = '', ending = ''] = /^([^\r\n]*)(\r\n|\r|\n|$)/.exec(this.text.slice(at)) ?? []
      line.comment = comment
      line.ending = ending
      at += comment.length + ending.length
      line.raw = this.text.slice(from, at)
      this.commentOf(line)
      this.shapeOf(line)
      found.push(line)
      number++
    }
    return found
  }

  private tell(line: number, what: string): void {
    this.gaps.push({ line, what })
  }

  /** A slicer also reads branches in comments, and leaves lines out by them. */
  private commentOf({ comment, number }: LineParts): void {
    for (const { inside, from, to } of spansIn(comment.replace(/^;+/, ''), allDelimiters(this.vocabulary)))
      if (branchOf(inside, this.vocabulary) || branchIn(inside) || loopIn(inside))
        this.tell(number, `${comment.replace(/^;+/, '').slice(from, to)} in a comment`)
  }

  private get knowing(): Knowing {
    return { vocabulary: this.vocabulary, variables: this.variables }
  }

  /** Translates a formula or condition; null if it can't be expressed. */
  private ours(formula: string, kind: 'Expression' | 'Condition'): string | null {
    const tree = readExpression(formula)
    const ours = tree && asOurFormula(tree, kind, this.knowing)
    return ours !== null && this.fits(ours, kind) ? ours : null
  }

  /** Whether our language accepts it: it can be parsed, and its units match. */
  private fits(ours: string, kind: 'Expression' | 'Condition'): boolean {
    const scope = dryScope(this.units)
    const found = kind === 'Condition' ? holds(ours, scope) : evaluate(ours, scope)
    return found.ok || / divides by zero/.test(found.why)
  }

  private part(span: Span, line: number): Part {
    const raw = this.text.slice(span.from, span.to)
    const { inside } = span
    const branch = branchOf(inside.trim(), this.vocabulary)
    const loop = loopIn(inside)
    if (loop === 'begins' && !branch) {
      this.tell(line, `${raw}, a loop`)
      this.open.push({ tags: [], block: { sayable: false, firstLine: line, lastLine: line }, loop: true, fresh: true })
      return { is: 'text', text: raw }
    }
    if (loop === 'ends' && !branch) {
      if (this.open.at(-1)?.loop) this.open.pop()
      return { is: 'text', text: raw }
    }
    if (branch) return this.tag(branch, raw, line)
    const assigned = assignmentIn(inside)
    if (assigned) return this.assigned(assigned.name, assigned.formula, raw, line)
    const ours = this.ours(inside, 'Expression')
    if (ours !== null) return { is: 'formula', text: /^[a-z_]\w*$/.test(ours) ? `@${ours}` : `@(${ours})` }
    this.tell(line, raw)
    this.keepTheirs(inside)
    return { is: 'text', text: raw }
  }

  /** An untranslated part needs its variables. */
  keepTheirs(formula: string): void {
    for (const [name] of formula.matchAll(/[A-Za-z_]\w*/g)) if (this.variables.has(name)) this.usedInTheirs.add(name)
  }

  private assigned(name: string, formula: string, raw: string, line: number): Part {
    const ours = this.ours(formula, 'Expression')
    if (ours === null || this.theirs.has(name) || this.open.some(({ loop }) => loop)) {
      this.keepTheirs(formula)
      this.usedInTheirs.add(name)
      this.variables.delete(name)
      this.tell(line, raw)
      return { is: 'text', text: raw }
    }
    const own = isOurName(name) ? `own_${name}` : name
    this.variables.set(name, own)
    const worth = evaluate(ours, dryScope(this.units))
    this.units.set(own, worth.ok ? worth.value : { value: 1, unit: '' })
    return { is: 'setting', text: `;= ${own} = ${ours}` }
  }

  private tag({ kind, condition }: Branch, raw: string, line: number): Part {
    if (kind === 'when') {
      const ours = this.condition(condition, raw, line)
      const block = { sayable: ours !== null, firstLine: line, lastLine: line }
      this.open.push({ tags: [], block, loop: false, fresh: true })
      return { is: 'tag', kind, condition: ours ?? '', block, raw }
    }
    const at = this.open.at(-1)
    if (!at || at.loop) {
      if (!at) this.tell(line, raw)
      if (at && kind === 'end') this.open.pop()
      return { is: 'text', text: raw }
    }
    at.block.lastLine = line
    if (kind === 'end') this.open.pop()
    if (kind !== 'otherwise-when') return { is: 'tag', kind, condition: '', block: at.block, raw }
    const ours = this.condition(condition, raw, line)
    if (ours === null) at.block.sayable = false
    return { is: 'tag', kind, condition: ours ?? '', block: at.block, raw }
  }

  /**
   * Translates a condition. Texts compare differently: ours are whole names, a slicer's are short kinds of material.
   */
  private condition(condition: string, raw: string, line: number): string | null {
    const ours = this.ours(condition, 'Condition')
    if (ours === null) {
      this.tell(line, raw)
      this.keepTheirs(condition)
    }
    const material = ours && /\bmaterial(?: of \w+)? is (?:not )?("[^"]*")/.exec(ours)?.[1]
    if (material) this.tell(line, `${material}, which is compared with the material’s whole name here`)
    return ours
  }

  /**
   * A tag whose branch continues on a different line splits its line, which is equivalent only if one side of it is
   * empty.
   */
  private shapeOf({ parts, number }: LineParts): void {
    const tags = parts.filter(each => each.is === 'tag')
    const blocks = [...new Set(tags.map(({ block }) => block))].filter(block => isWhole(block, parts))
    const lines = blocks.reduce((all, block) => all * tags.filter(each => each.block === block).length, 1)
    if (lines > maxLines) {
      for (const block of blocks) block.sayable = false
      this.tell(number, 'so many branches in one line')
    }
    parts.forEach((part, i) => {
      if (part.is !== 'tag' || !part.block.sayable || isWhole(part.block, parts)) return
      const stands = (side: readonly Part[]) =>
        side.some(each => each.is === 'formula' || (each.is === 'text' && each.text.trim() !== ''))
      if (!stands(parts.slice(0, i)) || !stands(parts.slice(i + 1))) return
      part.block.sayable = false
      this.tell(number, `${part.raw} in the middle of a line`)
    })
  }
}
