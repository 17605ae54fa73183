// Board family: moves, coordinates, homing, probing and levelling.
import type { Effect, EffectOf } from '../effect.ts'
import { each, flag, flags, housekeeping, moving, num, onOff, probing, quiet, row, tuning, when } from '../entries.ts'
import type { CommandSpec } from '../spec.ts'

const slot = (letter: string) => num(letter, 'slot', 'number', [0, 255])
const levellingSet = (set: 'on' | 'off' | { by: string }, mesh: string | null = null): Effect => ({
  does: 'levelling',
  set,
  mesh,
})
const point = (by: string | null, times = 1): EffectOf<'probe-point'> => ({ does: 'probe-point', by, times })

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
  row('G26', 'Print a mesh to check it', { does: 'opaque', seconds: 0 }, [], 'G26', { anyLetter: true }),
  row(
    'G27',
    'Park the head',
    { does: 'park', retract: null, waits: false },
    [num('P', 'how the head is raised', 'number', [0, 4])],
    'G27 P2',
  ),
  row(
    'G60',
    'Save this position',
    { does: 'save-state', by: 'S' },
    [slot('S'), flag('D', 'delete'), flag('Q', 'restore')],
    'G60 S0',
  ),
  row(
    'G61',
    'Return to a saved position',
    { does: 'restore-state', by: 'S', axes: true, move: null },
    [...flags('XYZE'), slot('S'), num('F', 'speed', 'mm/min')],
    'G61 X Y S0',
  ),
  row('G80', 'Cancel the present move pattern; on some makers’ boards, probe the bed', housekeeping, [], 'G80', {
    notes: 'If yours probes the bed with it, teach it.',
    makersOwn: true,
    mayLevel: true,
  }),
  row('M211', 'Soft limits', { does: 'soft-limits', by: 'S' }, [onOff()], 'M211 S1'),
  row('M206', 'Home offset', { does: 'homed-offset', here: false }, each('XYZ', 'mm'), 'M206 Z-0.1'),
  row('M428', 'Make this place the home offset', { does: 'homed-offset', here: true }, [], 'M428'),
  row('M120', 'End stops on', housekeeping, [], 'M120'),
  row('M121', 'End stops off', housekeeping, [], 'M121'),
]

