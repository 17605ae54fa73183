// What taught commands can be said to do, in words.
import type { TaughtEffect } from '../../core/model/taught.ts'

export const taughtWords: Record<TaughtEffect, string> = {
  harmless: 'nothing that matters to a rehearsal',
  'light-sound-fan': 'a light, a sound or a different fan',
  'heats-nozzle': 'heats the nozzle, doesn’t wait',
  'heats-bed': 'heats the bed, doesn’t wait',
  waits: 'waits until all heaters are warm',
  homes: 'homes all axes',
  levels: 'probes the bed and turns levelling on',
  moves: 'moves the head and comes back',
  'moves-filament': 'moves filament',
  'changes-tool': 'selects the tool that T names',
  opaque: 'takes so many seconds',
}
