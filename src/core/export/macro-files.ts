// Exports a script as macro files for a board: one for the moment, or one for each tool of a tool change.

import type { Stage } from '../machine/state.ts'
import { type Moment, momentFacts } from '../model/moment.ts'
import type { MacroFile } from '../model/printer.ts'
import type { Untranslatable } from '../vocabulary/to-ours.ts'
import { type Call, callLine, type Dialect, givenFor, writeBody } from './macro-writer.ts'

/** A file, the line that calls it in our values, its stage, and what can't be expressed. */
export type MacroFileMade = MacroFile & { call: Call; stage: Stage; untranslatable: Untranslatable[] }

/** Letters that a call can use for values: those without another meaning. */
const letters = [...'ABCDEFHIJKLOQRSUVWXYZ']

/** An expression in brackets, rounded to some decimals; a name or number alone stays as it is. */
function rounded(expression: string, digits: number): string {
  if (/^[\w.]+$/.test(expression) && digits > 0) return `{${expression}}`
  const times = 10 ** digits
  return digits === 0 ? `{floor(${expression} + 0.5)}` : `{floor((${expression}) * ${times} + 0.5) / ${times}}`
}

const conditional: Dialect = {
  variable: name => `var.${name}`,
  call(name, values) {
    if (name === 'clamp') return `min(max(${values[0]}, ${values[1]}), ${values[2]})`
    if (name === 'remainder') return `mod(${values.join(', ')})`
    return name === 'round' ? `floor(${values[0]} + 0.5)` : `${name}(${values.join(', ')})`
  },
  choose: (condition, so, otherwise) => `(${condition} ? ${so} : ${otherwise})`,
  same: (one, other) => `abs((${one}) - (${other})) < 0.000001`,
  not: condition => `!(${condition})`,
  and: '&&',
  or: '||',
  truth: String,
  // A board accepts any number of decimals; degrees and speeds are whole numbers.
  inLine: (expression, digits) => (digits > 0 ? `{${expression}}` : rounded(expression, 0)),
  message: parts => {
    const joined = parts.map(part =>
      'text' in part ? `"${part.text.replaceAll('"', '""')}"` : rounded(part.expression, part.digits).slice(1, -1),
    )
    return `{${joined.join(' ^ ')}}`
  },
  comment: line => line,
  set: (name, value, again) => (again ? `set var.${name} = ${value}` : `var ${name} = ${value}`),
  when: condition => `if ${condition}`,
  otherwiseWhen: condition => `elif ${condition}`,
  otherwise: 'else',
  end: null,
  blocksKeep: true,
  comments: true,
  taken: null,
}

const nameOf = (moment: Moment, tool: number | null): string =>
  tool === null ? `prelude-${moment}.g` : `prelude-tool-${tool}.g`

/** Writes a script as macro files; a tool change has one for each tool of the printer. */
export function toMacroFiles(text: string, stage: Stage): MacroFileMade[] {
  if (momentFacts[stage.moment].tool !== 'changing') return [fileFor(text, stage, null)]
  return stage.printer.tools.map((_, tool) => fileFor(text, changingTo(stage, tool), tool))
}

/** The stage with a change to this tool, from the first tool or, if that is the same, a different one. */
export function changingTo(stage: Stage, tool: number): Stage {
  const { job } = stage
  const from = tool !== job.firstTool ? job.firstTool : tool === 0 ? 1 : 0
  const materials = Array.from(
    { length: Math.max(from, tool) + 1 },
    (_, each) => job.materials[each] ?? stage.material.name,
  )
  return { ...stage, job: { ...job, materials }, change: { from, to: tool } }
}

function fileFor(text: string, stage: Stage, tool: number | null): MacroFileMade {
  const { lines, parameters, untranslatable } = writeBody(text, stage, conditional)
  const name = nameOf(stage.moment, tool)
  const given = parameters.slice(0, letters.length)
  for (const each of parameters.slice(letters.length))
    untranslatable.push({
      line: 1,
      what: `@(${each.formula}), for a call has no letter left; it stays at ${each.standard}`,
    })
  const call = { head: `M98 P"${name}"`, given: given.map((each, i) => `${letters[i]}${givenFor(each)}`) }
  const values = parameters.map((each, i) => {
    const letter = letters[i]
    const value = letter ? `exists(param.${letter}) ? param.${letter} : ${each.standard}` : each.standard
    return `var ${each.name} = ${value}`
  })
  const header = [`; ${stage.moment} script of ${stage.printer.name}`, `; called with: ${callLine(call)}`]
  return { name, text: [...header, ...values, '', ...lines, ''].join('\n'), call, stage, untranslatable }
}
