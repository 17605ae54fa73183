// Works out a macro's template: a well-known parser gives its tree, and this evaluates it, with nothing but plain data in reach.
import { parse } from 'nunjucks/src/parser.js'
import { Budget, type Sort } from './budget.ts'
import { templateParts } from './tags.ts'
import { isText, numberFrom, own, truthy, type Value, written } from './values.ts'

export type Rendered = { ok: true; text: string } | { ok: false; why: string }

/** No template takes more steps or makes more text than this. */
const mostSteps = 50_000
const mostText = 400_000

const tags = {
  blockStart: '{%',
  blockEnd: '%}',
  variableStart: '{',
  variableEnd: '}',
  commentStart: '{#',
  commentEnd: '#}',
}

/** A node of the parser's tree, as far as it is looked at here. */
type Node = {
  typename: string
  children?: Node[]
  value?: unknown
  name?: Node | string
  args?: Node
  target?: Node
  val?: Node
  left?: Node
  right?: Node
  cond?: Node
  body?: Node
  else_?: Node | null
  expr?: Node
  ops?: Node[]
  type?: string
  targets?: Node[]
  arr?: Node
  key?: Node
}

/** Thrown within this file only, and caught at its door. */
class Stop extends Error {}

/** Trees are kept by their source: a macro is called again and again. */
const trees = new Map<string, Node>()
const mostTrees = 500

function treeOf(source: string): Node {
  const known = trees.get(source)
  if (known) return known
  // The parser takes `{#` for the beginning of a value, since ours begins with `{`; so comments go first.
  const tree = parse(withoutComments(source), [], { tags }) as Node
  if (trees.size >= mostTrees) trees.clear()
  trees.set(source, tree)
  return tree
}

const withoutComments = (source: string): string =>
  [...templateParts(source)].map(({ kind, text }) => (kind === 'comment' ? '' : text)).join('')

/** Renders a template with names that stand for plain data. Never throws; bounded in steps and in text. */
export function render(source: string, names: Readonly<Record<string, Value>>, budget = new Budget()): Rendered {
  try {
    return { ok: true, text: new Renderer(names, budget).all(treeOf(source)) }
  } catch (error) {
    if (error instanceof Stop) return { ok: false, why: error.message }
    const message = error instanceof Error ? error.message.split('\n').at(-1)?.trim() : 'it can’t be read'
    return { ok: false, why: `The template can’t be read: ${message}.` }
  }
}

const filters: Record<string, (value: Value, ...args: Value[]) => Value> = {
  default: (value, otherwise, evenFalse) =>
    value === undefined || value === null || (truthy(evenFalse) && !truthy(value)) ? otherwise : value,
  int: (value, otherwise) => Math.trunc(numberFrom(value, numberFrom(otherwise))),
  float: (value, otherwise) => numberFrom(value, numberFrom(otherwise)),
  round: (value, digits) => Number(numberFrom(value).toFixed(Math.min(10, Math.max(0, numberFrom(digits))))),
  abs: value => Math.abs(numberFrom(value)),
  upper: value => written(value).toUpperCase(),
  lower: value => written(value).toLowerCase(),
  trim: value => written(value).trim(),
  string: value => written(value),
  length: value => (Array.isArray(value) || isText(value) ? value.length : 0),
  min: value =>
    Array.isArray(value) ? value.map(each => numberFrom(each)).reduce((a, b) => Math.min(a, b), Infinity) : value,
  max: value =>
    Array.isArray(value) ? value.map(each => numberFrom(each)).reduce((a, b) => Math.max(a, b), -Infinity) : value,
}
filters.d = filters.default as (typeof filters)[string]

class Renderer {
  private readonly locals = new Map<string, Value>()
  private steps = 0
  private length = 0

  constructor(
    private readonly names: Readonly<Record<string, Value>>,
    private readonly budget: Budget,
  ) {}

  all(node: Node): string {
    return (node.children ?? []).map(child => this.statement(child)).join('')
  }

  private tick(): void {
    if (++this.steps > mostSteps) throw new Stop('The template takes more than 50,000 steps; it was stopped.')
    this.take('steps')
  }

  private take(sort: Sort, amount = 1): void {
    if (!this.budget.take(sort, amount)) throw new Stop(this.budget.why ?? '')
  }

  private put(text: string): string {
    this.length += text.length
    if (this.length > mostText) throw new Stop('The template makes more than 400,000 characters; it was stopped.')
    this.take('text', text.length)
    return text
  }

  private statement(node: Node): string {
    this.tick()
    switch (node.typename) {
      case 'Root':
      case 'NodeList':
        return this.all(node)
      case 'Output':
        return (node.children ?? [])
          .map(child => this.put(child.typename === 'TemplateData' ? String(child.value) : written(this.value(child))))
          .join('')
      case 'Set': {
        const value = this.value(node.value as Node)
        for (const target of node.targets ?? []) this.locals.set(String(target.value), value)
        return ''
      }
      case 'If':
        if (truthy(this.value(node.cond))) return this.statement(node.body as Node)
        return node.else_ ? this.statement(node.else_) : ''
      case 'For':
        return this.loop(node)
      default:
        throw new Stop(`“${node.typename}” is not something that a macro may do here.`)
    }
  }