export const bedProbing: CommandSpec[] = [
  row('G29', 'Probe the bed', probing(), [], 'G29', {
    anyLetter: true,
    notes:
      'Letters change what it does: a phase (P), a jump to three points (J), a slot to load (L), on and off (A, D), a report (T).',
    cases: [
      when('P', [1], 'Probe the bed (phase 1)', probing({ extent: 'named-area', turnsLevellingOn: false })),
      when(
        'P',
        [9],
        'Touch the bed to clean the tip (phase 9)',
        probing({ extent: 'named-area', turnsLevellingOn: false, cleansTip: true }),
      ),
      when('P', [0], 'Set the mesh to zero (phase 0)', levellingSet('off')),
      when('P', [2], 'Probe by hand what the probe can’t reach (phase 2)', {
        does: 'pause',
        file: null,
        parks: false,
        seconds: null,
        milliseconds: null,
      }),
      when('P', [3], 'Fill in the rest of the mesh (phase 3)', tuning),
      when('P', [4], 'Adjust the mesh by hand (phase 4)', {
        does: 'pause',
        file: null,
        parks: false,
        seconds: null,
        milliseconds: null,
      }),
      when('P', [5, 6], 'Adjust the whole mesh (phases 5 and 6)', tuning),
      when('W', null, 'Probe the print’s area', probing({ extent: 'named-area' })),
      when('J', null, 'Tilt the mesh to three points', probing({ extent: 'three-points' })),
      when('L', null, 'Load a saved mesh', levellingSet('on', 'L')),
      when('A', null, 'Levelling on', levellingSet('on')),
      when('D', null, 'Levelling off', levellingSet('off')),
      when('T', null, 'Report the mesh', quiet('report')),
      when('Q', null, 'Report the levelling', quiet('report')),
      when('S', null, 'Save the mesh, or a step of probing by hand', housekeeping),
    ],
  }),
  row(
    'G30',
    'Probe one point',
    point(null),
    [
      num('X', 'at X', 'mm'),
      num('Y', 'at Y', 'mm'),
      flag('E', 'stow the probe after'),
      flag('C', 'correct for warmth'),
      num('S', 'how', 'number'),
    ],
    'G30 X100 Y100',
  ),
  row('G31', 'Stow the probe', housekeeping, [], 'G31'),
  row('G32', 'Deploy the probe', housekeeping, [], 'G32'),
  row('G33', 'Calibrate the machine’s geometry', { does: 'opaque', seconds: 120 }, [], 'G33', { anyLetter: true }),
  row(
    'G34',
    'Align the gantry',
    { does: 'align', file: null },
    [
      num('I', 'rounds', 'number'),
      num('T', 'good enough within', 'mm'),
      num('A', 'gain', 'number'),
      flag('E', 'stow the probe between'),
      num('S', 'motor current', 'mA'),
      num('Z', 'further up', 'mm'),
    ],
    'G34',
  ),
  row('G35', 'Guide to the bed screws', { does: 'align', file: null }, [num('S', 'thread', 'number')], 'G35'),
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
  row('G76', 'Calibrate the probe’s drift with warmth', { does: 'opaque', seconds: 1800 }, flags('BP'), 'G76'),
  row('M48', 'Test the probe’s repeatability', point('P', 10), [num('P', 'times', 'number', [4, 50])], 'M48 P5', {
    anyLetter: true,
  }),
  row('M320', 'Levelling on', levellingSet('on'), [flag('S', 'save it so')], 'M320', { makersOwn: true }),
  row('M321', 'Levelling off', levellingSet('off'), [flag('S', 'save it so')], 'M321', { makersOwn: true }),
  row('M322', 'Clear the mesh', levellingSet('off'), [flag('S', 'for good')], 'M322', { makersOwn: true }),
  row(
    'M401',
    'Deploy the probe',
    housekeeping,
    [flag('S', 'fast'), flag('H', 'report'), flag('R', 'stay deployed')],
    'M401',
  ),
  row('M402', 'Stow the probe', housekeeping, [flag('R', 'stay stowed')], 'M402'),
  row(
    'M420',
    'Bed levelling',
    levellingSet({ by: 'S' }, 'L'),
    [
      onOff(),
      slot('L'),
      num('Z', 'fades out by height', 'mm'),
      flag('V', 'report the mesh'),
      flag('T', 'how to report it'),
      flag('C', 'centre the mesh'),
    ],
    'M420 S1',
    { cases: [when('L', null, 'Load a saved mesh', levellingSet({ by: 'S' }, 'L'))] },
  ),
  row(
    'M421',
    'Set one point of the mesh',
    tuning,
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
  row('M851', 'Probe offset', { does: 'probe-offset' }, each('XYZ', 'mm'), 'M851 Z-1.85'),
  row(
    'M290',
    'Baby step',
    { does: 'small-shift', also: 'S' },
    [...each('XYZ', 'mm'), num('S', 'Z', 'mm'), num('P', 'probe offset too', 'switch')],
    'M290 Z0.02',
  ),
  row('M852', 'Skew correction', tuning, [...each('IJKS', 'number')], 'M852 S0.001'),
  row(
    'M425',
    'Backlash correction',
    tuning,
    [num('F', 'how much of it', 'of 1'), num('S', 'smooth over', 'mm'), ...each('XYZ', 'mm')],
    'M425 F1 S2',
  ),
  row('M555', 'Use the mesh of this area only', tuning, each('XYWH', 'mm'), 'M555 X50 Y50 W80 H80', {
    makersOwn: true,
  }),
  row('M871', 'Probe temperature correction', tuning, [], 'M871 R', { anyLetter: true }),
]
