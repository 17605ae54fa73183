// How two carriages work together: independently, one parked, or one repeating the other's moves.
import { type Command, hasLetter, numberOf, textOf } from '../gcode/line.ts'
import { aimNozzle } from '../machine/heaters.ts'
import type { Modes } from '../machine/state.ts'
import { record } from './record.ts'

const modes: readonly Modes['carriages'][] = ['single', 'auto-park', 'copied', 'mirrored']

function modeIn(command: Command): Modes['carriages'] | null {
  const givenMode = textOf(command, 'MODE')?.toUpperCase()
  if (givenMode) return givenMode === 'COPY' ? 'copied' : givenMode === 'MIRROR' ? 'mirrored' : 'single'
  if (hasLetter(command, 'CARRIAGE')) return 'single'
  return modes[numberOf(command, 'S') ?? -1] ?? null
}

export const carriages = record<'carriages'>({
  movesHead: false,
  book: { kind: 'changes tool', alsoCalled: 'dual carriage idex copy mirror duplicate' },
  run: (recorder, command) => {
    const mode = modeIn(command)
    if (mode === null) return
    recorder.set({ carriages: mode })
    const targetC = recorder.modes.nozzleTargets[0] ?? 0
    // From here on the second nozzle has the first one's target, plus R.
    if ((mode === 'copied' || mode === 'mirrored') && targetC > 0)
      aimNozzle(recorder, 1, targetC + (numberOf(command, 'R') ?? 0))
  },
  says: ({ command, after }) => {
    if (modeIn(command) === null) return null
    const which = textOf(command, 'CARRIAGE')
    return {
      single: which === null ? 'Each carriage works independently.' : `Carriage ${which} is the one that moves.`,
      'auto-park': 'One carriage prints while the other is parked.',
      copied: 'The second carriage copies the first: both heat, move and extrude.',
      mirrored: 'The second carriage mirrors the first: both heat, move and extrude.',
    }[after.carriages]
  },
  purpose: 'tool',
})
