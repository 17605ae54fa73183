// A situation of a whole print on its way to the Desk, or from a Desk that was loaded again: what the machine is in when it begins.
import * as v from 'valibot'
import { MachineState } from '../../core/machine/state.ts'
import { Change } from '../../core/model/job.ts'

const memory = 'warm-prelude situation'

/** A layer, the tools that are changed between and what was handed on, as the Desk rehearses it. */
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
    // Without room for it the Desk takes what is usual.
  }
}

/** What was sent last; null where nothing was, or it can’t be read. */
export function sentSituation(): Situation | null {
  try {
    const parsed = v.safeParse(Situation, JSON.parse(sessionStorage.getItem(memory) ?? 'null'))
    return parsed.success ? parsed.output : null
  } catch {
    return null
  }
}
