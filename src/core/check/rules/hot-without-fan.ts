// The hot end's own fan, or the power supply, is switched off while the nozzle is hot.
import { celsius } from '../../format.ts'
import { numberOf, textOf } from '../../gcode/line.ts'
import { temperatureAt } from '../../machine/temperature.ts'
import type { Checked, Found, Row, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'

/** Below this temperature nothing in the hot end is soft, °C. */
const coolC = 60

/** Describes a line that turns off a fan other than the part fan, or the power supply; null for other lines. */
function takesTheAir({ command, effect }: Row): string | null {
  if (effect?.does === 'power') return effect.on || numberOf(command, 'S') === 1 ? null : 'Switches the supply off'
  if (effect?.does === 'fan' && (numberOf(command, 'P') ?? 0) > 0) {
    const off = !effect.on || numberOf(command, effect.speed) === 0
    return off ? `Turns fan ${numberOf(command, 'P')} off` : null
  }
  const fan = textOf(command, 'FAN')?.toLowerCase() ?? ''
  return /hot|nozzle|extruder|heat/.test(fan) && numberOf(command, 'SPEED') === 0 ? `Turns the fan “${fan}” off` : null
}

function check(script: Checked): Found[] {
  const { rows, trace } = script
  const maybe = rows.filter(
    ({ effect, command }) => effect?.does === 'power' || effect?.does === 'fan' || command.keys.length > 0,
  )
  return maybe.flatMap((row): Found[] => {
    const what = takesTheAir(row)
    const nozzle = trace.nozzles[Math.max(0, row.after.tool)]
    if (what === null || !nozzle) return []
    const at = temperatureAt(nozzle, row.endS)
    if (at <= coolC) return []
    const message = `${what} with the nozzle still at ${celsius(at)}. Without its fan heat creeps up the hot end, and filament softens and jams where it should stay hard.`
    const wait = script.stage.firmware.phrases.waitFor('nozzle', coolC - 10, null, true)
    const fixes = putBefore(script, row.line, wait, 'Wait until it is cool')
    return [{ line: row.line, message, fixes }]
  })
}

export const hotWithoutFan = {
  name: 'hot-without-fan',
  group: 'end',
  severity: 'warning',
  title: 'The hot end is hot and its fan is off',
  why: 'The hot end’s own fan keeps the filament above it hard. If it is off while the hot end is hot, the filament swells and jams.',
  silentWhen:
    'Which fan cools the hot end differs from printer to printer: any fan except the part fan is assumed to. If yours is a different one, ignore this.',
  example: { text: 'G91\nG1 Z5 F600\nG90\nG1 X0 Y200 F6000\nM104 S0\nM140 S0\nM107\nM84\nM81', moment: 'end' },
  moments: ['end', 'cancel'],
  check,
} as const satisfies Rule
