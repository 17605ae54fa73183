// Board family: the machine’s own settings, motors and sensors.
import { each, flag, flags, housekeeping, num, onOff, report, row, settings, tool, tuning } from '../entries.ts'
import type { CommandSpec } from '../spec.ts'

const index = num('I', 'which one', 'number')

export const machine: CommandSpec[] = [
  row('M92', 'Steps for a millimetre', settings, each('XYZE', 'steps/mm'), 'M92 E93'),
  row(
    'M301',
    'Nozzle’s heat control',
    settings,
    [
      ...each('PID', 'number'),
      num('E', 'which', 'number'),
      num('C', 'by flow', 'number'),
      num('L', 'length of the record', 'number'),
    ],
    'M301 P22 I1 D110',
  ),
  row(
    'M303',
    'Fit a heat control',
    { does: 'opaque', seconds: 300 },
    [
      num('E', 'which (−1 the bed)', 'number'),
      num('C', 'rounds', 'number'),
      num('S', 'at', '°C'),
      flag('U', 'use the result'),
    ],
    'M303 E0 S200 C5',
  ),
  row('M304', 'Bed’s heat control', settings, each('PID', 'number'), 'M304 P60 I5 D150'),
  row(
    'M350',
    'Fine steps of the motors',
    settings,
    [...each('XYZE', 'number'), num('B', 'second extruder', 'number'), num('S', 'all', 'number')],
    'M350 X16',
  ),
  row(
    'M403',
    'What kind of filament',
    settings,
    [num('E', 'which', 'number'), num('F', 'kind', 'number')],
    'M403 E0 F1',
  ),
  row('M569', 'Quiet or strong motors', tuning, [onOff(), ...flags('XYZE'), tool, index], 'M569 S1 X Y'),
  row(
    'M575',
    'Speed of the serial line',
    housekeeping,
    [num('B', 'baud', 'number'), num('P', 'which port', 'number')],
    'M575 P0 B250000',
  ),
  row(
    'M593',
    'Damp the ringing',
    tuning,
    [num('F', 'frequency', 'Hz'), num('D', 'damping', 'of 1'), ...flags('XY')],
    'M593 X F40',
    { since: '7.3' },
  ),
  row('M665', 'Shape of a delta', settings, [], 'M665 L250 R125', { anyLetter: true }),
  row('M666', 'End stops’ fine place', settings, each('XYZ', 'mm'), 'M666 X-0.2'),
  ...[860, 861, 862, 863, 864, 865, 866, 867, 868, 869].map(n =>
    row(`M${n}`, 'Position sensor of an axis', tuning, [], `M${n} X`, { anyLetter: true, makersOwn: true }),
  ),
  row('M906', 'Motor current', settings, [...each('XYZE', 'mA'), tool, index], 'M906 X800 Y800'),
  row(
    'M907',
    'Motor current by a dial',
    settings,
    [...each('XYZE', 'mA'), num('B', 'second extruder', 'mA'), num('S', 'all', 'mA')],
    'M907 X800',
  ),
  row('M914', 'How sensorless homing feels', tuning, [...each('XYZ', 'number'), index], 'M914 X60 Y60'),
  row(
    'M145',
    'Kept preheating',
    settings,
    [num('S', 'which', 'number'), num('H', 'nozzle', '°C'), num('B', 'bed', '°C'), num('F', 'fan', 'of 255')],
    'M145 S0 H200 B60',
  ),
  row('M16', 'Stop unless this is the right printer', report, [], 'M16 Dunlin', { text: true }),
]
