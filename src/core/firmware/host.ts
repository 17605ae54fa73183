// The host family: a small computer runs the machine from a config file; commands like NAME KEY=value beside G-code.
import { heating, keeping, motion, motors, placesOnly, retracting, telling, tools } from './common.ts'
import { flag, only, row, table } from './entries.ts'
import type { FirmwareFamily } from './spec.ts'
import { bed, temperatures } from './tables/host-heat-bed.ts'
import { macros } from './tables/host-macros.ts'
import { state } from './tables/host-state.ts'

const home = row(
  'G28',
  'Find zero',
  { does: 'home', turnsLevellingOff: false },
  [flag('X', 'X only'), flag('Y', 'Y only'), flag('Z', 'Z only')],
  'G28',
  { notes: 'A loaded bed mesh stays in force.' },
)

export const host: FirmwareFamily = {
  family: 'host',
  about:
    'A small computer runs it from a config file with [sections]; commands like NAME KEY=value, and macros with parameters.',
  commands: table(
    motion,
    motors,
    heating.filter(({ name }) => name !== 'M141' && name !== 'M191'),
    only(telling, 'M105 M110 M112 M114 M115 M117 M118 M119'),
    only(keeping, 'M503'),
    retracting,
    tools,
    temperatures,
    bed,
    placesOnly,
    state,
    macros,
    [home],
  ),
  coldestExtrudeC: 170,
  homingOrder: ['x', 'y', 'z'],
  phrases: {
    loadMesh: 'BED_MESH_PROFILE LOAD=default',
    loadMeshNumber: number => `BED_MESH_PROFILE LOAD=mesh_${number}`,
    probeBed: 'BED_MESH_CALIBRATE',
  },
  waits: { windowC: 1, dwellS: 0 },
  fattestBeadMm2: nozzleMm => 4 * nozzleMm * nozzleMm,
  mostBlends: null,
  flow: false,
  namesMayBeMacros: true,
}
