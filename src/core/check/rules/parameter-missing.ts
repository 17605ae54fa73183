// A letter that needs a number and has none that a machine can take, or a command without a letter that it needs.
import { specOf } from '../../firmware/spec.ts'
import { hasLetter } from '../../gcode/line.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ lines, stage }: Checked): Found[] {
  return lines.flatMap((line): Found[] => {
    const { command } = line
    const spec = command && specOf(stage.firmware, command.name)
    if (!command || !spec || spec.text) return []
    const found: Found[] = []
    for (const word of command.words) {
      if (word.value !== null || word.formula !== null || word.quoted !== null) continue
      if (word.flaw === 'odd-character') continue
      const { letter, text } = word
      if (word.flaw === 'exponent')
        found.push({
          line: line.number,
          message: `“${text}” is not a number that printers take: they don’t know exponents. Write it out in full.`,
        })
      else if (word.flaw === 'not-a-number')
        found.push({
          line: line.number,
          message: `“${text}” is not a number. The machine takes ${letter} as absent or stops.`,
        })
      else if (spec.letters.find(each => each.letter === letter)?.number === 'needed')
        found.push({
          line: line.number,
          message: `${letter} needs a number after it and has none, so the machine takes it as zero or passes over it.`,
        })
    }
    const lacking = spec.letters.find(letter => letter.required && !hasLetter(command, letter.letter))
    if (lacking)
      found.push({
        line: line.number,
        message: `${command.name} needs ${lacking.letter} (${lacking.means}); without it nothing happens.`,
      })
    return found
  })
}

export const parameterMissing: Rule = {
  name: 'parameter-missing',
  group: 'firmware',
  severity: 'error',
  title: 'A number is missing or can’t be read',
  why: 'A letter without its number is taken as zero by some boards and passed over by others. Neither is what was meant.',
  not: 'Silent for values and formulas, which stand in place of a number.',
  example: { text: 'G28\nM420 S1\nM140' },
  check,
}
