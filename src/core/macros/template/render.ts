// Renders a host's template as the host's own language does. The tree comes from a well-known parser; it is evaluated
// here, with limited steps and plain data only. An expression at which the host fails ends the macro; one that only the
// rehearsal can't evaluate drops its line.
import { Budget } from '../budget.ts'
import { describeNode, parameterIn } from './described.ts'
import { End, Evaluator, type FailedBy, type Flaw, type Names, type Scope } from './evaluate.ts'
import { argument } from './filters.ts'
import { lineSign } from './lexer.ts'
import type { Node } from './parser.ts'
import { ownNames } from './rewrite.ts'
import { treeOf } from './tree.ts'
import { Broken, type Item, itemsOf, Limitation, Namespace, NotPassed, printed, Stop, truth } from './values.ts'

/** The result of a condition or loop: its line in the template, and a sentence. */
export type Decided = { line: number; says: string }

/**
 * The text of a rendered template without the lines that failed, with the template line of each output line and the
 * parameters that are printed there and not passed; or why nothing was rendered.
 */
export type Rendered =
  | {
      ok: true
      text: string
      from: number[]
      flaws: Flaw[]
      decided: Decided[]
      unpassed: readonly { line: number; name: string }[]
    }
  | { ok: false; line: number; why: string; by: FailedBy }

/** `break` and `continue` in a loop. */
class Leave extends Error {
  constructor(readonly again: boolean) {
    super()
  }
}

/** A private-use character that marks a failed expression; its line is left out. */
const brokenSign = '\uE002'

/** Renders a template. Never throws. Steps and text are limited for all templates that share a budget. */
export function render(source: string, given: Names, budget = new Budget()): Rendered {
  const tree = treeOf(source)
  if (!tree.ok) return { ...tree, why: `The template can’t be read: ${tree.why}`, by: 'host' }
  const renderer = new Renderer(given, budget)
  try {
    const made = renderer.whole(tree.body)
    return {
      ok: true,
      text: made.map(({ text }) => text).join('\n'),
      from: made.map(({ from }) => from),
      flaws: renderer.flaws,
      decided: renderer.decided,
      unpassed: renderer.unpassed,
    }
  } catch (error) {
    if (error instanceof End) return { ok: false, line: renderer.line, why: error.message, by: error.by }
    if (error instanceof RangeError)
      return { ok: false, line: renderer.line, why: 'The template is nested too deeply.', by: 'limit' }
    if (error instanceof Leave)
      return { ok: false, line: renderer.line, why: '“break” and “continue” work only inside a loop.', by: 'host' }
    throw error
  }
}

/** Limit for reported results of conditions and loops. */
const maxDecided = 2000

/** Limit for the depth of calls between a template's own macros. */
const deepestCalls = 20

type OwnMacro = { args: Node[]; body: Node[] }

class Renderer extends Evaluator {
  readonly decided: Decided[] = []
  private readonly macros = new Map<string, OwnMacro>()
  private depth = 0

  /** The output line by line, without our marks and without failed lines. */
  whole(body: readonly Node[]): { text: string; from: number }[] {
    let from = 1
    return this.all(body)
      .split('\n')
      .flatMap(line => {
        // A line joined by tags belongs to the template line of its first visible text; what follows belongs to the
        // next.
        let [own, seen] = [from, false]
        for (const part of line.split(/(\uE000\d{1,9}\uE000)/)) {
          if (part.startsWith(lineSign)) from = Number(part.slice(1, -1))
          else if (part.trim() !== '') seen = true
          if (!seen) own = from
        }
        return line.includes(brokenSign) ? [] : [{ text: this.withoutSigns(line), from: own }]
      })
  }

  private decide(line: number, says: string): void {
    if (this.decided.length < maxDecided) this.decided.push({ line, says })
  }

  private all(nodes: readonly Node[]): string {
    let text = ''
    for (const node of nodes) text += this.statement(node)
    return text
  }

  /**
   * Evaluates something. If the host would fail there too, the whole macro fails; otherwise reports the failure once
   * and returns `otherwise`.
   */
  private attempt<T>(work: () => T, otherwise: T, then = ''): T {
    const { line } = this
    try {
      return work()
    } catch (error) {
      if (!(error instanceof Stop)) throw error
      if (!(error instanceof Limitation) && !this.guessed && error.message)
        throw new End(error.message, error instanceof NotPassed ? 'caller' : 'host')
      if (error.message) this.tell(line, `${error.message}${then}`, null)
      return otherwise
    }
  }

  private statement(node: Node): string {
    this.tick()
    switch (node.type) {
      case 'StringLiteral':
        return this.text(node.value as string)
      case 'Comment':
        return ''
      case 'Set':
        this.set(node)
        return ''
      case 'If':
        return this.branch(node)
      case 'For':
        return this.loop(node)
      case 'Macro':
        this.macros.set(String(node.name.value), { args: node.args, body: node.body })
        return ''
      case 'Break':
      case 'Continue':
        throw new Leave(node.type === 'Continue')
      case 'FilterStatement': {
        const text = this.inScope(() => this.all(node.body))
        return this.attempt(() => this.put(printed(this.filtered(text, node.filter))), brokenSign)
      }
      case 'CallStatement':
        throw new End('“{% call … %}” is not something that a macro may do here.')
      default:
        return this.attempt(() => this.print(node), brokenSign)
    }
  }

