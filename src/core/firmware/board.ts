// The board family: a controller board that takes one command a line and keeps its settings with M500.
import {
  heating,
  keeping,
  limits,
  motion,
  motors,
  origins,
  retracting,
  sounds,
  telling,
  tools,
  waitingForPeople,
} from './common.ts'
import { table } from './entries.ts'
import type { FirmwareFamily } from './spec.ts'
import { machine } from './tables/board-machine.ts'
import { movingMore, probing } from './tables/board-motion.ts'
import { filament, printing } from './tables/board-print.ts'

export const board: FirmwareFamily = {
  family: 'board',
  about: 'The controller board takes one command a line; settings are kept with M500.',
  commands: table(
    motion,
    motors,
    heating,
    telling,
    limits,
    keeping,
    sounds,
    waitingForPeople,
    retracting,
    tools,
    origins,
    movingMore,
    probing,
    printing,
    filament,
    machine,
  ),
  coldestExtrudeC: 170,
  homingOrder: ['x', 'y', 'z'],
  phrases: {
    loadMesh: 'M420 S1',
    loadMeshNumber: number => `M420 S1 L${number}`,
    probeBed: 'G29',
  },
  waits: { windowC: 1, dwellS: 5 },
  fattestBeadMm2: () => null,
  mostBlends: 16,
  flow: false,
  namesMayBeMacros: false,
}
