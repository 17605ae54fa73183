// Relative positions are still on when the print goes on.
import { specOf } from '../../firmware/spec.ts'
import { lastModes } from '../../machine/trace.ts'
import { insertAfter, lastUsedLine } from '../../script/edits/lines.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ lines, commands, trace, stage }: Checked): Found[] {
  if (lastModes(trace).positioning !== 'relative') return []
  const last = commands.findLast(({ command }) => {
    const effect = specOf(stage.firmware, command.name)?.effect
    return effect?.does === 'positioning' && effect.positioning === 'relative'
  })
  if (!last) return []
  const filamentRelative = lastModes(trace).extrusion === 'relative'
  const back = insertAfter(lines, lastUsedLine(lines), 'G90')
  const fixes = [{ title: 'Count from the origin again (G90)', edits: [back] }]
  const note = filamentRelative
    ? ' G90 makes filament absolute too; a print that counts it relatively says M83 itself.'
    : ''
  const message = `Positions count from where the head is, from here to the end. The print’s first move to “X 100” would then go 100 mm further, not to 100.${note}`
  return [{ line: last.line, message, fixes }]
}

export const relativeLeftOn: Rule = {
  name: 'relative-left-on',
  group: 'motion',
  severity: 'error',
  title: 'Relative positions are left on',
  why: 'The print’s moves are places on the bed. Taken as distances they send the head off into its ends.',
  silentWhen: 'Silent when a later line goes back to places.',
  example: { text: 'G28\nM420 S1\nG91\nG1 Z5 F600' },
  moments: ['start', 'layer-change', 'tool-change', 'resume'],
  check,
}
