// Exports a script as a macro for a host's config file, with the line that calls it.

import type { Stage } from '../machine/state.ts'
import { momentFacts } from '../model/moment.ts'
import type { Untranslatable } from '../vocabulary/to-ours.ts'
import { type Call, type Dialect, givenFor, writeBody } from './macro-writer.ts'

/** The config section, the line that calls it in our values, and what can't be expressed. */
export type HostMacro = { config: string; call: Call; untranslatable: Untranslatable[] }

const template: Dialect = {
  variable: name => name,
  call(name, values) {
    if (name === 'min' || name === 'max') return `([${values.join(', ')}]|${name})`
    if (name === 'clamp') return `([[${values[0]}, ${values[1]}]|max, ${values[2]}]|min)`
    if (name === 'remainder') return `((${values[0]}) % (${values[1]}))`
    if (name === 'floor' || name === 'ceil') return `((${values[0]})|round(0, '${name}'))`
    // Halves are rounded up, as in our language; the host's own rounding goes to the even number.
    if (name === 'round') return `((${values[0]} + 0.5)|round(0, 'floor'))`
    return `((${values[0]})|${name})`
  },
  choose: (condition, so, otherwise) => `((${so}) if ${condition} else (${otherwise}))`,
  same: (one, other) => `((${one}) - (${other}))|abs < 0.000001`,
  not: condition => `not (${condition})`,
  and: 'and',
  or: 'or',
  truth: holds => (holds ? '1 == 1' : '1 == 0'),
  inLine: (expression, digits) =>
    digits === 0 ? `{(${expression} + 0.5)|round(0, 'floor')|int}` : `{(${expression})|round(${digits})}`,
  // A display would show 10.0 instead of 10.
  message: parts =>
    parts
      .map(part => {
        if ('text' in part) return part.text
        const { expression, digits } = part
        if (digits === 0) return `{(${expression} + 0.5)|round(0, 'floor')|int}`
        return `{(${expression})|int if (${expression})|int == (${expression}) else (${expression})|round(${digits})}`
      })
      .join(''),
  comment: line => (/[{}]/.test(line) ? line.replace(/[{}]/g, char => (char === '{' ? '(' : ')')) : line),
  set: (name, value) => `{% set ${name} = ${value} %}`,
  when: condition => `{% if ${condition} %}`,
  otherwiseWhen: condition => `{% elif ${condition} %}`,
  otherwise: '{% else %}',
  end: '{% endif %}',
  blocksKeep: false,
  comments: false,
  taken: /[{}]/,
}

/** Writes a script as one macro. Comment lines stay; comments after commands are removed. */
export function toHostMacro(text: string, stage: Stage): HostMacro {
  const { lines, parameters, untranslatable } = writeBody(text, stage, template)
  const name = `PRELUDE_${momentFacts[stage.moment].macro}`
  const defaults = parameters.map(
    each => `{% set ${each.name} = params.${each.name.toUpperCase()}|default(${each.standard})|float %}`,
  )
  const config = [
    `[gcode_macro ${name}]`,
    `description: ${stage.moment} script of ${stage.printer.name}`,
    'gcode:',
    ...[...defaults, ...lines].map(line => `  ${line}`),
    '',
  ].join('\n')
  const given = parameters.map(each => `${each.name.toUpperCase()}=${givenFor(each)}`)
  return { config, call: { head: name, given }, untranslatable }
}
