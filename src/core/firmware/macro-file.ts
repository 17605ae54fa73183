// The macro-file family: the board runs macro files from its card, with conditions and expressions in G-code itself.
import {
  heating,
  keeping,
  motion,
  motors,
  origins,
  placesOnly,
  sounds,
  telling,
  tools,
  waitingForPeople,
} from './common.ts'
import { only, table } from './entries.ts'
import type { FirmwareFamily } from './spec.ts'
import { moving } from './tables/macro-file-machine.ts'
import { bed, flow, heatersHere } from './tables/macro-file-run.ts'

export const macroFile: FirmwareFamily = {
  family: 'macro-file',
  about: 'The board runs macro files from its card; conditions and expressions stand in G-code itself.',
  commands: table(
    motion.filter(({ name }) => name !== 'G28'),
    motors,
    heating,
    telling,
    only(keeping, 'M500 M501 M502 M503'),
    sounds,
    only(waitingForPeople, 'M0 M1 M600'),
    tools,
    origins,
    heatersHere,
    bed,
    flow,
    placesOnly,
    moving,
  ),
  coldestExtrudeC: 160,
  homingOrder: ['x', 'y', 'z'],
  phrases: {
    loadMesh: 'G29 S1',
    loadMeshNumber: number => `G29 S1 P"mesh-${number}.csv"`,
    probeBed: 'G29 S0',
  },
  waits: { windowC: 2.5, dwellS: 0 },
  fattestBeadMm2: () => null,
  mostBlends: null,
  flow: true,
  namesMayBeMacros: false,
}
