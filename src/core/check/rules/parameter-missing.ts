// A letter lacks a valid number, or a command lacks a letter that it requires.
import { hasLetter, placeOf } from '../../gcode/line.ts'
import { machineNumber } from '../../gcode/number.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { heatings, letterZeros } from '../queries.ts'

/** Waits for a heater without a target. */
const waitsForNothing = (script: Checked): Found[] =>
  heatings(script).flatMap(({ row: { line, command, before }, heater, tool, targetC, waits }): Found[] => {
    const set =
      heater === 'bed' ? before.bedTarget : heater === 'nozzle' ? before.nozzleTargets[tool] : before.chamberTarget
    if (!waits || targetC !== null || command.words.some(({ formula }) => formula !== null) || (set ?? 0) > 0) return []
    const message = `Waits for the ${heater}, but no line has set a temperature. The machine continues at once, or waits for ever.`
    return [{ line, message }]
  })

/** Marks a value that is filled in later, by us, a slicer or the host. Examples: `@bed`, `[bed]`, `{params.T}`. */
const filledIn = /[@{[$%<#]/

/** Whether a key's value is a number, a list of numbers (`0.3:0.7`, `1,2`), or filled in later. */
const isNumbers = (value: string): boolean =>
  filledIn.test(value) || value.split(/[:,]/).every(each => each.trim() !== '' && machineNumber(each) !== null)

function check(script: Checked): Found[] {
  const missing = script.statements.flatMap(({ line, command, spec }): Found[] => {
    if (!spec || spec.text) return []
    const found: Found[] = []
    for (const word of command.words) {
      if (word.value !== null || word.formula !== null || word.quoted !== null) continue
      if (word.flaw === 'odd-character') continue
      const { letter, text } = word
      if (word.flaw === 'exponent')
        found.push({
          line: line.number,
          message: `“${text}” is not a number for printers: they do not read exponents. Write the number in full.`,
        })
      else if (word.flaw === 'not-a-number')
        found.push({
          line: line.number,
          message: `“${text}” is not a number. The machine ignores ${letter}, or stops.`,
        })
      else if (spec.letters.find(each => each.letter === letter)?.number === 'needed')
        found.push({
          line: line.number,
          message: `${letter} needs a number after it and has none, so the machine reads it as zero or ignores it.`,
        })
    }
    for (const { key, value, text } of command.keys) {
      if (spec.letters.find(({ letter }) => letter === key)?.number !== 'needed' || isNumbers(value)) continue
      found.push({ line: line.number, message: `“${text}” is not a number. The machine stops there with an error.` })
    }
    for (const { at, meant, piece } of letterZeros(line, spec))
      found.push({
        line: line.number,
        message: `“${at}” has the letter ${piece.letter} in its number; the machine stops reading there. Was ${meant} meant?`,
        fixes: [
          {
            title: `Write ${meant}`,
            edits: [{ ...placeOf(line, piece), insert: meant.slice(at.length - piece.text.length) }],
          },
        ],
      })
    const lacking = spec.letters.find(letter => letter.required && !hasLetter(command, letter.letter))
    if (lacking)
      found.push({
        line: line.number,
        message: `${command.name} needs ${lacking.letter} (${lacking.means}); without it nothing happens.`,
      })
    return found
  })
  return [...missing, ...waitsForNothing(script)]
}

export const parameterMissing = {
  name: 'parameter-missing',
  group: 'firmware',
  severity: 'error',
  title: 'A number is missing or can’t be read',
  why: 'Some boards read a letter without a number as zero, others ignore it. Neither is what was intended.',
  silentWhen: 'Silent for values and formulas, which are filled in later.',
  example: { text: 'G28\nM420 S1\nM140' },
  judgesLine: true,
  check,
} as const satisfies Rule
