// Makes a probing without ooze: the nozzle stays at the ooze-safe temperature until the bed is probed, and is heated
// fully afterwards.
import { axes } from '../../model/printer.ts'
import {
  choice,
  type Made,
  type Maker,
  number,
  numberIn,
  onlyFor,
  placed,
  type Surroundings,
  type Values,
} from './maker.ts'

/** Distance from the bed's corner, mm. */
const cornerInsetMm = 2

function make(values: Values, surroundings: Surroundings): Made {
  const { stage, modes } = surroundings
  const { printer, firmware } = stage
  if (!printer.probe) return { ok: false, why: `${printer.name} has no probe.` }
  const { phrases } = firmware
  const byMaterial = values.heat === 'material'
  const cool = phrases.waitFor('nozzle', byMaterial ? '@ooze_safe' : numberIn(values, 'safe'), null, true)
  const full = phrases.waitFor('nozzle', byMaterial ? '@nozzle' : numberIn(values, 'full'), null, false)
  const probing = phrases.probeBed()
  if (cool === null || full === null || probing === null)
    return { ok: false, why: 'This firmware has no command for it.' }
  const lift = numberIn(values, 'lift')
  const [x, y] = [printer.bed.x[0] + cornerInsetMm, printer.bed.y[0] + cornerInsetMm]
  const why = lift > 0 ? placed(surroundings, [['x', x], ['y', y], ['z', lift]]) : null // biome-ignore format: three places
  if (why) return { ok: false, why }
  const known = modes.homed.x && modes.homed.y && modes.homed.z
  const settle = numberIn(values, 'settle')
  const commands = [
    cool,
    ...(known ? [] : [phrases.home(axes)]),
    probing,
    ...(lift > 0 ? [phrases.move({ z: lift, f: 600 }), phrases.move({ x, y, f: 6000 })] : []),
    full,
    ...(settle > 0 ? [phrases.dwell(settle)] : []),
  ]
  return { ok: true, lines: commands.flatMap(line => line.split('\n')) }
}

export const probeCool: Maker = {
  name: 'probe-cool',
  title: 'Probing without ooze',
  purpose: 'probes the bed while the nozzle is below oozing, then heats it fully',
  aliases: 'mesh levelling leveling no drool stringing',
  parameters: ({ stage: { material } }) => [
    choice('heat', 'Temperatures of the', 'material', 'script'),
    onlyFor('heat', 'script', number('safe', 'While probing', '°C', 5, [0, 400], material.oozeSafeC)),
    onlyFor('heat', 'script', number('full', 'After it', '°C', 5, [0, 500], material.nozzleC)),
    number('lift', 'Heats over the corner, up', 'mm', 5, [0, 200], 10),
    number('settle', 'Then settles', 's', 1, [0, 600], 0),
  ],
  make,
}
