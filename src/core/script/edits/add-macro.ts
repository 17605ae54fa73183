// Adds a macro that the family offers to the end of the open config.
import { macroTexts } from '../../firmware/macro-texts.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

export function addMacro({ text, lines, stage }: Rehearsed, name: string): Plan {
  const offered = macroTexts[stage.printer.firmware.family]?.find(each => each.name === name)
  if (!offered) return refuse('This firmware has no such macro.')
  if (!stage.opened) return refuse('A macro goes into a config: open one of the printer’s files on the Desk.')
  const made = offered.text(stage.printer)
  const names = made.flatMap(line => /^\[gcode_macro (\w+)\]$/.exec(line)?.[1] ?? [])
  const taken = names.find(each => stage.macros?.has(each))
  if (taken) return refuse(`There is a macro ${taken} already. Change that one.`)
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  const gap = text === '' || text.endsWith(ending + ending) ? '' : text.endsWith(ending) ? ending : ending + ending
  // The part that the host saved stays at the end of the file.
  const saved = text.search(/^#\*#/m)
  const at = saved < 0 ? text.length : saved
  const insert = `${saved < 0 ? gap : ''}${made.join(ending)}${ending}${saved < 0 ? '' : ending}`
  return { ok: true, title: `Add: ${offered.title.toLowerCase()}`, edits: [{ from: at, to: at, insert }] }
}
