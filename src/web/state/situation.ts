// Passes a situation of a whole print to the Desk: the state of the machine in which a script begins.
import * as v from 'valibot'
import { MachineState } from '../../core/machine/state.ts'
import { Change } from '../../core/model/job.ts'

const memory = 'warm-prelude situation'

/** A layer, the tools of a change, and the state that the previous script left. */
export const Situation = v.object({
  layer: v.number(),
  change: v.nullable(Change),
  from: v.nullable(MachineState),
})
export type Situation = v.InferOutput<typeof Situation>

export function sendSituation(situation: Situation): void {
  try {
    sessionStorage.setItem(memory, JSON.stringify(situation))
  } catch {
    // If the browser's storage is full, the Desk uses the default state.
  }
}

/** The situation that was passed last; null if there is none or it can't be read. */
export function sentSituation(): Situation | null {
  try {
    const parsed = v.safeParse(Situation, JSON.parse(sessionStorage.getItem(memory) ?? 'null'))
    return parsed.success ? parsed.output : null
  } catch {
    return null
  }
}
