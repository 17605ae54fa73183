// Returns the machine's state after a rehearsal, from which the next rehearsal can start.

import type { Ooze } from './ooze.ts'
import type { MachineState, Stage } from './state.ts'
import { followersAt, temperatureAt } from './temperature.ts'
import { counterAfter, lastModes, type Trace } from './trace.ts'

export function stateAfter(trace: Trace, ooze: Ooze, { printer }: Stage): MachineState {
  const { totalS, nozzles, bed, chamber, left, rows } = trace
  return {
    filament: counterAfter(trace, rows.count - 1),
    modes: lastModes(trace),
    heat: {
      nozzlesC: nozzles.map(each => temperatureAt(each, totalS)),
      bedC: temperatureAt(bed, totalS),
      bedFollowsC: followersAt(bed, totalS),
      chamberC: chamber && printer.heaters.chamber ? temperatureAt(chamber, totalS) : null,
    },
    tips: ooze.tips,
    ...left,
  }
}
