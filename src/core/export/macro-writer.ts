// Writes a script in a macro language: values become parameters, settings variables, guards branches.

import { type SyntaxNode, textOf } from '../expression/reader.ts'
import { specOf, type Unit, unitOf } from '../firmware/spec.ts'
import { evaluate, type Quantity, settingValue } from '../formula/evaluate.ts'
import { guardLine, inText, settingLine } from '../formula/marks.ts'
import { parse } from '../formula/syntax.ts'
import { factorTo } from '../formula/units.ts'
import { scopeOf } from '../formula/values.ts'
import type { Line } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { halfGuards } from '../resolve/guards.ts'
import { worldOf } from '../resolve/resolve.ts'
import { decimalsFor } from '../resolve/written.ts'
import type { Has } from '../vocabulary/their-words.ts'
import type { Untranslatable } from '../vocabulary/to-ours.ts'
import { toTheirs } from '../vocabulary/to-theirs.ts'

/** How a macro language writes things. Texts are as they appear in a line. */
export type Dialect = {
  /** A parameter or setting within an expression. */
  variable: (name: string) => string
  call: (name: string, values: readonly string[]) => string
  choose: (condition: string, so: string, otherwise: string) => string
  /** Whether two numbers are equal, with our tolerance. */
  same: (one: string, other: string) => string
  not: (condition: string) => string
  and: string
  or: string
  truth: (holds: boolean) => string
  /** A calculated number in a command, with at most this many decimals. */
  inLine: (expression: string, digits: number) => string
  /** A text with calculated numbers, for a display. */
  message: (parts: readonly MessagePart[]) => string
  /** A comment line, adapted to the language. */
  comment: (line: string) => string
  /** A setting's line; `again` if the variable exists already. */
  set: (name: string, value: string, again: boolean) => string
  when: (condition: string) => string
  otherwiseWhen: (condition: string) => string
  otherwise: string
  /** The line that closes a branch; null if indentation does. */
  end: string | null
  /** Whether a variable made in a branch ends with the branch: then it is made before the branch. */
  blocksKeep: boolean
  /** Whether comments may follow commands. */
  comments: boolean
  /** Characters with a meaning in the language, which a command must not contain; null if scripts may contain them. */
  taken: RegExp | null
}

export type MessagePart = { text: string } | { expression: string; digits: number }

/** A parameter: its name, the formula for the call, and its value for the present job. */
export type Parameter = { name: string; formula: string; standard: number }

export type Body = { lines: string[]; parameters: Parameter[]; untranslatable: Untranslatable[] }

/** The lines of a script in a dialect, its parameters, and what can't be expressed. */
export function writeBody(text: string, stage: Stage, dialect: Dialect): Body {
  const script = read(text)
  const half = halfGuards(script.map(({ raw }) => raw))
  const writer = new Writer(stage, dialect)
  // A guard without a partner has no effect and stays a comment.
  const lines = script.flatMap(line =>
    half.has(line.number) ? [dialect.comment(line.raw.trim())] : writer.write(line),
  )
  return {
    lines: [...writer.early, ...lines],
    parameters: [...writer.parameters.values()],
    untranslatable: writer.untranslatable,
  }
}

/** The line that calls a macro: its start, and each parameter in our values. */
export type Call = { head: string; given: readonly string[] }

export const callLine = ({ head, given }: Call): string => [head, ...given].join(' ')

/**
 * The line that calls a macro in a vocabulary's placeholders. What the vocabulary can't express is left out, so the
 * macro's default applies; `left` names those parameters.
 */
export function callIn({ head, given }: Call, vocabulary: Vocabulary, has: Has): { line: string; left: string[] } {
  const left: string[] = []
  const translated = given.flatMap(each => {
    const { text, untranslatable } = toTheirs(each, vocabulary, has)
    if (untranslatable.length === 0) return [text]
    left.push(/^[A-Za-z_0-9]+(?==)/.exec(each)?.[0] ?? each.charAt(0))
    return []
  })
  return { line: [head, ...translated].join(' '), left }
}

