// Dispensing family: how each effect is written.
import { amount, beepByNumber, common, type Phrases, toolWord } from '../phrases.ts'

export const phrases: Phrases = {
  ...common,
  dwell: seconds => `G4 S${amount(seconds)}`,
  probeBed: () => null,
  probePoint: () => null,
  align: () => null,
  loadMesh: () => null,
  levellingOff: () => null,
  heat: (heater, to, tool) =>
    heater === 'bed' ? `M140 S${amount(to)}` : heater === 'chamber' ? null : `M104${toolWord(tool)} S${amount(to)}`,
  waitFor: (heater, to, tool) =>
    heater === 'bed' ? `M190 S${amount(to)}` : heater === 'chamber' ? null : `M109${toolWord(tool)} S${amount(to)}`,
  fan: share => (share > 0 ? `M106 S${Math.round(share * 100)}` : 'M107'),
  motorsOff: letters => ['M84', ...(letters ?? []).map(letter => letter.toUpperCase())].join(' '),
  softLimits: () => null,
  coldExtrusion: () => null,
  feedPercent: percent => `M220 S${amount(percent)}`,
  flowPercent: (percent, tool) => `M221${toolWord(tool)} S${amount(percent / 100)}`,
  // Heads are numbered by carriage and position, which a formula of ours can't express.
  takeTool: tool => (typeof tool === 'string' ? null : `M6 T${tool}`),
  speedLimits: () => null,
  accelerationLimits: () => null,
  acceleration: () => null,
  pressureAdvance: () => null,
  // Its retraction command names a head and counts pulses.
  firmwareRetract: () => null,
  retraction: () => null,
  pause: () => 'M0',
  resume: () => null,
  changeFilament: () => null,
  beep: beepByNumber,
  blendOfTool: () => null,
  blendPart: () => null,
  keepBlend: () => null,
}
