// Effects in a few words: moves the head, heats, waits … A command's sort is told in words, not by colour.
import type { Effect } from '../../../core/firmware/spec.ts'
import type { TaughtEffect } from '../../../core/firmware/teach.ts'

export function sortWords(effect: Effect): string {
  switch (effect.does) {
    case 'move':
    case 'arc':
    case 'park':
    case 'wipe':
      return 'moves the head'
    case 'firmware-retract':
    case 'change-filament':
    case 'mix':
      return 'moves the filament'
    case 'home':
    case 'probe':
    case 'probe-or-mesh':
    case 'probe-point':
    case 'align':
      return 'measures'
    case 'heat':
      return effect.wait ? 'heats and waits' : 'heats, goes on'
    case 'wait-for-heaters':
    case 'dwell':
    case 'wait-for-moves':
    case 'pause':
      return 'waits'
    case 'heaters-off':
    case 'fan':
    case 'motors':
      return 'switches'
    case 'tool':
      return 'changes tool'
    case 'message':
      return 'tells'
    case 'macro':
    case 'macro-file':
    case 'flow':
      return 'runs other lines'
    case 'opaque':
      return effect.seconds > 0 ? `takes about ${effect.seconds} s` : 'does something of its own'
    case 'nothing-shown':
      return {
        report: 'tells',
        sound: 'tells',
        settings: 'settings',
        tuning: 'fine tuning',
        housekeeping: 'housekeeping',
      }[effect.sort]
    default:
      return 'changes how lines are taken'
  }
}

export const taughtWords: Record<TaughtEffect, string> = {
  harmless: 'nothing that a rehearsal needs to show',
  'heats-nozzle': 'heats the nozzle and goes on',
  'heats-bed': 'heats the bed and goes on',
  waits: 'waits until what was told to heat is warm',
  homes: 'finds zero on all axes',
  levels: 'probes the bed and turns levelling on',
  moves: 'moves the head and comes back',
  'changes-tool': 'takes the tool that T names',
  opaque: 'takes a while; what it does is not known',
}
