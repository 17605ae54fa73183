// What a line can be for: the kinds of passages (contract.md), and a plain move, which goes along with its neighbours.
export const passageKinds = [
  'setup',
  'message',
  'firmware-check',
  'heat',
  'heat-wait',
  'soak',
  'home',
  'align',
  'probe',
  'levelling',
  'z-offset',
  'purge-line',
  'purge-spot',
  'wipe',
  'prime',
  'retract',
  'park',
  'present',
  'cool-down',
  'motors-off',
  'fan',
  'limits',
  'tool',
  'mix',
  'origin',
  'other',
] as const
export type PassageKind = (typeof passageKinds)[number]

/** What one line is for, or null for a line that goes along with its neighbours (a mode, a report, a filament reset). */
export type Purpose = PassageKind | 'move' | null
