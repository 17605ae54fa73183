// The purposes of lines: the kinds of passages (docs/contract.md), and a plain move, which joins its neighbours.
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

/** The purpose of one line; null for a line that joins its neighbours (a mode, a report, a filament reset). */
export type Purpose = PassageKind | 'move' | null
