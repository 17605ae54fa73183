// Board family: moving, homing’s company, probing and levelling.
import { each, flag, flags, housekeeping, moving, num, onOff, row, settings, tuning } from '../entries.ts'
import type { CommandSpec } from '../spec.ts'

const slot = (letter: string) => num(letter, 'slot', 'number', [0, 15])

export const movingMore: CommandSpec[] = [
  row(
    'G5',
    'Move along a curve',
    { does: 'move' },
    [
      ...moving,
      num('I', 'first handle along X', 'mm'),
      num('J', 'first handle along Y', 'mm'),
      num('P', 'second handle along X', 'mm'),
      num('Q', 'second handle along Y', 'mm'),
    ],
    'G5 X60 Y60 I0 J20 P0 Q-20',
  ),
  row(
    'G12',
    'Wipe the nozzle',
    { does: 'wipe' },
    [
      num('P', 'pattern', 'number'),
      num('S', 'strokes', 'number'),
      num('R', 'radius', 'mm'),
      num('T', 'teeth', 'number'),
      ...flags('XYZ'),
    ],
    'G12 P0 S3',
  ),
  row('G17', 'Arcs lie flat', tuning, [], 'G17'),
  row('G18', 'Arcs stand along X', tuning, [], 'G18'),
  row('G19', 'Arcs stand along Y', tuning, [], 'G19'),
  row('G26', 'Print a mesh to check it', { does: 'opaque', seconds: 0 }, [], 'G26', { anyLetter: true }),
  row('G27', 'Park the head', { does: 'park' }, [num('P', 'how the head is lifted', 'number', [0, 4])], 'G27 P2'),
  row('G60', 'Remember this position', { does: 'save-state', by: 'S' }, [slot('S')], 'G60 S0'),
  row(
    'G61',
    'Go back to a remembered position',
    { does: 'restore-state', by: 'S' },
    [...flags('XYZE'), slot('S'), num('F', 'speed', 'mm/min')],
    'G61 X Y S0',
  ),
  row('G80', 'End the present move pattern', housekeeping, [], 'G80'),
  row('M211', 'Soft limits', { does: 'soft-limits', by: 'S' }, [onOff()], 'M211 S1'),
]

export const probing: CommandSpec[] = [
  row('G29', 'Probe the bed’s shape', { does: 'probe', turnsLevellingOn: true }, [], 'G29', { anyLetter: true }),
  row(
    'G30',
    'Probe one point',
    { does: 'probe-point' },
    [
      num('X', 'at X', 'mm'),
      num('Y', 'at Y', 'mm'),
      flag('E', 'draw the probe in after'),
      flag('C', 'correct for warmth'),
    ],
    'G30 X100 Y100',
  ),
  row('G31', 'Put the probe away', housekeeping, [], 'G31'),
  row('G32', 'Take the probe out', housekeeping, [], 'G32'),
  row('G33', 'Measure the machine’s own shape', { does: 'opaque', seconds: 120 }, [], 'G33', { anyLetter: true }),
  row(
    'G34',
    'Align the gantry',
    { does: 'align' },
    [
      num('I', 'rounds', 'number'),
      num('T', 'good enough within', 'mm'),
      num('A', 'gain', 'number'),
      flag('E', 'draw the probe in between'),
      num('S', 'motor current', 'mA'),
      num('Z', 'further up', 'mm'),
    ],
    'G34',
  ),
  row('G35', 'Guide the bed screws', { does: 'align' }, [num('S', 'thread', 'number')], 'G35'),
  row(
    'G42',
    'Go to a point of the mesh',
    { does: 'opaque', seconds: 1 },
    [
      num('I', 'column', 'number'),
      num('J', 'row', 'number'),
      num('P', 'with the probe', 'number'),
      num('F', 'speed', 'mm/min'),
    ],
    'G42 I2 J2',
  ),
  row('G76', 'Fit the probe’s drift with warmth', { does: 'opaque', seconds: 1800 }, flags('BP'), 'G76'),
  row('M48', 'Try the probe’s repeatability', { does: 'probe-point' }, [], 'M48 P5', { anyLetter: true }),
  row('M320', 'Levelling on', { does: 'levelling', set: 'on' }, [flag('S', 'keep it so')], 'M320', { makersOwn: true }),
  row('M321', 'Levelling off', { does: 'levelling', set: 'off' }, [flag('S', 'keep it so')], 'M321', {
    makersOwn: true,
  }),
  row('M322', 'Forget the measured bed shape', { does: 'levelling', set: 'off' }, [flag('S', 'for good')], 'M322', {
    makersOwn: true,
  }),
  row('M401', 'Take the probe out', housekeeping, [flag('S', 'fast')], 'M401'),
  row('M402', 'Put the probe away', housekeeping, [], 'M402'),
  row(
    'M420',
    'Bed levelling',
    { does: 'levelling', set: { by: 'S' } },
    [
      onOff(),
      slot('L'),
      num('Z', 'fade out by height', 'mm'),
      flag('V', 'report the mesh'),
      flag('T', 'how to report it'),
      flag('C', 'centre the mesh'),
    ],
    'M420 S1',
  ),
  row(
    'M421',
    'Set one point of the mesh',
    settings,
    [
      num('I', 'column', 'number'),
      num('J', 'row', 'number'),
      num('X', 'column', 'number'),
      num('Y', 'row', 'number'),
      num('Z', 'height', 'mm'),
      num('Q', 'add to the height', 'mm'),
    ],
    'M421 I1 J1 Z0.05',
  ),
  row('M851', 'Where the probe is from the nozzle', { does: 'z-offset' }, each('XYZ', 'mm'), 'M851 Z-1.85'),
  row('M290', 'Shift the height while printing', { does: 'z-offset' }, each('XYZ', 'mm'), 'M290 Z0.02'),
  row('M206', 'Shift the homed zero', { does: 'origin' }, each('XYZ', 'mm'), 'M206 Z-0.1'),
  row('M428', 'Call the present position the homed zero', { does: 'origin' }, [], 'M428'),
  row('M852', 'Correct a crooked frame', settings, [...each('IJKS', 'number')], 'M852 S0.001'),
  row(
    'M425',
    'Make up for slack',
    tuning,
    [num('F', 'how much of it', 'of 1'), num('S', 'smooth over', 'mm'), ...each('XYZ', 'mm')],
    'M425 F1 S2',
  ),
]
