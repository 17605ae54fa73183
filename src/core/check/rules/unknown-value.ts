// A placeholder has no value, or a formula can't be evaluated.

import { leavesWordOut } from '../../format.ts'
import { macroStorage } from '../../model/printer.ts'
import { isForeignFormula } from '../../resolve/foreign.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { linesOf, openMacros } from '../macros.ts'

function check({ lines, resolution, stage, trace }: Checked): Found[] {
  const known = stage.standIns ?? {}
  /** Placeholders with a value in the rehearsal are reported by `words-not-taught`. */
  const rehearsed = new Set(resolution.placeholders.map(({ text }) => text))
  // The host evaluates brackets in a template.
  const inTemplate = stage.opened !== undefined && !stage.firmware.flow
  const bracketed = (inTemplate ? [] : lines).flatMap((line): Found[] => {
    const word = line.command?.words.find(
      ({ formula }) =>
        formula !== null && isForeignFormula(formula, stage) && !(formula in known) && !rehearsed.has(formula),
    )
    if (!word || resolution.skipped.has(line.number)) return []
    const message = `“${word.formula}” is filled in by a slicer, and its value is unknown. ${leavesWordOut}`
    return [{ line: line.number, message }]
  })
  const ours = resolution.problems
    .filter(({ kind }) => kind === 'unknown' || kind === 'unreadable')
    .map(({ line, why, standIn }) => ({
      line,
      message: `${why} ${standIn === null ? leavesWordOut : `It is rehearsed with ${standIn} in its place.`}`,
    }))
  const troubles = trace.troubles.flatMap(({ kind, line, why }): Found[] =>
    kind === 'value'
      ? [{ line, message: why }]
      : kind === 'unseen'
        ? [{ line, message: `${why} Only the real machine can say.`, severity: 'advice' }]
        : [],
  )
  return [...bracketed, ...ours, ...templates(lines, stage), ...troubles, ...unsetVariables(stage)]
}

/** Template statements in a script of a host, such as `{% set bed = 60 %}`. */
function templates(lines: Checked['lines'], { opened, printer }: Checked['stage']): Found[] {
  if (opened || macroStorage(printer) !== 'config') return []
  return lines.flatMap(({ raw, number }) =>
    /^\s*\{%-?\s*(?:set|for|macro|do)\b/.test(raw)
      ? [
          {
            line: number,
            message: 'Templates run only inside the config’s macros. In a script the host can’t read this line.',
          },
        ]
      : [],
  )
}

/** Variables of other macros that those do not have; they always read as nothing. */
function unsetVariables(stage: Checked['stage']): Found[] {
  return openMacros(stage).flatMap(macro => {
    const aliases = [
      ...macro.gcode.matchAll(/set\s+(\w{1,60})\s{0,4}=\s{0,4}printer\[["']gcode_macro (\w{1,60})["']\]\s{0,4}-?%\}/g),
    ]
    const ways = aliases.map(([, alias = '', of = '']) => ({ before: `(?<![\\w.])${alias}`, of }))
    for (const [, of = ''] of macro.gcode.matchAll(/printer\[["']gcode_macro (\w{1,60})["']\]\./g))
      ways.push({ before: `gcode_macro ${of}["']\\]`, of })
    return ways.flatMap(({ before, of }) => {
      const owner = stage.macros?.get(of.toUpperCase())
      const read = new RegExp(`${before}\\.([a-z_]\\w{0,60})`, 'g')
      return linesOf(macro).flatMap(({ line, text }): Found[] =>
        [...text.matchAll(read)].flatMap(([, name = '']) =>
          owner && name in owner.variables
            ? []
            : [
                {
                  line,
                  message: owner
                    ? `${of} has no variable “${name}”, so its value is empty. Its section would need “variable_${name}”.`
                    : `There is no macro ${of} whose “${name}” can be read here.`,
                },
              ],
        ),
      )
    })
  })
}

export const unknownValue = {
  name: 'unknown-value',
  group: 'values',
  severity: 'warning',
  title: 'Unknown value',
  why: 'A rehearsal needs numbers. If the number behind a word or a formula is unknown, the line is rehearsed without it.',
  silentWhen: 'Silent for values of this script’s own settings.',
  example: { text: 'G28\nM420 S1\nM109 S@nozle' },
  judgesMacros: true,
  check,
} as const satisfies Rule
