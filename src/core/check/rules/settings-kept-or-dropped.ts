// Settings are saved, loaded or reset within a script.
import type { Does } from '../../firmware/effect.ts'
import { goesOnAfter } from '../../model/moment.ts'
import type { Checked, Found, Row, Rule } from '../finding.ts'
import { commentOut } from '../fixes.ts'

/** Changes by these commands would be saved or dropped with everything else. */
const changes: readonly Does[] = [
  'limits',
  'move-acceleration',
  'corners',
  'homed-offset',
  'tool-offset',
  'probe-offset',
  'retraction-settings',
]

function tell({ line, effect, source, command }: Row, earlier: Row | undefined, host: boolean): Found[] {
  if (effect?.does !== 'settings') return []
  const fixes = commentOut(source)
  if (effect.act === 'save') {
    if (host)
      return [
        { line, severity: 'error', message: `${command.name} restarts the firmware: the print stops here.`, fixes },
      ]
    if (!earlier) return []
    const message = `Saves the settings here, including the change on line ${earlier.line}, which is meant for this print only. From now on it applies to every print.`
    return [{ line, message, fixes }]
  }
  const what = effect.act === 'load' ? 'Loads the saved settings' : 'Resets the settings to the firmware’s defaults'
  const dropped = earlier ? ` The change on line ${earlier.line} is lost.` : ''
  const message = `${what} in the middle of the script.${dropped} On many boards this also resets levelling and offsets.`
  return [{ line, severity: earlier || effect.act === 'reset' ? 'warning' : 'advice', message, fixes }]
}

function check({ rows, stage }: Checked): Found[] {
  const host = stage.firmware.namesMayBeMacros
  let earlier: Row | undefined
  const found: Found[] = []
  for (const row of rows) {
    const { effect, command } = row
    if (effect?.does === 'settings') found.push(...tell(row, earlier, host))
    else if (effect && changes.includes(effect.does) && command.words.length > 0) earlier ??= row
  }
  return found
}

export const settingsKeptOrDropped = {
  name: 'settings-kept-or-dropped',
  group: 'state',
  severity: 'warning',
  title: 'Saves or reloads settings in the middle of a script',
  why: 'Saving stores all settings as they are at that line, including limits that are meant for this print only. Reloading drops everything that the script has set so far.',
  silentWhen:
    'Silent for saving a mesh right after probing if nothing else was changed. The other contents of the board’s memory are not known here.',
  example: { text: 'G28\nG29\nM204 P300\nM500\nM109 S200' },
  moments: ['start', ...goesOnAfter],
  check,
} as const satisfies Rule
