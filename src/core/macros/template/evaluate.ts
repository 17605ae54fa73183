// Evaluates a template's expressions: values, filters, tests and calls. Steps are limited, and only plain data can be
// reached.
import type { Budget, Kind } from '../budget.ts'
import { isText, type Value } from '../values.ts'
import { type Pay, reckon } from './arithmetic.ts'
import { parameterIn, pathOf } from './described.ts'
import { argument, fallsBack, filterNamed, type Helpers } from './filters.ts'
import { methodOf } from './methods.ts'
import type { Node } from './parser.ts'
import { asTest, grouped, noItem, silently } from './rewrite.ts'
import { isIn, testNamed } from './tests.ts'
import {
  Broken,
  type Item,
  isNumber,
  isWhole,
  itemsOf,
  keyOf,
  kindOf,
  Limitation,
  Lookup,
  memberOf,
  Namespace,
  NotPassed,
  numbered,
  order,
  printed,
  Stop,
  same,
  sliceOf,
  truth,
  tuple,
  Unknown,
  worthOf,
} from './values.ts'

/**
 * An expression that could not be evaluated: its line in the template, from 1. `unknown` is a fact that the simulated
 * printer does not know.
 */
export type Flaw = { line: number; why: string; unknown: string | null }

export type Names = {
  /** The data that templates can read: parameters, variables, the printer's status. */
  names: Readonly<Record<string, Value | Lookup>>
  /** A number that the person gave for an unknown fact, by its path. */
  standIn?: (path: string) => number | undefined
  /** Receives the messages of a macro. */
  say?: (text: string) => void
}

/** Limit for the steps and the text of one template. */
const maxSteps = 50_000
const maxText = 400_000

/**
 * Why rendering failed: the author raised an error, the caller left out a parameter, the host can't run the template, or
 * a limit of ours was reached.
 */
export type FailedBy = 'author' | 'caller' | 'host' | 'limit'

/** An error of the whole template: it runs nothing. */
export class End extends Error {
  constructor(
    message: string,
    readonly by: FailedBy = 'limit',
  ) {
    super(message)
  }
}

export type Scope = Map<string, Item>

export abstract class Evaluator {
  readonly flaws: Flaw[] = []
  /** Parameters that are printed although they are not passed, with their lines. */
  readonly unpassed: { line: number; name: string }[] = []
  line = 1
  /** Whether an unknown fact was replaced by a guess, so that later errors may not happen on the real machine. */
  protected guessed = false
  protected readonly scopes: Scope[] = [new Map()]
  private steps = 0
  private length = 0

  constructor(
    protected readonly given: Names,
    private readonly budget: Budget,
  ) {}

  /** Calls a macro defined in the template; undefined if there is none with this name. */
  protected abstract callOwn(name: string, given: readonly Item[], named: ReadonlyMap<string, Item>): Item

  protected tick(): void {
    if (++this.steps > maxSteps) throw new End('The template takes more than 50,000 steps; it was stopped.')
    this.take('steps')
  }

  protected take(kind: Kind, amount = 1): void {
    if (!this.budget.take(kind, amount)) throw new End(this.budget.why ?? '')
  }

  protected put(text: string): string {
    this.length += text.length
    if (this.length > maxText) throw new End('The template makes more than 400,000 characters; it was stopped.')
    this.take('text', text.length)
    return text
  }

  protected tell(line: number, why: string, unknown: string | null): void {
    if (this.flaws.length < 50 && !this.flaws.some(each => each.line === line && each.why === why))
      this.flaws.push({ line, why, unknown })
  }

  /** Charges sums of texts and lists to the budget. */
  protected readonly pay: Pay = { put: text => this.put(text), take: (kind, amount) => this.take(kind, amount) }

  protected inScope<T>(work: () => T): T {
    this.scopes.push(new Map())
    try {
      return work()
    } finally {
      this.scopes.pop()
    }
  }