  /** Prints an expression; a missing value prints nothing. */
  private print(node: Node): string {
    const value = this.known(this.value(node))
    const parameter = value === undefined ? parameterIn(node) : null
    if (parameter !== null) this.unpassed.push({ line: this.line, name: parameter })
    return this.put(printed(value))
  }

  private branch(node: Node): string {
    if (node.test.type === 'Identifier' && node.test.value === ownNames) return this.inScope(() => this.all(node.body))
    const { line } = this
    const holds = this.attempt(() => truth(this.known(this.value(node.test))), false, ' It counts as not true.')
    const why = describeNode(node.test, each => this.value(each))
    this.decide(line, holds ? `Runs: ${why}.` : `Not run this time, because this is not true: ${why}.`)
    return this.all(holds ? node.body : node.alternate)
  }

  /** Plain text contains the marks of the template lines. */
  private text(text: string): string {
    const end = text.lastIndexOf(lineSign)
    if (end > 0) this.line = Number(text.slice(text.lastIndexOf(lineSign, end - 1) + 1, end)) || this.line
    return this.put(text)
  }

  private set(node: Node): void {
    const { assignee } = node
    const value = this.attempt<Item>(
      () => (node.value ? this.value(node.value as Node) : this.inScope(() => this.withoutSigns(this.all(node.body)))),
      new Broken(),
    )
    if (assignee.type === 'MemberExpression') {
      this.attempt(() => {
        const home = this.value(assignee.object)
        if (!(home instanceof Namespace)) throw new Stop('Only members of a namespace can be set like this.')
        home.names.set(String(assignee.property.value), value)
      }, undefined)
      return
    }
    this.bind(assignee, value)
  }

  private readonly withoutSigns = (text: string): string => text.replace(/\uE000\d{1,9}\uE000/g, '')

  /** Assigns values to one name or to several. */
  private bind(target: Node, value: Item): void {
    const scope = this.scopes.at(-1) as Scope
    if (target.type !== 'TupleLiteral') {
      scope.set(String(target.value), value)
      return
    }
    const items = this.attempt(() => itemsOf(value), [])
    for (const [i, each] of (target.value as Node[]).entries()) scope.set(String(each.value), items[i])
  }

  private loop(node: Node): string {
    const filtering = node.iterable.type === 'SelectExpression' ? node.iterable : null
    const over = this.attempt<Item[] | null>(
      () => [...itemsOf(this.known(this.value(filtering ? filtering.lhs : node.iterable)))],
      null,
      ' The loop is left out.',
    )
    if (over === null) return ''
    const { line } = this
    const items = filtering
      ? over.filter(item =>
          this.inScope(() => {
            this.bind(node.loopvar, item)
            return this.attempt(() => truth(this.value(filtering.test)), false)
          }),
        )
      : over
    this.decide(line, items.length === 1 ? 'Runs once.' : `Runs ${items.length} times.`)
    if (items.length === 0) return this.all(node.defaultBlock)
    let text = ''
    for (const [i, item] of items.entries()) {
      const way = this.round(node, items, i, item)
      text += way.text
      if (way.leaves) break
    }
    return text
  }

  private round(node: Node, items: readonly Item[], i: number, item: Item): { text: string; leaves: boolean } {
    return this.inScope(() => {
      const count = items.length
      const loop: [string, Item][] = [
        ['index', i + 1],
        ['index0', i],
        ['revindex', count - i],
        ['revindex0', count - i - 1],
        ['first', i === 0],
        ['last', i === count - 1],
        ['length', count],
        ['previtem', items[i - 1]],
        ['nextitem', items[i + 1]],
        ['cycle', args => args[i % Math.max(1, args.length)]],
      ]
      this.scopes.at(-1)?.set('loop', new Map(loop))
      this.bind(node.loopvar, item)
      let text = ''
      try {
        for (const each of node.body) text += this.statement(each)
      } catch (error) {
        if (!(error instanceof Leave)) throw error
        return { text, leaves: !error.again }
      }
      return { text, leaves: false }
    })
  }

  protected override callOwn(name: string, given: readonly Item[], named: ReadonlyMap<string, Item>): Item {
    const macro = this.macros.get(name)
    if (!macro) return undefined
    const { args, body } = macro
    if (++this.depth > deepestCalls) throw new End('The template’s own macros call each other endlessly.')
    const text = this.inScope(() => {
      const scope = this.scopes.at(-1) as Scope
      args.forEach((arg, i) => {
        const name = String((arg.type === 'KeywordArgumentExpression' ? arg.key : arg).value)
        const otherwise = arg.type === 'KeywordArgumentExpression' ? this.value(arg.value as Node) : undefined
        scope.set(name, argument(given, named, i, name, otherwise))
      })
      return this.all(body)
    })
    this.depth--
    return text
  }
}
