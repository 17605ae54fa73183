// How the macro-file family says things.
import { amount, common, heatByNumber, type Phrases } from '../phrases.ts'

export const phrases: Phrases = {
  ...common,
  ...heatByNumber('R'),
  dwell: seconds => `G4 S${amount(seconds)}`,
  probeBed: () => 'G29 S0',
  loadMesh: number => (number === null ? 'G29 S1' : `G29 S1 P"mesh-${number}.csv"`),
  fan: share => `M106 S${amount(share)}`,
  motorsOff: letters =>
    ['M84', ...(letters ?? []).map(letter => (letter === 'e' ? 'E0' : letter.toUpperCase()))].join(' '),
  softLimits: on => `M564 S${on ? 1 : 0}`,
  coldExtrusion: allowed => `M302 P${allowed ? 1 : 0}`,
  flowPercent: percent => `M221 S${amount(percent)}`,
  message: text => `M117 "${text}"`,
  blendPart: () => null,
  keepBlend: () => null,
}