  private lookUp(name: string): Item {
    for (let i = this.scopes.length - 1; i >= 0; i--) {
      const scope = this.scopes[i] as Scope
      if (scope.has(name)) {
        const found = scope.get(name)
        // The error was reported where the value was set.
        if (found instanceof Broken) throw new Stop('')
        return found
      }
    }
    if (Object.hasOwn(this.given.names, name)) return this.given.names[name] as Item
    return undefined
  }

  /** Replaces an unknown fact by a number and reports it; returns any other value unchanged. */
  protected known(value: Item, otherwise: Item = 0): Item {
    if (value instanceof Broken) throw new Stop('')
    if (!(value instanceof Unknown)) return value
    const given = this.given.standIn?.(value.path)
    if (given === undefined) {
      this.guessed = true
      this.tell(
        this.line,
        `A rehearsal can’t know “${value.path}”. It goes on with ${printed(otherwise) || 'nothing'}.`,
        value.path,
      )
    }
    return given ?? otherwise
  }

  protected value(node: Node): Item {
    this.tick()
    switch (node.type) {
      case 'IntegerLiteral':
        return numbered(node.value as number, true)
      case 'FloatLiteral':
        return numbered(node.value as number, false)
      case 'StringLiteral':
        return node.value as string
      case 'Identifier':
        return this.named(String(node.value))
      case 'ArrayLiteral':
      case 'TupleLiteral': {
        const nodes = (node.value as Node[]).filter(({ type, value }) => type !== 'Identifier' || value !== noItem)
        this.take('values', nodes.length)
        const items = nodes.map(each => this.value(each))
        return node.type === 'TupleLiteral' ? tuple(items) : items
      }
      case 'ObjectLiteral': {
        const entries = [...(node.value as Map<Node, Node>)]
        this.take('values', entries.length)
        return new Map(entries.map(([key, value]) => [keyOf(this.known(this.value(key))), this.value(value)]))
      }
      case 'MemberExpression':
        return this.member(node)
      case 'FilterExpression':
        // A missing value is not an error yet: the filter `default` may replace it.
        return this.filtered(this.value(node.operand), node.filter, node.operand)
      case 'TestExpression':
        return this.test(node)
      case 'CallExpression':
        return this.call(node)
      case 'UnaryExpression':
        return this.unary(node)
      case 'BinaryExpression':
        return this.binary(node)
      case 'Ternary':
        return truth(this.known(this.value(node.condition))) ? this.value(node.trueExpr) : this.value(node.falseExpr)
      case 'SelectExpression':
        return truth(this.known(this.value(node.test))) ? this.value(node.lhs) : undefined
      default:
        throw new Limitation(`“${node.type}” is not something that a macro can calculate with here.`)
    }
  }

  private named(name: string): Item {
    if (name === 'true' || name === 'True') return true
    if (name === 'false' || name === 'False') return false
    if (name === 'none' || name === 'None') return null
    return this.lookUp(name)
  }

  private member({ object, property, computed }: Node): Item {
    const home = this.value(object)
    if (home instanceof Broken) throw new Stop('')
    this.require(home, object)
    if (computed && property.type === 'SliceExpression') {
      const part = (node: Node | undefined) => (node ? this.known(this.value(node)) : null)
      const cut = sliceOf(home, part(property.start), part(property.stop), part(property.step))
      if (Array.isArray(cut)) this.take('values', cut.length)
      return cut
    }
    return memberOf(home, computed ? this.known(this.value(property)) : String(property.value))
  }

  private readonly helpers: Helpers = {
    filter: (name, value, args, named) => this.filter(name, value, args, named),
    test: (name, value, args) => testNamed(name)(value, args),
  }

  private filter(name: string, of: Item, args: readonly Item[], named: ReadonlyMap<string, Item>): Item {
    const value = this.known(of, fallsBack(name) ? argument(args, named, 0, 'default_value', 0) : 0)
    if (name === silently) return ''
    if (name === grouped) return value
    if (name.startsWith(asTest)) {
      const test = name.slice(asTest.length)
      return test.startsWith('not ') ? !testNamed(test.slice(4))(value, args) : testNamed(test)(value, args)
    }
    this.take('steps', sizeOf(value))
    const worked = filterNamed(name)(value, args, named, this.helpers)
    if (Array.isArray(worked)) this.take('values', worked.length)
    return isText(worked as Value) ? this.put(worked as string) : worked
  }