/** A parameter's value in our language, for the call. */
export const givenFor = ({ formula }: Parameter): string =>
  /^-?[\d.]+$/.test(formula) ? formula : /^\w+$/.test(formula) ? `@${formula}` : `@(${formula})`

const operators: Record<string, string> = { Below: '<', AtMost: '<=', Above: '>', AtLeast: '>=' }

class Writer {
  readonly parameters = new Map<string, Parameter>()
  readonly untranslatable: Untranslatable[] = []
  /** Lines that make variables which a branch will set. */
  readonly early: string[] = []
  /** The settings above, with their values for the present job; null if unknown. */
  private readonly settings = new Map<string, Quantity | null>()
  private depth = 0
  private line = 0

  constructor(
    private readonly stage: Stage,
    private readonly dialect: Dialect,
  ) {}

  private scope() {
    const known = [...this.settings].flatMap(([name, worth]) => (worth ? [[name, worth] as const] : []))
    return scopeOf(worldOf(this.stage), this.stage.job.firstTool, new Map<string, Quantity>(known))
  }

  private cannot(what: string): string {
    this.untranslatable.push({ line: this.line, what })
    return '0'
  }

  /** The parameter for a value; the same one each time. */
  private parameter(formula: string): string {
    const name = formula
      .toLowerCase()
      .replace(/(?<!\s)\s+of\s+/g, '_')
      .replace(/\s+/g, '_')
    if (!this.parameters.has(name)) {
      const now = evaluate(formula, this.scope())
      if (!now.ok) return this.cannot(now.why)
      this.parameters.set(name, { name, formula, standard: now.value.value })
    }
    return this.dialect.variable(name)
  }

  private uses(tool: string): string {
    const name = `uses_${tool.toLowerCase()}`
    const formula = `choose(uses ${tool}, 1, 0)`
    const now = evaluate(formula, this.scope())
    this.parameters.set(name, { name, formula, standard: now.ok ? now.value.value : 0 })
    return `${this.dialect.variable(name)} > 0`
  }

  private expression(node: SyntaxNode, text: string): string {
    const children = node.children
    const part = (index: number) => this.expression(children.at(index) as SyntaxNode, text)
    const whole = textOf(node, text)
    switch (node.name) {
      case 'Number':
        return whole
      case 'Value':
        return this.settings.has(whole) ? this.dialect.variable(whole) : this.parameter(whole)
      case 'Aggregate':
        return this.parameter(whole)
      case 'Grouped':
        return `(${part(0)})`
      case 'Negated':
        return `(-${part(0)})`
      case 'Sum':
        return `${part(0)} ${children[1]?.name === 'Less' ? '-' : '+'} ${part(-1)}`
      case 'Product':
        return `${part(0)} ${children[1]?.name === 'Divided' ? '/' : '*'} ${part(-1)}`
      case 'Choose':
        return this.dialect.choose(
          this.condition(children[1] as SyntaxNode, text),
          this.expression(children[2] as SyntaxNode, text),
          part(-1),
        )
      case 'Call':
        return this.dialect.call(
          textOf(children[0] as SyntaxNode, text),
          children.slice(1).map(child => this.expression(child, text)),
        )
      default:
        return this.cannot(`“${whole}”`)
    }
  }

  private condition(node: SyntaxNode, text: string): string {
    const { dialect } = this
    const children = node.children
    const part = (index: number) => this.condition(children.at(index) as SyntaxNode, text)
    switch (node.name) {
      case 'Comparison': {
        const [one, other] = [children[0], children.at(-1)].map(each => this.expression(each as SyntaxNode, text))
        const operator = children[1]?.name ?? ''
        if (operator === 'Is') return dialect.same(one ?? '', other ?? '')
        return operator === 'IsNot'
          ? dialect.not(dialect.same(one ?? '', other ?? ''))
          : `${one} ${operators[operator]} ${other}`
      }
      case 'Uses':
        return this.uses(textOf(children[1] as SyntaxNode, text))
      case 'Has':
        return dialect.truth(this.scope().has(textOf(children[1] as SyntaxNode, text)))
      case 'AllGrouped':
        return `(${part(0)})`
      case 'Not':
        return dialect.not(part(1))
      case 'And':
        return `(${part(0)}) ${dialect.and} (${part(-1)})`
      case 'Or':
        return `(${part(0)}) ${dialect.or} (${part(-1)})`
      default:
        return this.cannot(`“${textOf(node, text)}”`)
    }
  }

