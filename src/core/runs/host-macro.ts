// A script as a host's macro: values become parameters, settings variables, guards branches; and the line that calls it.
import type { SyntaxNode } from '@lezer/common'
import { evaluate, type Quantity } from '../formula/evaluate.ts'
import { guardLine, inText, settingLine } from '../formula/marks.ts'
import { childrenOf, parse, textOf } from '../formula/syntax.ts'
import { type Has, toTheirs, type Unsaid } from '../formula/translate.ts'
import { scopeOf } from '../formula/values.ts'
import { read } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import { toolsUsed } from '../model/job.ts'
import type { Moment } from '../model/script.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { worldOf } from '../script/resolve.ts'

/** The config section, the line that calls it in our values, and what can't be said so. */
export type HostMacro = { config: string; call: string; unsaid: Unsaid[] }

const names: Record<Moment, string> = {
  start: 'PRELUDE_START',
  end: 'PRELUDE_END',
  'layer-change': 'PRELUDE_LAYER',
  'tool-change': 'PRELUDE_TOOL',
  pause: 'PRELUDE_PAUSE',
  resume: 'PRELUDE_RESUME',
  cancel: 'PRELUDE_CANCEL',
}

/** A parameter: its name in the template, the formula that it is called with, and what it is for the job at hand. */
type Parameter = { name: string; formula: string; standard: number }

class Writer {
  readonly parameters = new Map<string, Parameter>()
  readonly unsaid: Unsaid[] = []
  private readonly settings = new Set<string>()
  private readonly has: Has
  private line = 0

  constructor(private readonly stage: Stage) {
    const scope = this.scope()
    this.has = feature => scope.has(feature)
  }

  private scope() {
    return scopeOf(worldOf(this.stage), this.stage.job.firstTool, new Map<string, Quantity>())
  }

  private cannot(what: string): string {
    this.unsaid.push({ line: this.line, what })
    return '0'
  }

  /** A value as a parameter: the same one each time it is used. */
  private parameter(formula: string): string {
    const name = formula
      .toLowerCase()
      .replace(/\s+of\s+/g, '_')
      .replace(/\s+/g, '_')
    if (!this.parameters.has(name)) {
      const now = evaluate(formula, this.scope())
      if (!now.ok) return this.cannot(now.why)
      this.parameters.set(name, { name, formula, standard: now.value.value })
    }
    return name
  }

  private uses(tool: string): string {
    const number = Number(tool.slice(1))
    const name = `uses_t${number}`
    const standard = toolsUsed(this.stage.job).includes(number) ? 1 : 0
    // No value of ours says it, so it is called with what holds for this job.
    this.parameters.set(name, { name, formula: String(standard), standard })
    return `${name} > 0`
  }

  private expression(node: SyntaxNode, text: string): string {
    const children = childrenOf(node)
    const part = (index: number) => this.expression(children.at(index) as SyntaxNode, text)
    const whole = textOf(node, text)
    switch (node.name) {
      case 'Number':
        return whole
      case 'Value':
        return this.settings.has(whole) ? whole : this.parameter(whole)
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
        return this.call(
          textOf(children[0] as SyntaxNode, text),
          children.slice(1).map(child => this.expression(child, text)),
        )
      default:
        return this.cannot(`“${whole}”`)
    }
  }

  private call(name: string, values: readonly string[]): string {
    if (name === 'min' || name === 'max') return `([${values.join(', ')}]|${name})`
    if (name === 'clamp') return `([[${values[0]}, ${values[1]}]|max, ${values[2]}]|min)`
    return `((${values[0]})|${name})`
  }

  private condition(node: SyntaxNode, text: string): string {
    const children = childrenOf(node)
    const part = (index: number) => this.condition(children.at(index) as SyntaxNode, text)
    const signs: Record<string, string> = { Below: '<', AtMost: '<=', Above: '>', AtLeast: '>=', Is: '==', IsNot: '!=' }
    switch (node.name) {
      case 'Comparison':
        return `${this.expression(children[0] as SyntaxNode, text)} ${signs[children[1]?.name ?? '']} ${this.expression(children.at(-1) as SyntaxNode, text)}`
      case 'Uses':
        return this.uses(textOf(children[1] as SyntaxNode, text))
      case 'Has':
        return this.has(textOf(children[1] as SyntaxNode, text)) ? '1 == 1' : '1 == 0'
      case 'AllGrouped':
        return `(${part(0)})`
      case 'Not':
        return `not (${part(1)})`
      case 'And':
        return `(${part(0)}) and (${part(-1)})`
      case 'Or':
        return `(${part(0)}) or (${part(-1)})`
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

  /** One line of the script as lines of the template. */
  write(raw: string, number: number): string | null {
    this.line = number
    const setting = settingLine(raw)
    if (setting) {
      const value = this.top(setting.body, 'Setting')
      this.settings.add(setting.name)
      return `{% set ${setting.name} = ${value} %}`
    }
    const guard = guardLine(raw)
    if (guard?.kind === 'end') return '{% endif %}'
    if (guard?.kind === 'when') return `{% if ${this.top(guard.condition, 'Condition')} %}`
    if (guard) return guard.condition === null ? '{% else %}' : `{% elif ${this.top(guard.condition, 'Condition')} %}`
    const [command = ''] = raw.split(';')
    if (/[{}]/.test(command)) this.cannot('curly brackets, which a macro takes for its own')
    if (command.trim() === '') return raw.trim() === '' ? null : raw.trim()
    let line = ''
    for (const part of inText(command.trimEnd()))
      line += part.kind === 'plain' ? part.text : `{(${this.top(part.text, 'Expression')})|round(3)}`
    return line
  }
}

/** Writes a script of this stage as one macro. A comment line stays one; comments behind commands go. */
export function toHostMacro(text: string, stage: Stage): HostMacro {
  const writer = new Writer(stage)
  const body = read(text).flatMap(({ raw, number }) => writer.write(raw, number) ?? [])
  const name = names[stage.moment]
  const parameters = [...writer.parameters.values()]
  const defaults = parameters.map(
    each => `{% set ${each.name} = params.${each.name.toUpperCase()}|default(${each.standard})|float %}`,
  )
  const config = [
    `[gcode_macro ${name}]`,
    `description: ${stage.moment} script of ${stage.printer.name}`,
    'gcode:',
    ...[...defaults, ...body].map(line => `  ${line}`),
    '',
  ].join('\n')
  const given = parameters.map(({ name: own, formula }) => {
    const value = /^-?[\d.]+$/.test(formula) ? formula : /^\w+$/.test(formula) ? `@${formula}` : `@(${formula})`
    return `${own.toUpperCase()}=${value}`
  })
  return { config, call: [name, ...given].join(' '), unsaid: writer.unsaid }
}

/** The line that calls a macro, in a vocabulary's words. */
export const callIn = (call: string, vocabulary: Vocabulary, stage: Stage): string => {
  const scope = scopeOf(worldOf(stage), stage.job.firstTool, new Map())
  return toTheirs(call, vocabulary, feature => scope.has(feature)).text
}