  protected filtered(value: Item, filter: Node, operand?: Node): Item {
    if (operand && needsValue.has(String((filter.callee ?? filter).value))) this.require(value, operand)
    if (filter.type !== 'CallExpression') return this.filter(String(filter.value), value, [], new Map())
    const { args, named } = this.argumentsOf(filter.args)
    return this.filter(String(filter.callee.value), value, args, named)
  }

  private test({ operand, test, negate }: Node): boolean {
    const value = this.value(operand)
    if (value instanceof Broken) throw new Stop('')
    const name = String(test.type === 'CallExpression' ? test.callee.value : test.value)
    const args = test.type === 'CallExpression' ? this.argumentsOf(test.args).args : []
    if (value instanceof Unknown && name !== 'defined' && name !== 'undefined')
      return testNamed(name)(this.known(value), args) !== negate
    return testNamed(name)(value, args) !== negate
  }

  protected argumentsOf(nodes: readonly Node[]): { args: Item[]; named: Map<string, Item> } {
    const args: Item[] = []
    const named = new Map<string, Item>()
    for (const node of nodes) {
      if (node.type === 'KeywordArgumentExpression')
        named.set(String(node.key.value), this.known(this.value(node.value as Node)))
      else if (node.type === 'SpreadExpression') args.push(...itemsOf(this.value(node.argument)))
      else if (node.type === 'KeywordSpreadExpression')
        throw new Limitation('A rehearsal can’t evaluate “**” in a call.')
      else args.push(this.known(this.value(node)))
    }
    return { args, named }
  }

  private call(node: Node): Item {
    const { callee } = node
    if (callee.type === 'Identifier') return this.function(String(callee.value), node.args)
    if (callee.type !== 'MemberExpression') throw new Limitation('This expression can’t be called.')
    const home = this.known(this.value(callee.object))
    this.require(home, callee.object)
    const name = callee.computed ? printed(this.value(callee.property)) : String(callee.property.value)
    const { args, named } = this.argumentsOf(node.args)
    this.take('steps', sizeOf(home))
    const found = home instanceof Map ? home.get(name) : undefined
    const method = methodOf(home, name, values => this.take('values', values))
    const worked = method
      ? method(args, named)
      : typeof found === 'function'
        ? (found as (all: readonly Item[], by: ReadonlyMap<string, Item>) => Item)(args, named)
        : notThere(home, name)
    if (Array.isArray(worked)) this.take('values', worked.length)
    return isText(worked as Value) ? this.put(worked as string) : worked
  }

  private function(name: string, nodes: readonly Node[]): Item {
    const { args, named } = this.argumentsOf(nodes)
    const own = this.callOwn(name, args, named)
    if (own !== undefined) return own
    switch (name) {
      case 'range':
        return this.range(args)
      case 'namespace': {
        const made = new Namespace()
        for (const [key, value] of named) made.names.set(key, value)
        return made
      }
      case 'dict':
        return new Map(named)
      case 'action_respond_info':
        this.given.say?.(printed(args[0]))
        return ''
      case 'action_raise_error':
        throw new End(`The macro stops the print here: “${printed(args[0])}”.`, 'author')
      case 'action_emergency_stop':
        throw new End(
          `The macro stops the machine here${args[0] === undefined ? '' : `: “${printed(args[0])}”`}.`,
          'author',
        )
      case 'action_call_remote_method':
      case 'action_log':
        return ''
      default:
        throw new (otherFunctions.has(name) ? Limitation : Stop)(`There is no “${name}(…)” that could be called here.`)
    }
  }

