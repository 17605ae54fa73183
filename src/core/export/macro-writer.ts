// Writes a script as a macro in a machine's own language: values become parameters, settings variables, guards branches.
import type { SyntaxNode } from '@lezer/common'
import { evaluate, type Quantity } from '../formula/evaluate.ts'
import { guardLine, inText, settingLine } from '../formula/marks.ts'
import { childrenOf, parse, textOf } from '../formula/syntax.ts'
import { scopeOf } from '../formula/values.ts'
import { indentOf, read } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import { toolsUsed } from '../model/job.ts'
import { halfGuards } from '../resolve/guards.ts'
import { worldOf } from '../resolve/resolve.ts'
import type { Untranslatable } from '../vocabulary/translate.ts'

/** How a macro language says things. Texts go in and come out as they stand in a line. */
export type Dialect = {
  /** A parameter or setting within an expression. */
  variable: (name: string) => string
  call: (name: string, values: readonly string[]) => string
  not: (condition: string) => string
  and: string
  or: string
  truth: (holds: boolean) => string
  /** A worked out number within a command. */
  inLine: (expression: string) => string
  /** A setting's line; `again` where a variable of that name is there already. */
  set: (name: string, value: string, again: boolean) => string
  when: (condition: string) => string
  otherwiseWhen: (condition: string) => string
  otherwise: string
  /** What closes a branch; null where its indentation does. */
  end: string | null
  /** Whether comments may stand behind commands. */
  comments: boolean
  /** Signs that a command must not have, for the language takes them for its own; null where a script may have them too. */
  taken: RegExp | null
}

/** A parameter: its name, the formula that it is called with, and what it is for the job at hand. */
export type Parameter = { name: string; formula: string; standard: number }

export type Body = { lines: string[]; parameters: Parameter[]; untranslatable: Untranslatable[] }

/** The lines of a script in a dialect, the parameters they need, and what can't be said so. */
export function writeBody(text: string, stage: Stage, dialect: Dialect): Body {
  const script = read(text)
  const half = halfGuards(script.map(({ raw }) => raw))
  const writer = new Writer(stage, dialect)
  // A guard without its partner has no effect, and stays as the comment that it is.
  const lines = script.flatMap(({ raw, number }) => (half.has(number) ? [raw.trim()] : writer.write(raw, number)))
  return { lines, parameters: [...writer.parameters.values()], untranslatable: writer.untranslatable }
}

/** A parameter's value in our words, for the line that calls the macro. */
export const givenFor = ({ formula }: Parameter): string =>
  /^-?[\d.]+$/.test(formula) ? formula : /^\w+$/.test(formula) ? `@${formula}` : `@(${formula})`

const signs: Record<string, string> = { Below: '<', AtMost: '<=', Above: '>', AtLeast: '>=', Is: '==', IsNot: '!=' }

class Writer {
  readonly parameters = new Map<string, Parameter>()
  readonly untranslatable: Untranslatable[] = []
  private readonly settings = new Set<string>()
  private depth = 0
  private line = 0

  constructor(
    private readonly stage: Stage,
    private readonly dialect: Dialect,
  ) {}

  private scope() {
    return scopeOf(worldOf(this.stage), this.stage.job.firstTool, new Map<string, Quantity>())
  }

  private cannot(what: string): string {
    this.untranslatable.push({ line: this.line, what })
    return '0'
  }

  /** A value as a parameter: the same one each time it is used. */
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
    const number = Number(tool.slice(1))
    const name = `uses_t${number}`
    const standard = toolsUsed(this.stage.job).includes(number) ? 1 : 0
    // No value of ours says it, so it is called with what holds for this job.
    this.parameters.set(name, { name, formula: String(standard), standard })
    return `${this.dialect.variable(name)} > 0`
  }

  private expression(node: SyntaxNode, text: string): string {
    const children = childrenOf(node)
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
    const children = childrenOf(node)
    const part = (index: number) => this.condition(children.at(index) as SyntaxNode, text)
    switch (node.name) {
      case 'Comparison':
        return `${this.expression(children[0] as SyntaxNode, text)} ${signs[children[1]?.name ?? '']} ${this.expression(children.at(-1) as SyntaxNode, text)}`
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

  private top(text: string, sort: 'Expression' | 'Condition' | 'Setting'): string {
    const parsed = parse(text, sort)
    const first = parsed.ok ? childrenOf(parsed.node)[0] : undefined
    if (!first) return this.cannot(parsed.ok ? text : parsed.why)
    return sort === 'Condition' ? this.condition(first, text) : this.expression(first, text)
  }

  /** One line of the script as lines of the macro, each as far right as its guards and its own beginning want it. */
  write(raw: string, number: number): string[] {
    this.line = number
    const { dialect } = this
    const at = (depth: number, line: string) => '  '.repeat(dialect.end === null ? depth : 0) + line
    const setting = settingLine(raw)
    if (setting) {
      const value = this.top(setting.body, 'Setting')
      const again = this.settings.has(setting.name) || this.parameters.has(setting.name)
      this.settings.add(setting.name)
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
    return this.plainLine(raw).map(line => at(this.depth, line))
  }

  private plainLine(raw: string): string[] {
    const { dialect } = this
    const cut = raw.indexOf(';')
    const command = cut < 0 ? raw : raw.slice(0, cut)
    const comment = cut < 0 ? '' : raw.slice(cut)
    if (command.trim() === '') return comment ? [comment.trim()] : dialect.comments ? [''] : []
    if (dialect.taken?.test(command)) this.cannot('curly brackets, which a macro takes for its own')
    // Indentation means something where it closes branches, and nothing elsewhere.
    const own = dialect.end === null ? command : command.slice(indentOf(command))
    let line = ''
    for (const part of inText(own.trimEnd()))
      line += part.kind === 'plain' ? part.text : dialect.inLine(this.top(part.text, 'Expression'))
    return [dialect.comments && comment ? `${line} ${comment}` : line]
  }
}
