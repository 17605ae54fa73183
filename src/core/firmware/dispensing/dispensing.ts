// The dispensing family: paste and multi-head machines. Heads are selected by M6, and amounts are volumes.
import { heating, motion, motors, planes, telling, workspaces } from '../common.ts'
import type { Effect } from '../effect.ts'
import { each, flag, heat, housekeeping, num, only, quiet, report, row, table, when } from '../entries.ts'
import type { Case, CommandSpec, FirmwareFamily } from '../spec.ts'
import { phrases } from './phrases.ts'

const head = num('T', 'which head', 'number', [10, 49])
/** Settings of a head without effect on a rehearsal. */
const configures = quiet('configuration')
const stop: Effect = { does: 'pause', file: null, parks: false, seconds: null, milliseconds: null }
const end: Effect = { does: 'finish', file: null, stops: 'program' }
const paste = (back: boolean): Effect => ({ does: 'firmware-retract', back })
const pasteLetters = [
  head,
  num('S', 'rate', 'number'),
  num('E', 'pulses', 'number'),
  num('P', 'wait', 'ms'),
  num('I', 'automatically', 'switch'),
]

/** With a rate or a number of pulses the command only changes settings. */
const tellsPaste = (title: string): Case[] => ['S', 'E', 'I'].map(letter => when(letter, null, title, configures))

const heads: CommandSpec[] = [
  row(
    'M6',
    'Select a head',
    { does: 'tool', by: 'T', staysStill: null, files: false },
    [{ ...head, required: true }, num('O', 'offset set', 'number'), ...each('XYZ', 'mm')],
    'M6 T11 O1 X0 Y0 Z0',
    { notes: 'The first figure is the carriage, the second the head on it; T10 means all heads of carriage 1.' },
  ),
  row('M620', 'Motors of a head on', housekeeping, [head, num('E', '1 for on', 'switch')], 'M620 T11 E1'),
  row('M621', 'Motors of a head off', housekeeping, [head], 'M621 T11'),
  row(
    'M221',
    'Flow of a head',
    { does: 'flow-override', unit: 'share' },
    [
      head,
      num('S', 'multiplier', 'number'),
      num('W', 'nozzle', 'mm'),
      num('P', 'pulses per µl', 'number'),
      num('Z', 'layer height', 'mm'),
    ],
    'M221 T11 S1 W0.8 Z0.5 P1297',
  ),
  row(
    'M229',
    'What E counts',
    { does: 'volumetric', diameter: 'D', switch: 'E', zeroIsOn: true },
    [num('E', '0 volume, 1 length', 'number'), num('D', 'diameter', 'mm'), head],
    'M229 E0 D0',
  ),
  row('M756', 'Layer height', configures, [num('S', 'to', 'mm', [0.01, 10]), head], 'M756 S0.5'),
  row('M757', 'Nozzle diameter', configures, [head, num('S', 'to', 'mm', [0.05, 10])], 'M757 T11 S0.8'),
  row(
    'M758',
    'Pulses per volume',
    configures,
    [head, num('S', 'to', 'number'), num('P', 'to', 'number')],
    'M758 T11 S1297',
  ),
  row('M721', 'Retract the paste', paste(true), pasteLetters, 'M721 T11 S5000 E2000 P0 I1', {
    cases: tellsPaste('Retraction of the paste'),
  }),
  row('M722', 'Prime the paste', paste(false), pasteLetters, 'M722 T11 S5000 E2000 P0 I1', {
    cases: tellsPaste('Prime of the paste'),
  }),
  row(
    'M350',
    'Microsteps of the motors',
    configures,
    [...each('XYZE', 'number'), head, num('P', 'to', 'number')],
    'M350 T11 P8',
  ),
  row('M772', 'Report interval', report, [num('S', 'every', 'ms')], 'M772 S500'),
  row('M790', 'Report that a layer begins', report, [num('S', 'layer', 'number')], 'M790 S1', { anyLetter: true }),
  row('M791', 'Report the layer’s height', report, [num('S', 'at', 'mm')], 'M791 S0.5', { anyLetter: true }),
  row('M104', 'Start heating a head', heat('nozzle', false), [num('S', 'to', '°C'), head], 'M104 T11 S40'),
  row(
    'M109',
    'Heat a head and wait',
    { ...heat('nozzle', true), coolingToo: [] },
    [num('S', 'to', '°C'), head],
    'M109 T11 S40',
  ),
  row(
    'M106',
    'Fan of a head on',
    { does: 'fan', on: true, speed: 'S', full: 100 },
    [head, num('S', 'speed', '%', [0, 100]), num('P', 'speed', '%')],
    'M106 T11 S50',
  ),
  row('M107', 'Fan of a head off', { does: 'fan', on: false, speed: 'S', full: 100 }, [head], 'M107 T11'),
  row('M0', 'Stop until the person continues', stop, [], 'M0', { text: true }),
  row('M1', 'Stop until the person continues', stop, [], 'M1', { text: true }),
  row('M2', 'The script ends here', end, [], 'M2'),
  row('M30', 'The script ends here', end, [], 'M30', { text: true }),
  row('M700', 'Hold the position', housekeeping, [num('S', 'for', 's')], 'M700 S1', { anyLetter: true }),
  row('M300', 'Beep', quiet('sound'), [num('S', 'pitch', 'Hz'), num('P', 'for', 'ms')], 'M300 S880'),
  row(
    'G28',
    'Home',
    { does: 'home', turnsLevellingOff: false, file: null },
    [flag('X', 'X only'), flag('Y', 'Y only'), flag('Z', 'Z only')],
    'G28 X Y',
  ),
  row(
    'G10',
    'Set a work offset',
    { does: 'set-workspace' },
    [num('L', '2 or 20', 'number'), num('P', 'which', 'number'), ...each('XYZ', 'mm')],
    'G10 L2 P1 X0 Y0',
  ),
]

export const dispensing: FirmwareFamily = {
  family: 'dispensing',
  commands: table(
    motion,
    planes,
    motors,
    only(heating, 'M140 M190'),
    only(telling, 'M105 M112 M114 M115 M117'),
    workspaces,
    heads,
  ),
  // Paste flows cold.
  coldestExtrudeC: 0,
  homingOrder: ['x', 'y', 'z'],
  phrases,
  noToolAtStart: false,
  countsAtStart: () => 'absolute',
  toolsStandBy: false,
  toolNumbers: 'by-carriage',
  severalOnALine: false,
  heatsToExtrude: false,
  originByHand: true,
  waitsIncludeCooling: false,
  waits: { windowC: 2, dwellS: 0 },
  fattestBeadMm2: () => null,
  maxBlends: null,
  flow: false,
  namesMayBeMacros: false,
}
