// Commands that several families share with the same meaning.
import type { Effect } from './effect.ts'
import {
  check,
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

export const arcLetters = [
  ...moving,
  num('I', 'centre from the start along X', 'mm'),
  num('J', 'centre from the start along Y', 'mm'),
  num('K', 'centre from the start along Z', 'mm'),
]
const arc = [...arcLetters, num('R', 'radius', 'mm'), num('P', 'whole turns', 'number')]
const target = num('S', 'to', '°C', [0, 500])
const targetBoth = num('R', 'to, waiting also while it cools', '°C', [0, 500])
const arcEffect = (clockwise: boolean): Effect => ({ does: 'arc', clockwise, byRadius: true })

export const motion: CommandSpec[] = [
  row('G0', 'Move', { does: 'move' }, moving, 'G0 X20 Y20 F6000'),
  row('G1', 'Move', { does: 'move' }, moving, 'G1 X120 Y20 E6 F1200'),
  row('G2', 'Move along an arc, clockwise', arcEffect(true), arc, 'G2 X60 Y60 I20 J0'),
  row('G3', 'Move along an arc, anticlockwise', arcEffect(false), arc, 'G3 X60 Y60 I0 J20'),
  row(
    'G4',
    'Wait (dwell)',
    { does: 'dwell', seconds: 'S', milliseconds: 'P' },
    [num('S', 'for', 's', [0, 86400]), num('P', 'for', 'ms')],
    'G4 S5',
  ),
  row('G20', 'Lengths in inches', { does: 'units', units: 'inch' }, [], 'G20'),
  row('G21', 'Lengths in millimetres', { does: 'units', units: 'mm' }, [], 'G21'),
  row(
    'G28',
    'Home',
    { does: 'home', turnsLevellingOff: true, file: null },
    [
      ...flags('XYZ'),
      flag('O', 'only axes that are not homed'),
      num('R', 'raise first', 'mm'),
      flag('W', 'without probing'),
    ],
    'G28 X Y',
    {
      notes: 'Turns bed levelling off on most boards; M420 S1 or a new probing turns it on again.',
    },
  ),
  row('G90', 'Absolute positions', { does: 'positioning', positioning: 'absolute', filamentToo: true }, [], 'G90'),
  row('G91', 'Relative positions', { does: 'positioning', positioning: 'relative', filamentToo: true }, [], 'G91'),
  row(
    'G92',
    'Set the position',
    { does: 'set-position' },
    [...each('XYZ', 'mm'), num('E', 'filament', 'mm')],
    'G92 E0',
  ),
  row('M82', 'Absolute extrusion', { does: 'extrusion-mode', extrusion: 'absolute' }, [], 'M82'),
  row('M83', 'Relative extrusion', { does: 'extrusion-mode', extrusion: 'relative' }, [], 'M83'),
  row(
    'M400',
    'Wait until the moves are done',
    { does: 'wait-for-moves' },
    [num('S', 'how', 'number'), num('P', 'how', 'number')],
    'M400',
  ),
  row(
    'M220',
    'Speed override',
    { does: 'feed-override' },
    [num('S', 'to', '%', [1, 999]), flag('B', 'back up the present one'), flag('R', 'restore what was backed up')],
    'M220 S80',
  ),
  row(
    'M221',
    'Flow override',
    { does: 'flow-override', unit: 'percent' },
    [num('S', 'to', '%', [1, 999]), tool],
    'M221 S95',
  ),
]

/** Commands for the plane of arcs. */
export const planes: CommandSpec[] = [
  row('G17', 'Arcs in the XY plane', { does: 'plane', plane: 'xy' }, [], 'G17'),
  row('G18', 'Arcs in the ZX plane', { does: 'plane', plane: 'zx' }, [], 'G18'),
  row('G19', 'Arcs in the YZ plane', { does: 'plane', plane: 'yz' }, [], 'G19'),
]

const motorsOff: Effect = { does: 'motors', on: false, axesApart: true }
const idle = num('S', 'after being idle for', 's')

export const motors: CommandSpec[] = [
  row('M17', 'Motors on', { does: 'motors', on: true, axesApart: true }, flags('XYZE'), 'M17'),
  row('M18', 'Motors off', motorsOff, [...flags('XYZE'), idle], 'M18'),
  row('M84', 'Motors off', motorsOff, [...flags('XYZE'), idle], 'M84 X Y E'),
]

export const heating: CommandSpec[] = [
  row('M104', 'Start heating the nozzle', heat('nozzle', false), [target, tool], 'M104 S150'),
  row('M109', 'Heat the nozzle and wait', heat('nozzle', true), [target, targetBoth, tool], 'M109 S205'),
  row('M140', 'Start heating the bed', heat('bed', false), [must('S', 'to', '°C')], 'M140 S60'),
  row('M190', 'Heat the bed and wait', heat('bed', true), [target, targetBoth], 'M190 S60'),
  row('M141', 'Start heating the chamber', heat('chamber', false), [must('S', 'to', '°C')], 'M141 S45'),
  row('M191', 'Heat the chamber and wait', heat('chamber', true), [target, targetBoth], 'M191 S45'),
  row(
    'M106',
    'Part fan on',
    { does: 'fan', on: true, speed: 'S', full: 255 },
    [num('S', 'speed', 'of 255', [0, 255]), num('P', 'fan number', 'number')],
    'M106 S128',
  ),
  row(
    'M107',
    'Part fan off',
    { does: 'fan', on: false, speed: 'S', full: 255 },
    [num('P', 'fan number', 'number')],
    'M107',
  ),
]

export const telling: CommandSpec[] = [
  row('M105', 'Report temperatures', report, [tool], 'M105'),
  row('M110', 'Set the line number', housekeeping, [num('N', 'to', 'number')], 'M110 N0'),
  row('M112', 'Emergency stop', { does: 'finish', file: null, stops: 'machine' }, [], 'M112', {
    notes: 'Everything stops at once, heaters and motors too; the machine must be restarted after it.',
  }),
  row('M114', 'Report the position', report, [], 'M114', { anyLetter: true }),
  row('M115', 'Report firmware and abilities', report, [], 'M115', { anyLetter: true }),
  row('M117', 'Show a message', { does: 'message', key: null }, [], 'M117 Warming up', { text: true }),
  row('M118', 'Send a message to the computer', report, [], 'M118 purge done', { text: true }),
  row('M119', 'Report the end stops', report, [], 'M119'),
]

export const limits: CommandSpec[] = [
  row(
    'M201',
    'Acceleration limits',
    { does: 'limits', of: 'acceleration', perSecond: 1 },
    each('XYZE', 'mm/s²'),
    'M201 X2000 Y1500',
  ),
  row('M203', 'Speed limits', { does: 'limits', of: 'speed', perSecond: 1 }, each('XYZE', 'mm/s'), 'M203 Z8'),
  row(
    'M204',
    'Acceleration',
    { does: 'move-acceleration', together: false },
    [
      num('P', 'while printing', 'mm/s²'),
      num('T', 'while travelling', 'mm/s²'),
      num('R', 'for retracting', 'mm/s²'),
      num('S', 'printing and travelling', 'mm/s²'),
    ],
    'M204 P800 T1200',
  ),
  row(
    'M205',
    'Jerk or junction deviation',
    { does: 'corners', speed: null },
    [
      ...each('XYZE', 'mm/s'),
      num('J', 'junction deviation', 'mm'),
      num('B', 'shortest segment', 'ms'),
      num('S', 'slowest printing', 'mm/s'),
      num('T', 'slowest travel', 'mm/s'),
    ],
    'M205 X8 Y8',
  ),
]

export const keeping: CommandSpec[] = [
  row('M500', 'Save the settings', settings('save'), [], 'M500'),
  row('M501', 'Load the saved settings', settings('load'), [], 'M501'),
  row('M502', 'Reset to factory settings', settings('reset'), [], 'M502'),
  row('M503', 'Report the settings', report, [flag('S', 'with explanations')], 'M503'),
  row('M504', 'Check the saved settings', check, [], 'M504'),
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

const stop: Effect = { does: 'pause', file: null, parks: false, seconds: 'S', milliseconds: 'P' }

export const waitingForPeople: CommandSpec[] = [
  row('M0', 'Stop until the person continues', stop, [num('S', 'at most', 's'), num('P', 'at most', 'ms')], 'M0 S30', {
    text: true,
  }),
  row('M1', 'Stop until the person continues', stop, [num('S', 'at most', 's'), num('P', 'at most', 'ms')], 'M1', {
    text: true,
  }),
  row(
    'M226',
    'Wait for a pin',
    { ...stop, seconds: null, milliseconds: null },
    [num('P', 'which pin', 'number'), num('S', 'state', 'number')],
    'M226 P3 S1',
  ),
  row(
    'M600',
    'Change the filament by hand',
    { does: 'change-filament', part: 'change', file: null },
    [
      ...ends,
      num('E', 'retract first', 'mm'),
      num('U', 'unload', 'mm'),
      num('L', 'load', 'mm'),
      num('B', 'beeps', 'number'),
      num('R', 'continue at', '°C'),
      tool,
    ],
    'M600',
  ),
]

export const retracting: CommandSpec[] = [
  row(
    'G10',
    'Retract by the set amount',
    { does: 'firmware-retract', back: true },
    [flag('S', 'long, for a tool change')],
    'G10',
  ),
  row('G11', 'Unretract', { does: 'firmware-retract', back: false }, [flag('S', 'long, after a tool change')], 'G11'),
]

export const tools: CommandSpec[] = [
  row(
    'T',
    'Select a tool',
    { does: 'tool', by: null, staysStill: 'S', files: false },
    [num('F', 'speed', 'mm/min'), flag('S', 'without moving')],
    'T1',
  ),
]

/** `G53` for machine coordinates, and the nine work offsets. */
export const workspaces: CommandSpec[] = [
  row('G53', 'Machine coordinates for this line', { does: 'machine-places' }, [], 'G53', {
    notes: 'Goes in front of a move on the same line; alone it does nothing.',
  }),
  ...['54', '55', '56', '57', '58', '59', '59.1', '59.2', '59.3'].map((name, number) =>
    row(`G${name}`, `Work offset ${number + 1}`, { does: 'workspace', number }, [], `G${name}`),
  ),
]

const countedApart = { notes: 'M82 and M83 select absolute or relative extrusion.' }

/** For firmware whose G90 and G91 change positions only, not extrusion. */
export const placesOnly: CommandSpec[] = [
  row(
    'G90',
    'Absolute positions',
    { does: 'positioning', positioning: 'absolute', filamentToo: false },
    [],
    'G90',
    countedApart,
  ),
  row(
    'G91',
    'Relative positions',
    { does: 'positioning', positioning: 'relative', filamentToo: false },
    [],
    'G91',
    countedApart,
  ),
]
