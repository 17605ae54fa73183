// Turns a number into a setting at the top of the script, wherever the same number means the same thing.

import { heaterOf } from '../../effects/heating.ts'
import { type Effect, specOf, type Unit } from '../../firmware/spec.ts'
import type { Unit as FormulaUnit } from '../../formula/evaluate.ts'
import { settingLine } from '../../formula/marks.ts'
import { textSpecs, valueSpecs } from '../../formula/values.ts'
import { type Line, placeOf, type Word } from '../../gcode/line.ts'
import { modesBefore } from '../../machine/trace.ts'
import { insertAfter, insertBefore, replacePiece } from './lines.ts'
import { numberAt } from './number-at.ts'
import { type Place, type Plan, type Rehearsed, refuse } from './plan.ts'

/** The number (by its offset), the setting's name, and the lines on which it stays a number. */
export type ToSetting = { offset: number; name: string; note: string; leave: readonly number[] }

type Meaning = { key: string; name: string; unit: FormulaUnit }

const units: Partial<Record<Unit, FormulaUnit>> = { mm: 'mm', '°C': '°C', s: 's', min: 'min', '%': '%', 'mm/min': 'mm/min' } // biome-ignore format: a short table

const moveNames: Record<string, string> = { X: 'x', Y: 'y', Z: 'z_height', E: 'filament', F: 'speed' }

/** What a number on a line means. Numbers with the same key and value mean the same. */
function meaningOf(script: Rehearsed, line: Line, word: Word): Meaning | null {
  const { commands, trace, stage } = script
  const command = line.command
  const spec = command && specOf(stage.firmware, command)
  if (!command || !spec) return null
  const unit = units[spec.letters.find(({ letter }) => letter === word.letter)?.unit ?? 'number'] ?? ''
  const effect: Effect = spec.effect
  if (effect.does === 'heat' && [...effect.targets, ...effect.coolingToo].includes(word.letter)) {
    const heater = heaterOf(command, effect)
    return { key: `heat ${heater}`, name: `${heater}_heat`, unit: '°C' }
  }
  if (effect.does === 'move' || effect.does === 'arc') {
    const row = commands.findIndex((each, index) => index < trace.rows.count && each.line === line.number)
    const modes = row < 0 ? trace.beginning.modes : modesBefore(trace, row)
    const counted = word.letter === 'E' ? modes.extrusion : word.letter === 'F' ? '' : modes.positioning
    return {
      key: `move ${word.letter} ${counted}`,
      name: moveNames[word.letter] ?? word.letter.toLowerCase(),
      unit: modes.units === 'inch' ? '' : unit,
    }
  }
  return { key: `${command.name} ${word.letter}`, name: `${command.name}_${word.letter}`.toLowerCase(), unit }
}

/** Every line where this number has the same meaning as at the first place. */
function samePlaces(script: Rehearsed, value: number, key: string): { line: Line; word: Word }[] {
  return script.lines.flatMap(line =>
    (line.command?.words ?? [])
      .filter(word => word.value === value && !word.flaw && meaningOf(script, line, word)?.key === key)
      .map(word => ({ line, word })),
  )
}

/** After existing settings, otherwise below the script's title, otherwise at the top. */
function declaration(lines: readonly Line[], firstUse: number, text: string) {
  const above = lines.slice(0, firstUse - 1)
  const last = above.findLast(line => line.kind === 'mark' && settingLine(line.raw))
  if (last) return insertAfter(lines, last.number, text)
  const title = lines.findIndex(({ kind }) => kind !== 'comment')
  return title > 0 && lines[title]?.kind === 'blank' ? insertAfter(lines, title, text) : insertBefore(lines, 1, text)
}

/**
 * Refused for an invalid name, one that is taken, and one of a value. The plan's `places` are all lines with the same
 * meaning; those in `leave` are not chosen.
 */
export function toSetting(script: Rehearsed, { offset, name, note, leave }: ToSetting): Plan {
  const { lines } = script
  const at = numberAt(lines, offset)
  const meaning = at && meaningOf(script, at.line, at.word)
  if (!at || !meaning) return refuse('Put the caret on a number of a command first.')
  const wanted = name.trim() || freeName(meaning.name, lines)
  if (!/^[A-Za-z_]\w*$/.test(wanted)) return refuse('A setting’s name is letters, figures and underscores.')
  const taken = whyTaken(wanted, lines)
  if (taken) return refuse(taken)
  const same = samePlaces(script, at.word.value, meaning.key)
  const chosen = same.filter(({ line }) => !leave.includes(line.number))
  const first = chosen[0]
  if (!first) return refuse('Choose at least one line.')
  // A setting's number has no plus sign.
  const value = `${at.word.text.slice(1).trim().replace(/^\+/, '')}${meaning.unit ? ` ${meaning.unit}` : ''}`
  const text = `;= ${wanted} = ${value}${note.trim() ? `   ${note.trim().replace(/\s+/g, ' ')}` : ''}`
  const places: Place[] = same.map(({ line, word }) => ({
    line: line.number,
    text: `${line.raw.trim()}`,
    word: word.text,
    chosen: !leave.includes(line.number),
  }))
  return {
    ok: true,
    title: `Make ${at.word.text} a setting, “${wanted}”`,
    edits: [
      declaration(lines, first.line.number, text),
      ...chosen.map(({ line, word }) => replacePiece(line, word, word.text.charAt(0) + named(line, word, wanted))),
    ],
    places,
  }
}

/** The setting's name as it is written in a line: in brackets if the following text would be read as part of it. */
function named(line: Line, word: Word, name: string): string {
  const next = line.raw[placeOf(line, word).to - line.from] ?? ''
  return /\w/.test(next) ? `@(${name})` : `@${name}`
}

const settingsIn = (lines: readonly Line[]): string[] =>
  lines.flatMap(line => (line.kind === 'mark' ? (settingLine(line.raw)?.name ?? []) : []))

const isValue = (name: string): boolean =>
  [...valueSpecs, ...textSpecs].some(spec => spec.name === name) || /^(?:true|false|none|choose)$/i.test(name)

function whyTaken(name: string, lines: readonly Line[]): string | null {
  if (isValue(name)) return `“${name}” is a value already. Give the setting another name.`
  return settingsIn(lines).includes(name) ? `There is a setting “${name}” already.` : null
}

function freeName(name: string, lines: readonly Line[]): string {
  const taken = settingsIn(lines)
  let free = isValue(name) ? `the_${name}` : name
  for (let count = 2; taken.includes(free); count++) free = `${name}_${count}`
  return free
}
