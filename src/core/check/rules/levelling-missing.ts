// A start script does not set levelling, on a printer that could have it.
import { isUnknown } from '../../effects/meant-by.ts'
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { askWhetherLevels, levellingFixes, mayLevel } from '../levelling.ts'

function check(script: Checked): Found[] {
  const { trace, stage, rows } = script
  const { printer } = stage
  const home = rows.findLast(({ effect }) => effect?.does === 'home')
  const prints =
    rows.some(({ effect }) => effect?.does === 'heat' && effect.wait) ||
    script.steps.some(({ filamentMm }) => filamentMm > 0)
  if (!home || !prints || !(printer.probe || printer.storedMesh) || lastModes(trace).levelling !== 'unknown') return []
  const { loadMesh, probeBed } = stage.firmware.phrases
  if (loadMesh(null) === null && probeBed() === null) return []
  const maybe = mayLevel(script, 0)
  const unknown = rows.some(
    ({ effect, command }) =>
      (effect === null && isUnknown(command.name, stage)) || effect?.does === 'macro' || effect?.does === 'opaque',
  )
  if (unknown && !maybe) return []
  const message = `Homes here, but no line probes the bed or loads a saved mesh. ${printer.name} can level its bed; whether levelling is on depends on earlier scripts.`
  if (maybe) return [{ line: home.line, severity: 'advice', message: `${message} ${askWhetherLevels(maybe)}` }]
  return [{ line: home.line, message, fixes: levellingFixes(script, home.line) }]
}

export const levellingMissing = {
  name: 'levelling-missing',
  group: 'order',
  severity: 'warning',
  title: 'Nothing turns levelling on',
  why: 'On this family a mesh is used only after a line has loaded or measured it. Without one the first layer is printed as if the bed were perfectly flat.',
  silentWhen:
    'Advice only where a command of this machine’s own may do it by its name. Silent where another unknown command or macro may do it, in a script that does not home, on firmware without levelling, and in a part of a script that neither waits for a heater nor extrudes.',
  example: {
    text: 'G28\nM109 S200',
    printer: { firmware: { family: 'host', version: '12.0', abilities: {} } },
  },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
