// The text is the config of a printer, pasted as a script.
import { looksLikeConfig } from '../../macros/config.ts'
import type { Checked, Found, Rule } from '../finding.ts'

/** While it finds something, it is the only rule that counts (check.ts): the lines are no script. */
function check({ lines, stage }: Checked): Found[] {
  if (stage.opened || !looksLikeConfig(lines.map(({ raw }) => raw))) return []
  const message =
    'This is the config of a printer, not a script: its macros run when a script calls them. Add it under Macros; there it can be opened, read and rehearsed.'
  return [{ line: 1, message }]
}

export const configInScript = {
  name: 'config-in-script',
  group: 'firmware',
  severity: 'warning',
  title: 'A config instead of a script',
  why: 'A host reads sections such as [gcode_macro START] only in its config. As lines of a script it does not know them.',
  silentWhen: 'Silent for a text with less than a whole section of a config.',
  example: { text: '[gcode_macro TIDY_UP]\ngcode:\n  G28\n  M84' },
  check,
} as const satisfies Rule
