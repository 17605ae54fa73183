// Explains a macro's own lines: branches and parameters of its template, and the commands between them.
import { sayFromTable } from '../effects/table-words.ts'
import { specOf } from '../firmware/spec.ts'
import { readLine, splitLines } from '../gcode/read.ts'
import type { Stage } from '../machine/state.ts'
import type { Trouble } from '../machine/trace.ts'
import type { Macro } from '../macros/config.ts'
import { insideTag, templateParts } from '../macros/tags.ts'
import type { MacroFile } from '../model/printer.ts'
import { rehearseLines } from '../resolve/resolve.ts'

/** A line of a macro; `depth` is the number of branches and loops around it. */
export type MacroLine = { number: number; text: string; says: string; depth: number }

/** The lines of a host's macro. `number` counts in the whole config if its first line is given. */
export function explainMacro({ gcode, gcodeLine }: Macro, stage: Stage): MacroLine[] {
  let depth = 0
  return linesIn(gcode, gcodeLine).map(({ number, text }) => {
    const parts = [...templateParts(text)]
    const tags = parts.flatMap(part => (part.kind === 'tag' ? insideTag(part.text) : []))
    const plain = parts
      .map(part => (part.kind === 'plain' ? part.text : ''))
      .join('')
      .trim()
    const closes = tags.filter(tag => /^(?:end|el)/.test(tag)).length
    const opens = tags.filter(tag => /^(?:if|for|el)/.test(tag)).length
    depth = Math.max(0, depth - closes)
    const line = { number, text, depth, says: [...tags.map(sayTag), sayPlain(plain, stage)].filter(Boolean).join(' ') }
    depth += opens
    return line
  })
}

/** The lines of a board's macro file. */
export function explainFile({ text }: MacroFile, stage: Stage): MacroLine[] {
  return linesIn(text, 1).map(line => {
    const depth = Math.floor(line.text.search(/\S|$/) / 2)
    return { ...line, text: line.text.trim(), depth, says: sayPlain(line.text.trim(), stage) }
  })
}

const linesIn = (text: string, from: number): { number: number; text: string }[] =>
  splitLines(text).flatMap(({ raw }, i) => (raw.trim() ? [{ number: from + i, text: raw.trimEnd() }] : []))

/** Reads `set x = params.X|default(60)|float`: name, key and default. */
function givenIn(tag: string): { name: string; key: string; otherwise: string | undefined } | null {
  const [, name, key, rest] = /^set\s+(\w+)\s*=\s*params\.(\w+)(?!\w)(.*)$/s.exec(tag) ?? []
  if (!name || !key || rest === undefined) return null
  const [first, ...filters] = rest.split('|').map(each => each.trim())
  if (first !== '' || !filters.every(filter => /^\w+(?:\(.*\))?$/s.test(filter))) return null
  const otherwise = filters.find(filter => filter.startsWith('default('))
  return { name, key, otherwise: otherwise?.slice('default('.length, -1).trim() }
}

function sayTag(tag: string): string {
  const given = givenIn(tag)
  if (given) {
    const { name, key, otherwise } = given
    const without = otherwise === undefined ? '' : `, or ${otherwise} where it is not given`
    return `Takes ${key} from the line that calls it${without}; it is ${name} from here on.`
  }
  const [, word = '', rest = ''] = /^(\w+)\s*(.*)$/.exec(tag) ?? []
  switch (word) {
    case 'set':
      return `From here on ${rest.split('=').slice(0, 1).join('').trim()}${rest.includes('=') ? ` is ${rest.slice(rest.indexOf('=') + 1).trim()}` : ''}.`
    case 'if':
      return `The lines up to its end run only when ${rest}.`
    case 'elif':
      return `Otherwise, these lines run when ${rest}.`
    case 'else':
      return 'These lines run when nothing above held.'
    case 'endif':
      return 'The branch ends here.'
    case 'for':
      return `Repeats the lines up to its end for ${rest}.`
    case 'endfor':
      return 'The repeating ends here.'
    default:
      return `“${word}” is not something that a macro may do here.`
  }
}

function sayPlain(text: string, stage: Stage): string {
  const { command } = readLine(text)
  if (!command) return ''
  const macro = specOf(stage.firmware, command) ? undefined : stage.macros?.get(command.name)
  return macro ? `Runs the macro ${macro.name}.` : sayFromTable(command, stage)
}

/**
 * A part of a host's macro that can't be evaluated when the macro is called by itself: its line in the config, and the
 * reason.
 */
export type MacroTrouble = NonNullable<Trouble['inConfig']>

/** Each once, by line, including those that a call's parameters would solve. */
export function troublesIn(stage: Stage): MacroTrouble[] {
  const found = new Map<string, MacroTrouble>()
  const all = new Map([...(stage.macros ?? []), ...(stage.delayed ?? [])])
  for (const name of all.keys())
    for (const { inConfig } of rehearseLines([readLine(name)], { ...stage, macros: all }).trace.troubles)
      if (inConfig) found.set(`${inConfig.line} ${inConfig.why}`, inConfig)
  return [...found.values()].sort((a, b) => a.line - b.line)
}
