// The dispensing family: paste and multi-head machines whose heads are selected by M6 and are told volumes and layer heights.
import { heating, motion, motors, origins, telling } from './common.ts'
import { each, flag, housekeeping, num, only, quiet, report, row, settings, table, tuning } from './entries.ts'
import type { CommandSpec, FirmwareFamily } from './spec.ts'

const head = num('T', 'which head', 'number', [10, 49])

const heads: CommandSpec[] = [
  row(
    'M6',
    'Take a head',
    { does: 'tool', by: 'T' },
    [{ ...head, required: true }, num('O', 'with the offsets kept under', 'number'), ...each('XYZ', 'mm')],
    'M6 T11 O1 X0 Y0 Z0',
    { notes: 'The first figure is the carriage, the second the place on it.' },
  ),
  row('M620', 'Motors of a head on', housekeeping, [head, num('E', '1 for on', 'switch')], 'M620 T11 E1'),
  row('M621', 'Motors of a head off', housekeeping, [head], 'M621 T11'),
  row(
    'M221',
    'Flow of a head',
    { does: 'flow-override' },
    [
      head,
      num('S', 'multiplier', 'of 1'),
      num('W', 'nozzle', 'mm'),
      num('P', 'pulses for a µl', 'number'),
      num('Z', 'layer height', 'mm'),
    ],
    'M221 T11 S1 W0.8 Z0.5 P1297',
  ),
  row(
    'M229',
    'What E counts',
    settings,
    [num('E', '0 volume, 1 length', 'number'), num('D', 'diameter', 'mm')],
    'M229 E0 D0',
  ),
  row('M756', 'Tell the layer height', settings, [num('S', 'to', 'mm', [0.01, 10]), head], 'M756 S0.5'),
  row('M757', 'Tell the nozzle', settings, [head, num('S', 'wide', 'mm', [0.05, 10])], 'M757 T11 S0.8'),
  row('M758', 'Tell the volume', settings, [head, num('S', 'left in the cartridge', 'µl')], 'M758 T11 S25000'),
  row(
    'M721',
    'Draw the paste back',
    { does: 'firmware-retract', back: true },
    [
      head,
      num('S', 'rate', 'number'),
      num('E', 'pulses', 'number'),
      num('P', 'stand for', 'ms'),
      num('I', 'by itself', 'switch'),
    ],
    'M721 T11 S5000 E2000 P0 I1',
  ),
  row(
    'M722',
    'Push the paste forward',
    { does: 'firmware-retract', back: false },
    [
      head,
      num('S', 'rate', 'number'),
      num('E', 'pulses', 'number'),
      num('P', 'stand for', 'ms'),
      num('I', 'by itself', 'switch'),
    ],
    'M722 T11 S5000 E2000 P0 I1',
  ),
  row(
    'M350',
    'Fine steps of the motors',
    settings,
    [...each('XYZE', 'number'), head, num('P', 'to', 'number')],
    'M350 T11 P8',
  ),
  row('M772', 'How often the machine reports', report, [num('S', 'every', 'ms')], 'M772 S500'),
  row('M790', 'Tell the computer that a layer begins', report, [num('S', 'layer', 'number')], 'M790 S1'),
  row('M791', 'Tell the computer the layer’s height', report, [num('S', 'at', 'mm')], 'M791 S0.5'),
  row(
    'M104',
    'Heat a head, go on',
    { does: 'heat', heater: 'nozzle', wait: false, targets: ['S'], coolingToo: [], tool: 'T' },
    [num('S', 'to', '°C'), head],
    'M104 T11 S40',
  ),
  row(
    'M109',
    'Heat a head and wait',
    { does: 'heat', heater: 'nozzle', wait: true, targets: ['S'], coolingToo: [], tool: 'T' },
    [num('S', 'to', '°C'), head],
    'M109 T11 S40',
  ),
  row(
    'M106',
    'Head’s fan on',
    { does: 'fan', on: true, speed: 'S', full: 100 },
    [head, num('S', 'speed', '%', [0, 100])],
    'M106 T11 S50',
  ),
  row('M107', 'Head’s fan off', { does: 'fan', on: false, speed: 'S', full: 100 }, [head], 'M107 T11'),
  row('M0', 'Stop until the person goes on', { does: 'pause' }, [], 'M0'),
  row('M30', 'The script ends here', housekeeping, [], 'M30', { text: true }),
  row('M700', 'Hold the machine’s place', housekeeping, [num('S', 'for', 's')], 'M700 S1'),
  row('M300', 'Beep', quiet('sound'), [num('S', 'pitch', 'Hz'), num('P', 'for', 'ms')], 'M300 S880'),
  row('G17', 'Arcs lie flat', tuning, [], 'G17'),
  row(
    'G28',
    'Find zero',
    { does: 'home', turnsLevellingOff: false },
    [flag('X', 'X only'), flag('Y', 'Y only'), flag('Z', 'Z only')],
    'G28 X Y',
  ),
]

export const dispensing: FirmwareFamily = {
  family: 'dispensing',
  about: 'Paste and multi-head machines: heads are selected by M6, volumes and layer height are told to the head.',
  commands: table(
    motion,
    motors,
    only(heating, 'M140 M190'),
    only(telling, 'M105 M112 M114 M115 M117'),
    origins,
    heads,
  ),
  // A paste needs no heat to flow.
  coldestExtrudeC: 0,
  homingOrder: ['x', 'y', 'z'],
  phrases: {
    loadMesh: 'G29 S1',
    loadMeshNumber: null,
    probeBed: 'G29',
  },
  waits: { windowC: 2, dwellS: 0 },
  fattestBeadMm2: () => null,
  mostBlends: null,
  flow: false,
  namesMayBeMacros: false,
}