  private loop(node: Node): string {
    const over = this.value(node.arr)
    const name = String((node.name as Node).value)
    const items = Array.isArray(over) ? over : []
    const before = this.locals.get(name)
    const text = items.map(item => {
      this.locals.set(name, item)
      return this.statement(node.body as Node)
    })
    this.locals.set(name, before)
    return text.join('')
  }

  private argumentsOf(node: Node | undefined): Value[] {
    return (node?.children ?? []).map(child => this.value(child))
  }

  private value(node: Node | undefined): Value {
    if (!node) return undefined
    this.tick()
    const both = () => [this.value(node.left), this.value(node.right)] as const
    const numbers = (work: (a: number, b: number) => number) => {
      const [a, b] = both()
      return work(numberFrom(a), numberFrom(b))
    }
    switch (node.typename) {
      case 'Literal':
        return node.value as Value
      case 'Symbol': {
        const name = String(node.value)
        return this.locals.has(name) ? this.locals.get(name) : own(this.names, name)
      }
      case 'Group':
        return this.argumentsOf(node).at(-1)
      case 'Array':
        this.take('values', node.children?.length ?? 0)
        return this.argumentsOf(node)
      case 'LookupVal':
        return own(this.value(node.target), written(this.value(node.val)))
      case 'Filter': {
        const name = String((node.name as Node).value)
        const [value, ...rest] = this.argumentsOf(node.args)
        const filter = Object.hasOwn(filters, name) ? filters[name] : undefined
        if (!filter) throw new Stop(`There is no filter “${name}” here.`)
        this.take('steps', sizeOf(value))
        return filter(value, ...rest)
      }
      case 'FunCall':
        return this.call(node)
      case 'Not':
        return !truthy(this.value(node.target))
      case 'And':
        return truthy(this.value(node.left)) && truthy(this.value(node.right))
      case 'Or':
        return truthy(this.value(node.left)) || truthy(this.value(node.right))
      case 'Neg':
        return -numberFrom(this.value(node.target))
      case 'Pos':
        return numberFrom(this.value(node.target))
      case 'Add': {
        const [a, b] = both()
        return isText(a) && isText(b) ? this.put(a + b) : numberFrom(a) + numberFrom(b)
      }
      case 'Concat':
        return this.put(both().map(written).join(''))
      case 'Sub':
        return numbers((a, b) => a - b)
      case 'Mul':
        return numbers((a, b) => a * b)
      case 'Div':
        return numbers((a, b) => divided(a, b))
      case 'FloorDiv':
        return numbers((a, b) => Math.floor(divided(a, b)))
      case 'Mod':
        return numbers((a, b) => a - Math.floor(divided(a, b)) * b)
      case 'Pow':
        return numbers((a, b) => a ** b)
      case 'InlineIf':
        return truthy(this.value(node.cond)) ? this.value(node.body) : this.value(node.else_ ?? undefined)
      case 'Compare':
        return this.compare(node)
      case 'In': {
        const [item, among] = both()
        if (isText(among) || Array.isArray(among)) this.take('steps', Math.ceil(among.length / 100))
        if (isText(among)) return among.includes(written(item))
        if (Array.isArray(among)) return among.includes(item)
        return own(among, written(item)) !== undefined
      }
      case 'Is':
        return this.test(node)
      default:
        throw new Stop(`“${node.typename}” is not something that a macro may reckon with here.`)
    }
  }

  /** The one function there is; nothing else can be called. */
  private call(node: Node): Value {
    const name = (node.name as Node).typename === 'Symbol' ? String((node.name as Node).value) : ''
    if (name !== 'range') throw new Stop('Only range(…) can be called in a macro here.')
    const [first = 0, second, step = 1] = this.argumentsOf(node.args).map(each => numberFrom(each))
    const [from, to] = second === undefined ? [0, first] : [first, second]
    const count = Math.max(0, Math.ceil((to - from) / (step || 1)))
    if (count > mostSteps) throw new Stop('A loop would go round more than 50,000 times; it was stopped.')
    this.take('values', count)
    return Array.from({ length: count }, (_, i) => from + i * (step || 1))
  }

  private compare(node: Node): boolean {
    let left = this.value(node.expr)
    return (node.ops ?? []).every(({ expr, type }) => {
      const right = this.value(expr)
      const so = compared(left, right, type ?? '')
      left = right
      return so
    })
  }

  private test(node: Node): boolean {
    const { right } = node
    const name = String(right?.typename === 'FunCall' ? (right.name as Node).value : right?.value)
    const value = this.value(node.left)
    if (name === 'defined') return value !== undefined
    if (name === 'undefined') return value === undefined
    if (name === 'none') return value === null || value === undefined
    if (name === 'number') return typeof value === 'number'
    if (name === 'string') return isText(value)
    throw new Stop(`There is no test “is ${name}” here.`)
  }
}

/** What a filter has to go through, in steps. */
const sizeOf = (value: Value): number => (Array.isArray(value) || isText(value) ? Math.ceil(value.length / 100) : 0)

function divided(a: number, b: number): number {
  if (b === 0) throw new Stop('The template divides by zero.')
  return a / b
}

function compared(a: Value, b: Value, type: string): boolean {
  if (type === '==' || type === '===') return a === b
  if (type === '!=' || type === '!==') return a !== b
  const [left, right] = isText(a) && isText(b) ? [a, b] : [numberFrom(a), numberFrom(b)]
  if (type === '<') return left < right
  if (type === '>') return left > right
  return type === '<=' ? left <= right : left >= right
}
