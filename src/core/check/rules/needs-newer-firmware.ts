// This printer's firmware is too old for a command.
import { isOlder } from '../../firmware/version.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ statements, stage }: Checked): Found[] {
  const { version } = stage.printer.firmware
  return statements.flatMap(({ line, spec }): Found[] => {
    if (!spec?.since || !isOlder(version, spec.since)) return []
    const message = `${spec.name} (“${spec.title}”) exists since version ${spec.since}. ${stage.printer.name} has ${version}, which does not have it.`
    return [{ line: line.number, message }]
  })
}

export const needsNewerFirmware = {
  name: 'needs-newer-firmware',
  group: 'firmware',
  severity: 'warning',
  title: 'Needs a newer firmware',
  why: 'Older firmware ignores a command that it does not know, or stops. Either way the line does not do what it says.',
  silentWhen:
    'Uses the version in your printer’s description; “Identify a printer” in the command book reads it from the printer’s reply.',
  example: {
    text: 'G28\nM420 S1\nM593 F40',
    printer: { firmware: { family: 'board', version: '7.1', abilities: {} } },
  },
  judgesLine: true,
  check,
} as const satisfies Rule
