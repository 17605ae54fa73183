// The script stops before its end: a macro raises an error, a file aborts, the machine is stopped, or the job ends.
import { toolName } from '../../firmware/tools.ts'
import { celsius, listed } from '../../format.ts'
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { stopOf } from '../stop.ts'

function check(script: Checked): Found[] {
  const stop = stopOf(script)
  const { opened } = script.stage
  if (!stop) return []
  // In an open config, `unknown-command` reports templates that the host can't read.
  const unreadable = script.trace.troubles.some(({ kind, line }) => kind === 'config' && line === stop.line)
  if (opened && unreadable) return []
  // A macro that is open on the Desk is called with made-up values. It may refuse them on purpose, or need others.
  const severity = opened && stop.by !== 'refused' ? 'advice' : 'error'
  return [{ line: stop.line, severity, message: `${stop.why} No later line runs. ${describeHeaters(script)}` }]
}

/** Names the heaters that stay on, with their targets. */
function describeHeaters({ trace, stage }: Checked): string {
  const { nozzleTargets, bedTarget, chamberTarget } = lastModes(trace)
  const several = nozzleTargets.length > 1
  const heaters: [name: string, targetC: number][] = [
    ...nozzleTargets.map((targetC, tool): [string, number] => [
      several ? `the nozzle of ${toolName(stage.firmware, stage.printer, tool)}` : 'the nozzle',
      targetC,
    ]),
    ['the bed', bedTarget],
    ['the chamber', chamberTarget ?? 0],
  ]
  const on = heaters.filter(([, targetC]) => targetC > 0).map(([name, targetC]) => `${name} at ${celsius(targetC)}`)
  return on.length > 0 ? `It leaves ${listed(on)}.` : 'All heaters are off.'
}

export const stopsHere = {
  name: 'stops-here',
  group: 'order',
  severity: 'error',
  title: 'Stops here',
  why: 'The print ends at this line, and nothing of what follows runs. Heaters that are on stay on until somebody, or the firmware’s own timer, turns them off.',
  silentWhen:
    'Silent for a branch that is not taken, and where a script after the print ends the job. Conditions that only the real machine knows may be different there.',
  example: { text: 'M140 S60\nM112' },
  check,
} as const satisfies Rule
