// The host family: a small computer runs the machine from a config file. Besides G-code it has commands like NAME
// KEY=value.
import {
  arcLetters,
  heating,
  keeping,
  motion,
  motors,
  placesOnly,
  planes,
  retracting,
  telling,
  tools,
} from '../common.ts'
import { flag, heat, housekeeping, num, only, row, table, tool } from '../entries.ts'
import type { CommandSpec, FirmwareFamily } from '../spec.ts'
import { bed, temperatures } from './heat-bed.ts'
import { macros } from './macros.ts'
import { phrases } from './phrases.ts'
import { state } from './state.ts'

const target = num('S', 'to', '°C', [0, 500])
const bothWays = { notes: 'Waits both while it warms and while it cools.' }

/** Common commands that the host family reads differently. */
const otherwise: CommandSpec[] = [
  row(
    'G28',
    'Home',
    { does: 'home', turnsLevellingOff: false, file: null },
    [flag('X', 'X only'), flag('Y', 'Y only'), flag('Z', 'Z only')],
    'G28',
    {
      notes: 'A loaded mesh stays active.',
    },
  ),
  row('G4', 'Wait (dwell)', { does: 'dwell', seconds: null, milliseconds: 'P' }, [num('P', 'for', 'ms')], 'G4 P5000', {
    notes: 'Takes milliseconds (P) only; S is passed over, and it does not wait.',
  }),
  row('G20', 'Lengths in inches', housekeeping, [], 'G20', {
    refused: 'This firmware has no inches: it stops with an error.',
  }),
  row(
    'G2',
    'Move along an arc, clockwise',
    { does: 'arc', clockwise: true, byRadius: false },
    arcLetters,
    'G2 X60 Y60 I20 J0',
  ),
  row(
    'G3',
    'Move along an arc, anticlockwise',
    { does: 'arc', clockwise: false, byRadius: false },
    arcLetters,
    'G3 X60 Y60 I0 J20',
  ),
  row(
    'M109',
    'Heat the nozzle and wait',
    { ...heat('nozzle', true), coolingToo: [], both: true },
    [target, tool],
    'M109 S205',
    bothWays,
  ),
  row(
    'M190',
    'Heat the bed and wait',
    { ...heat('bed', true), coolingToo: [], both: true },
    [target],
    'M190 S60',
    bothWays,
  ),
  row('M18', 'Motors off', { does: 'motors', on: false, axesApart: false }, [], 'M18'),
  row('M84', 'Motors off', { does: 'motors', on: false, axesApart: false }, [], 'M84', {
    anyLetter: true,
    notes: 'Turns all motors off, whatever letters it has.',
  }),
]

export const host: FirmwareFamily = {
  family: 'host',
  commands: table(
    motion.filter(({ name }) => name !== 'M220' && name !== 'M221'),
    planes,
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
    otherwise,
    [
      row('M220', 'Speed override', { does: 'feed-override' }, [num('S', 'to', '%', [1, 999])], 'M220 S80'),
      row(
        'M221',
        'Flow override',
        { does: 'flow-override', unit: 'percent' },
        [num('S', 'to', '%', [1, 999])],
        'M221 S95',
      ),
    ],
  ),
  coldestExtrudeC: 170,
  homingOrder: ['x', 'y', 'z'],
  phrases,
  noToolAtStart: false,
  countsAtStart: () => 'absolute',
  toolsStandBy: false,
  toolNumbers: 'listed',
  severalOnALine: false,
  heatsToExtrude: true,
  originByHand: false,
  waitsIncludeCooling: true,
  waits: { windowC: 1, dwellS: 0 },
  fattestBeadMm2: nozzleMm => 4 * nozzleMm * nozzleMm,
  maxBlends: null,
  flow: false,
  namesMayBeMacros: true,
}
