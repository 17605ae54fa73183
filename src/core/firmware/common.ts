// Commands that several families share with the same meaning.
import {
  each,
  ends,
  flag,
  flags,
  heat,
  housekeeping,
  moving,
  must,
  num,
  onOff,
  quiet,
  report,
  row,
  settings,
  tool,
} from './entries.ts'
import type { CommandSpec } from './spec.ts'

const arc = [
  ...moving,
  num('I', 'centre from the start along X', 'mm'),
  num('J', 'centre from the start along Y', 'mm'),
  num('R', 'radius', 'mm'),
  num('P', 'whole turns', 'number'),
]
const target = num('S', 'to', '°C', [0, 500])
const targetBoth = num('R', 'to, waiting also while it cools', '°C', [0, 500])

export const motion: CommandSpec[] = [
  row('G0', 'Move', { does: 'move' }, moving, 'G0 X20 Y20 F6000'),
  row('G1', 'Move', { does: 'move' }, moving, 'G1 X120 Y20 E6 F1200'),
  row('G2', 'Move along an arc, clockwise', { does: 'arc', clockwise: true }, arc, 'G2 X60 Y60 I20 J0'),
  row('G3', 'Move along an arc, anticlockwise', { does: 'arc', clockwise: false }, arc, 'G3 X60 Y60 I0 J20'),
  row(
    'G4',
    'Stand still for a time',
    { does: 'dwell', seconds: 'S', milliseconds: 'P' },
    [num('S', 'time', 's', [0, 86400]), num('P', 'time', 'ms')],
    'G4 S5',
  ),
  row('G20', 'Lengths in inches', { does: 'units', units: 'inch' }, [], 'G20'),
  row('G21', 'Lengths in millimetres', { does: 'units', units: 'mm' }, [], 'G21'),
  row(
    'G28',
    'Find zero',
    { does: 'home', turnsLevellingOff: true },
    [...flags('XYZ'), flag('O', 'only what is not yet known'), num('R', 'lift before', 'mm')],
    'G28 X Y',
    {
      notes: 'Turns bed levelling off on most boards; M420 S1 or a new probing turns it on again.',
    },
  ),
  row(
    'G90',
    'Positions count from the origin',
    { does: 'positioning', positioning: 'absolute', filamentToo: true },
    [],
    'G90',
  ),
  row(
    'G91',
    'Positions count from where the head is',
    { does: 'positioning', positioning: 'relative', filamentToo: true },
    [],
    'G91',
  ),
  row(
    'G92',
    'Call the present position something else',
    { does: 'set-position' },
    [...each('XYZ', 'mm'), num('E', 'filament', 'mm')],
    'G92 E0',
  ),
  row('M82', 'Filament counts from its zero', { does: 'extrusion-mode', extrusion: 'absolute' }, [], 'M82'),
  row('M83', 'Filament counts from the last move', { does: 'extrusion-mode', extrusion: 'relative' }, [], 'M83'),
  row('M400', 'Wait until the moves are done', { does: 'wait-for-moves' }, [], 'M400'),
  row(
    'M220',
    'Speed of every move',
    { does: 'feed-override' },
    [num('S', 'to', '%', [1, 999]), flag('B', 'remember'), flag('R', 'go back to what was remembered')],
    'M220 S80',
  ),
  row('M221', 'Filament of every move', { does: 'flow-override' }, [num('S', 'to', '%', [1, 999]), tool], 'M221 S95'),
]

export const motors: CommandSpec[] = [
  row('M17', 'Motors on', { does: 'motors', on: true }, flags('XYZE'), 'M17'),
  row('M18', 'Motors off', { does: 'motors', on: false }, [...flags('XYZE'), num('S', 'after idling for', 's')], 'M18'),
  row(
    'M84',
    'Motors off',
    { does: 'motors', on: false },
    [...flags('XYZE'), num('S', 'after idling for', 's')],
    'M84 X Y E',
  ),
]

export const heating: CommandSpec[] = [
  row('M104', 'Heat the nozzle, go on', heat('nozzle', false), [target, tool], 'M104 S150'),
  row('M109', 'Heat the nozzle and wait', heat('nozzle', true), [target, targetBoth, tool], 'M109 S205'),
  row('M140', 'Heat the bed, go on', heat('bed', false), [must('S', 'to', '°C')], 'M140 S60'),
  row('M190', 'Heat the bed and wait', heat('bed', true), [target, targetBoth], 'M190 S60'),
  row('M141', 'Heat the chamber, go on', heat('chamber', false), [must('S', 'to', '°C')], 'M141 S45'),
  row('M191', 'Heat the chamber and wait', heat('chamber', true), [target, targetBoth], 'M191 S45'),
  row(
    'M106',
    'Part fan on',
    { does: 'fan', on: true, speed: 'S', full: 255 },
    [num('S', 'speed', 'of 255', [0, 255]), num('P', 'which fan', 'number')],
    'M106 S128',
  ),
  row(
    'M107',
    'Part fan off',
    { does: 'fan', on: false, speed: 'S', full: 255 },
    [num('P', 'which fan', 'number')],
    'M107',
  ),
]

export const telling: CommandSpec[] = [
  row('M105', 'Report temperatures', report, [tool], 'M105'),
  row('M110', 'Set the line number', housekeeping, [num('N', 'to', 'number')], 'M110 N0'),
  row('M112', 'Stop everything at once', housekeeping, [], 'M112', {
    notes: 'An emergency stop: the machine must be started again after it.',
  }),
  row('M114', 'Report the position', report, [], 'M114', { anyLetter: true }),
  row('M115', 'Report firmware and abilities', report, [], 'M115'),
  row('M117', 'Show a message', { does: 'message', key: null }, [], 'M117 Warming up', { text: true }),
  row('M118', 'Send a message to the computer', report, [], 'M118 purge done', { text: true }),
  row('M119', 'Report the end stops', report, [], 'M119'),
]

