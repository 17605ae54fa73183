// Macro-file family: how each effect is written.
import {
  amount,
  beepByNumber,
  common,
  heatByNumber,
  limitsByNumber,
  type Phrases,
  retractingByNumber,
} from '../phrases.ts'

export const phrases: Phrases = {
  ...common,
  ...heatByNumber('R'),
  ...limitsByNumber(60),
  ...retractingByNumber,
  dwell: seconds => `G4 S${amount(seconds)}`,
  probeBed: () => 'G29 S0',
  probePoint: () => 'G30',
  align: () => 'G32',
  levellingOff: () => 'G29 S2',
  loadMesh: number => (number === null ? 'G29 S1' : `G29 S1 P"mesh-${number}.csv"`),
  fan: share => `M106 S${amount(share)}`,
  motorsOff: letters =>
    ['M84', ...(letters ?? []).map(letter => (letter === 'e' ? 'E0' : letter.toUpperCase()))].join(' '),
  softLimits: on => `M564 S${on ? 1 : 0}`,
  coldExtrusion: allowed => `M302 P${allowed ? 1 : 0}`,
  flowPercent: percent => `M221 S${amount(percent)}`,
  // The family has no separate acceleration for retraction.
  acceleration: ({ print, travel }) => limitsByNumber(60).acceleration({ print, travel }),
  pressureAdvance: (factor, tool) => `M572 D${tool ?? 0} S${amount(factor)}`,
  pause: () => 'M226',
  resume: () => 'M24',
  changeFilament: () => 'M600',
  beep: beepByNumber,
  message: text => `M117 "${text}"`,
  blendOfTool: (tool, shares) => `M567 P${tool} E${shares.map(amount).join(':')}`,
  blendPart: () => null,
  keepBlend: () => null,
}