  private range(args: readonly Item[]): Item {
    const numbers = args.map(each => {
      if (!isNumber(each) || !isWhole(each)) throw new Stop('range(…) takes whole numbers. Put |int after them.')
      return worthOf(each)
    })
    const [first = 0, second, step = 1] = numbers
    if (step === 0) throw new Stop('range(…) can’t have the step 0.')
    const [from, to] = second === undefined ? [0, first] : [first, second]
    const count = Math.max(0, Math.ceil((to - from) / step))
    if (count > maxSteps) throw new End('A loop would run more than 50,000 times; it was stopped.')
    this.take('values', count)
    return Array.from({ length: count }, (_, i) => from + i * step)
  }

  private unary({ operator, argument }: Node): Item {
    const value = this.known(this.value(argument))
    if (operator.value === 'not') return !truth(value)
    this.require(value, argument)
    if (!isNumber(value)) throw new Stop(`${kindOf(value)} has no sign. Put |float after it.`)
    return operator.value === '-' ? numbered(-worthOf(value), isWhole(value)) : value
  }

  private binary(node: Node): Item {
    const operator = node.operator.value
    if (operator === 'and' || operator === 'or') {
      const left = this.known(this.value(node.left))
      return truth(left) === (operator === 'and') ? this.known(this.value(node.right)) : left
    }
    if (comparisons.includes(operator)) return this.comparison(node)
    const [left, right] = [this.known(this.value(node.left)), this.known(this.value(node.right))]
    switch (operator) {
      case 'in':
        this.take('steps', sizeOf(right))
        return this.among(left, right)
      case 'not in':
        this.take('steps', sizeOf(right))
        return !this.among(left, right)
      case '~':
        return this.put(printed(left) + printed(right))
      default:
        this.require(left, node.left)
        this.require(right, node.right)
        return reckon(operator, left, right, this.pay)
    }
  }

  /**
   * Throws if a value is missing: the host can neither calculate with it nor read its members. Examples of reasons: `The
   * parameter BED is not passed.`, `“nozzle” is not defined.`
   */
  private require(value: Item, node: Node): void {
    if (value !== undefined) return
    const [path, parameter] = [pathOf(node), parameterIn(node)]
    if (parameter !== null) throw new NotPassed(`The parameter ${parameter} is not passed.`)
    throw new Stop(path === '' ? 'A value is missing here.' : `“${path}” is not defined.`)
  }

  /** Whether an unknown object has a member is itself unknown. */
  private among(left: Item, right: Item): boolean {
    const found = right instanceof Lookup ? memberOf(right, left) : undefined
    if (!(found instanceof Unknown)) return isIn(left, right)
    return found.defined && truth(this.known(found))
  }

  /** `1 < x < 3` compares both pairs. */
  private comparison({ operator, left, right }: Node): boolean {
    const chained = left.type === 'BinaryExpression' && comparisons.includes(left.operator.value)
    if (chained && !this.comparison(left)) return false
    const [one, other] = [this.known(this.value(chained ? left.right : left)), this.known(this.value(right))]
    switch (operator.value) {
      case '==':
        return same(one, other)
      case '!=':
        return !same(one, other)
    }
    this.require(one, chained ? left.right : left)
    this.require(other, right)
    switch (operator.value) {
      case '<':
        return order(one, other) < 0
      case '>':
        return order(one, other) > 0
      case '<=':
        return order(one, other) <= 0
      default:
        return order(one, other) >= 0
    }
  }
}

const comparisons = ['==', '!=', '<', '>', '<=', '>=']

/** Filters that the host can't apply to a missing value. */
const needsValue: ReadonlySet<string> = new Set(['int', 'float', 'round', 'abs'])

/** Functions of the template language that the rehearsal lacks. */
const otherFunctions: ReadonlySet<string> = new Set(['cycler', 'joiner', 'lipsum'])

function notThere(home: Item, name: string): never {
  throw new Stop(`${kindOf(home)} has no “${name}(…)”.`)
}

/** The size of a value, in steps. */
const sizeOf = (value: Item): number =>
  Array.isArray(value) || isText(value as Value) ? Math.ceil((value as string | Item[]).length / 100) : 0