export const limits: CommandSpec[] = [
  row(
    'M201',
    'Highest acceleration',
    { does: 'limits', of: 'acceleration', perSecond: 1 },
    each('XYZE', 'mm/s²'),
    'M201 X2000 Y1500',
  ),
  row('M203', 'Highest speed', { does: 'limits', of: 'speed', perSecond: 1 }, each('XYZE', 'mm/s'), 'M203 Z8'),
  row(
    'M204',
    'Acceleration',
    { does: 'move-acceleration' },
    [
      num('P', 'while printing', 'mm/s²'),
      num('T', 'while travelling', 'mm/s²'),
      num('R', 'of filament alone', 'mm/s²'),
      num('S', 'printing and travelling', 'mm/s²'),
    ],
    'M204 P800 T1200',
  ),
  row(
    'M205',
    'How sharply corners are taken',
    { does: 'corners', speed: null },
    [
      ...each('XYZE', 'mm/s'),
      num('J', 'corner deviation', 'mm'),
      num('B', 'shortest segment', 'ms'),
      num('S', 'slowest printing', 'mm/s'),
      num('T', 'slowest travel', 'mm/s'),
    ],
    'M205 X8 Y8',
  ),
]

export const keeping: CommandSpec[] = [
  row('M500', 'Keep the settings', settings, [], 'M500'),
  row('M501', 'Load the kept settings', settings, [], 'M501'),
  row('M502', 'Go back to the maker’s settings', settings, [], 'M502'),
  row('M503', 'Report the settings', report, [flag('S', 'with explanations')], 'M503'),
  row('M504', 'Check the kept settings', report, [], 'M504'),
]

export const sounds: CommandSpec[] = [
  row('M300', 'Beep', quiet('sound'), [num('S', 'pitch', 'Hz', [0, 20000]), num('P', 'for', 'ms')], 'M300 S880 P200'),
  row(
    'M150',
    'Colour of the lights',
    housekeeping,
    [
      num('R', 'red', 'of 255', [0, 255]),
      num('U', 'green', 'of 255', [0, 255]),
      num('B', 'blue', 'of 255', [0, 255]),
      num('W', 'white', 'of 255', [0, 255]),
      num('P', 'brightness', 'of 255', [0, 255]),
      num('I', 'which light', 'number'),
      num('S', 'which strip', 'number'),
    ],
    'M150 R255 U120 B40',
  ),
  row('M355', 'Case light', housekeeping, [onOff(), num('P', 'brightness', 'of 255', [0, 255])], 'M355 S1'),
]

export const waitingForPeople: CommandSpec[] = [
  row(
    'M0',
    'Stop until the person goes on',
    { does: 'pause' },
    [num('S', 'at most', 's'), num('P', 'at most', 'ms')],
    'M0 S30',
  ),
  row(
    'M1',
    'Stop until the person goes on',
    { does: 'pause' },
    [num('S', 'at most', 's'), num('P', 'at most', 'ms')],
    'M1',
  ),
  row(
    'M226',
    'Wait for a pin',
    { does: 'pause' },
    [num('P', 'which pin', 'number'), num('S', 'state', 'number')],
    'M226 P3 S1',
  ),
  row(
    'M600',
    'Change the filament by hand',
    { does: 'change-filament' },
    [
      ...ends,
      num('E', 'draw back first', 'mm'),
      num('U', 'unload', 'mm'),
      num('L', 'load', 'mm'),
      num('B', 'beeps', 'number'),
      num('R', 'go on at', '°C'),
      tool,
    ],
    'M600',
  ),
]

export const retracting: CommandSpec[] = [
  row(
    'G10',
    'Draw the filament back by the set amount',
    { does: 'firmware-retract', back: true },
    [flag('S', 'long, for a tool change')],
    'G10',
  ),
  row(
    'G11',
    'Push the filament forward again',
    { does: 'firmware-retract', back: false },
    [flag('S', 'long, after a tool change')],
    'G11',
  ),
]

export const tools: CommandSpec[] = [
  row(
    'T',
    'Take a tool',
    { does: 'tool', by: null },
    [num('F', 'speed', 'mm/min'), flag('S', 'without moving'), num('P', 'which macros to run', 'number')],
    'T1',
  ),
]

/** G53 for the machine’s own places, and the six origins that a script may choose from. */
export const origins: CommandSpec[] = [
  row('G53', 'Machine positions for this line', { does: 'origin' }, [], 'G53'),
  ...[54, 55, 56, 57, 58, 59].map((n, i) =>
    row(`G${n}`, `Origin ${i + 1}`, { does: 'origin' }, each('XYZ', 'mm'), `G${n}`),
  ),
]

const countedApart = { notes: 'Filament is counted as M82 or M83 says.' }

/** Where G90 and G91 speak of places only, and leave filament as it is counted. */
export const placesOnly: CommandSpec[] = [
  row(
    'G90',
    'Positions count from the origin',
    { does: 'positioning', positioning: 'absolute', filamentToo: false },
    [],
    'G90',
    countedApart,
  ),
  row(
    'G91',
    'Positions count from where the head is',
    { does: 'positioning', positioning: 'relative', filamentToo: false },
    [],
    'G91',
    countedApart,
  ),
]