  private top(text: string, kind: 'Expression' | 'Condition' | 'Setting'): string {
    const parsed = parse(text, kind)
    const first = parsed.ok ? parsed.node.children[0] : undefined
    if (!first) return this.cannot(parsed.ok ? text : parsed.why)
    return kind === 'Condition' ? this.condition(first, text) : this.expression(first, text)
  }

  /** One line of the script as lines of the macro, indented by its guards and its own indentation. */
  write(line: Line): string[] {
    const { raw } = line
    this.line = line.number
    const { dialect } = this
    const at = (depth: number, line: string) => '  '.repeat(dialect.end === null ? depth : 0) + line
    const setting = settingLine(raw)
    if (setting) {
      const value = this.top(setting.body, 'Setting')
      const now = settingValue(setting.body, this.scope())
      const inBranch = this.depth > 0 && dialect.blocksKeep
      if (inBranch && !this.settings.has(setting.name) && !this.parameters.has(setting.name))
        this.early.push(dialect.set(setting.name, '0', false))
      const again = inBranch || this.settings.has(setting.name) || this.parameters.has(setting.name)
      this.settings.set(setting.name, now.ok ? now.value : null)
      return [at(this.depth, dialect.set(setting.name, value, again))]
    }
    const guard = guardLine(raw)
    if (guard?.kind === 'end') {
      this.depth = Math.max(0, this.depth - 1)
      return dialect.end === null ? [] : [dialect.end]
    }
    if (guard?.kind === 'when') return [at(this.depth++, dialect.when(this.top(guard.condition, 'Condition')))]
    if (guard) {
      const condition = guard.condition === null ? null : this.top(guard.condition, 'Condition')
      return [at(this.depth - 1, condition === null ? dialect.otherwise : dialect.otherwiseWhen(condition))]
    }
    return this.plainLine(line).map(each => at(this.depth, each))
  }

  private plainLine(line: Line): string[] {
    const { dialect } = this
    if (!line.command) {
      const comment = line.raw.trim()
      return comment ? [dialect.comment(comment)] : dialect.comments ? [''] : []
    }
    const spec = specOf(this.stage.firmware, line.command)
    let written = ''
    let comment = ''
    for (const piece of line.pieces) {
      if (piece.kind === 'comment') {
        if (piece.text.startsWith(';')) comment = piece.text
        continue
      }
      const parts = this.partsOf(piece.text, unitOf(spec, piece))
      written +=
        piece.kind === 'message' && parts.some(part => 'expression' in part)
          ? dialect.message(parts)
          : parts.map(part => ('text' in part ? part.text : dialect.inLine(part.expression, part.digits))).join('')
    }
    const plain = line.pieces
      .map(({ kind, text }) =>
        kind === 'comment' ? '' : [...inText(text)].map(part => (part.kind === 'plain' ? part.text : '')).join(''),
      )
      .join('')
    if (dialect.taken?.test(plain)) this.cannot('curly brackets, which a macro takes for its own')
    // Indentation matters only where it closes branches.
    const own = (dialect.end === null ? written : written.trimStart()).trimEnd()
    return [dialect.comments && comment ? `${own} ${comment}` : own]
  }

  /** A piece of a line with its values as expressions, each converted to its letter's unit. */
  private partsOf(text: string, unit: Unit | null): MessagePart[] {
    return [...inText(text)].map((part): MessagePart => {
      if (part.kind === 'plain') return { text: part.text }
      const now = evaluate(part.text, this.scope())
      const factor = now.ok ? factorTo(unit, now.value.unit) : 1
      const expression = this.top(part.text, 'Expression')
      if (typeof factor !== 'number') this.cannot(`“${part.text}”: ${factor.is}, where ${factor.takes} is taken`)
      return {
        expression: factor === 1 || typeof factor !== 'number' ? expression : `(${expression}) * ${factor}`,
        digits: decimalsFor(unit, now.ok ? now.value.unit : ''),
      }
    })
  }
}
