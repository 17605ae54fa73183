// Where another program’s words and branches are worked out: only a script that has any needs it.
import type { World } from '../formula/values.ts'
import type { Stage } from '../machine/state.ts'
import { onDemand } from '../on-demand.ts'
import type { AnotherProgram } from './another-program.ts'

export type OtherPrograms = {
  /** For one script: `words` are all that stand in its placeholders; `guards` is told for each line with a condition whether it held. */
  at: (
    world: World,
    stage: Stage,
    words: readonly string[],
    guards: Map<number, boolean>,
    tool: () => number,
  ) => AnotherProgram
}

export const [otherPrograms, bringOtherPrograms] = onDemand<OtherPrograms>('What reads other programs’ words')
