// A command belongs to a different firmware family.

import { families, familiesWith } from '../../firmware/families.ts'
import { specNamed } from '../../firmware/spec.ts'
import { listed } from '../../format.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ statements, stage }: Checked): Found[] {
  const { firmware } = stage
  return statements.flatMap(({ line, command, spec }): Found[] => {
    const { name } = command
    if (spec?.refused) return [{ line: line.number, severity: 'error', message: `${name}: ${spec.refused}` }]
    if (spec || stage.macros?.has(name)) return []
    const elsewhere = familiesWith(name, firmware.family)
    const other = elsewhere[0]
    if (!other) return []
    const does = specNamed(families[other], name)?.title ?? ''
    const message = `${name} (“${does}”) is a command of ${listed(elsewhere)} firmware. ${stage.printer.name} has ${firmware.family} firmware, which doesn’t know it.`
    return [{ line: line.number, message }]
  })
}

export const notInThisFamily = {
  name: 'not-in-this-family',
  group: 'firmware',
  severity: 'warning',
  title: 'A command of a different firmware family',
  why: 'A script that comes from a different printer uses that printer’s commands. This printer ignores those that it does not know, or stops there.',
  silentWhen: 'Silent for what you have taught. Boards of one family differ, so teach the command if yours knows it.',
  example: { text: 'G28\nBED_MESH_PROFILE LOAD=default\nM109 S200' },
  judgesLine: true,
  check,
} as const satisfies Rule
