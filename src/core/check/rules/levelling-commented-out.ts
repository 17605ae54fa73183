// Levelling is off, and the line that would turn it on or probe the bed is commented out.
import { effectOf } from '../../firmware/spec.ts'
import { lastModes } from '../../machine/trace.ts'
import { wake } from '../../script/edits/lines.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { commentedOutLevelling, turnedOff } from '../levelling.ts'

function check(script: Checked): Found[] {
  if (lastModes(script.trace).levelling !== 'off') return []
  const off = turnedOff(script)
  const commentedOut = off && commentedOutLevelling(script, off.line)
  if (!commentedOut) return []
  const { line, inner } = commentedOut
  const probes = inner.command !== null && effectOf(script.stage.firmware, inner.command)?.does === 'probe'
  const would = probes ? 'measure the bed' : 'turn bed levelling on'
  const how = off.byHoming ? `homing on line ${off.line} turned it off` : `line ${off.line} turned it off`
  const message = `This line would ${would}, but it is commented out. The print begins without levelling: ${how}.`
  return [{ line: line.number, message, fixes: [{ title: 'Put this line back', edits: [wake(line, inner)] }] }]
}

export const levellingCommentedOut = {
  name: 'levelling-commented-out',
  group: 'order',
  severity: 'error',
  title: 'The levelling line is commented out',
  why: 'A line that begins with “;” does nothing. People comment out the probing for one hurried print, forget it, and then wonder about the first layer.',
  silentWhen: 'Silent when a different line turns levelling on, or nothing turned it off.',
  example: { text: 'G28\n;M420 S1 ; use the saved mesh\nM109 S200' },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
