// Makes a probing that does not drip: the nozzle no warmer than the material bears, and its full heat only after.
import { specOf } from '../../firmware/spec.ts'
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
  written,
} from './maker.ts'

/** The bed's corner is kept clear by this much, mm. */
const cornerInsetMm = 2

function make(values: Values, surroundings: Surroundings): Made {
  const { stage, modes } = surroundings
  const { printer, firmware } = stage
  if (!printer.probe) return { ok: false, why: `${printer.name} has no probe.` }
  if (specOf(firmware, 'M109')?.effect.does !== 'heat') return { ok: false, why: 'This firmware heats no nozzle.' }
  const lift = numberIn(values, 'lift')
  const [x, y] = [printer.bed.x[0] + cornerInsetMm, printer.bed.y[0] + cornerInsetMm]
  const why = lift > 0 ? placed(surroundings, [['x', x], ['y', y], ['z', lift]]) : null // biome-ignore format: three places
  if (why) return { ok: false, why }
  const byMaterial = values.heat === 'material'
  const known = modes.homed.x && modes.homed.y && modes.homed.z
  const settle = numberIn(values, 'settle')
  return {
    ok: true,
    lines: [
      `M109 R${byMaterial ? '@ooze_safe' : written(numberIn(values, 'safe'))}`,
      ...(known ? [] : ['G28']),
      firmware.phrases.probeBed,
      ...(lift > 0 ? [`G1 Z${written(lift)} F600`, `G1 X${written(x)} Y${written(y)} F6000`] : []),
      `M109 S${byMaterial ? '@nozzle' : written(numberIn(values, 'full'))}`,
      ...(settle > 0 ? [`G4 S${written(settle)}`] : []),
    ],
  }
}

export const probeCool: Maker = {
  name: 'probe-cool',
  title: 'Probing without drips',
  purpose: 'feels the bed while the nozzle is too cool to drip, then gives it its full heat',
  parameters: ({ stage: { material } }) => [
    choice('heat', 'Temperatures of the', 'material', 'script'),
    onlyFor('heat', 'script', number('safe', 'While probing', '°C', 5, [0, 400], material.oozeSafeC)),
    onlyFor('heat', 'script', number('full', 'After it', '°C', 5, [0, 500], material.nozzleC)),
    number('lift', 'Heats over the corner, up', 'mm', 5, [0, 200], 10),
    number('settle', 'Then settles', 's', 1, [0, 600], 0),
  ],
  make,
}
