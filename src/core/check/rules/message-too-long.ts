// A message does not fit on the display.
import { textOf } from '../../gcode/line.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ rows, stage }: Checked): Found[] {
  const columns = stage.printer.display?.columns
  if (columns === undefined) return []
  return rows.flatMap(({ line, effect, command }): Found[] => {
    if (effect?.does !== 'message') return []
    const shownText = (effect.key ? textOf(command, effect.key) : command.message) ?? ''
    // For quoted messages the display shows the text between the quotes.
    const text = stage.firmware.flow ? shownText.trim().replace(/^"(.*)"$/, '$1') : shownText
    if (text.length <= columns) return []
    const message = `“${text}” has ${text.length} characters; the display shows ${columns}: “${text.slice(0, columns)}”.`
    return [{ line, message }]
  })
}

export const messageTooLong = {
  name: 'message-too-long',
  group: 'firmware',
  severity: 'advice',
  title: 'A message too long for the display',
  why: 'The part that does not fit is cut off, or scrolls by too slowly to be read.',
  silentWhen: 'Uses the number of columns in your printer’s description. Silent for a printer without a display.',
  example: { text: 'M117 Warming the bed, please keep your fingers away' },
  check,
} as const satisfies Rule
