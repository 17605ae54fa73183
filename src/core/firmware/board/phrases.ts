// How the board family says things.
import { amount, common, heatByNumber, type Phrases, toolWord } from '../phrases.ts'

export const phrases: Phrases = {
  ...common,
  ...heatByNumber('R'),
  dwell: seconds => `G4 S${amount(seconds)}`,
  probeBed: () => 'G29',
  loadMesh: number => (number === null ? 'M420 S1' : `M420 S1 L${number}`),
  fan: share => (share > 0 ? `M106 S${Math.round(share * 255)}` : 'M107'),
  motorsOff: letters => ['M84', ...(letters ?? []).map(letter => letter.toUpperCase())].join(' '),
  softLimits: on => `M211 S${on ? 1 : 0}`,
  coldExtrusion: allowed => `M302 P${allowed ? 1 : 0}`,
  flowPercent: (percent, tool) => `M221 S${amount(percent)}${toolWord(tool)}`,
  blendPart: (input, share) => `M163 S${input} P${amount(share)}`,
  keepBlend: tool => `M164 S${tool}`,
}
