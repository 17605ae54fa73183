// Macro-file family: conditions and variables, temperatures, the bed.
import { each, ends, flag, flags, heat, housekeeping, num, row, settings, text, tuning } from '../entries.ts'
import type { CommandSpec, FlowStep } from '../spec.ts'

const file = text('P', 'file')
const words = (name: string, step: FlowStep, title: string, example: string): CommandSpec =>
  row(name, title, { does: 'flow', step }, [], example, { text: true })

export const heatersHere: CommandSpec[] = [
  row(
    'G10',
    'Tool temperatures and offsets',
    { does: 'heat', heater: 'nozzle', wait: false, targets: ['S'], coolingToo: [], tool: 'P', standby: 'R' },
    [num('P', 'which tool', 'number'), num('S', 'active', '°C'), num('R', 'standing by', '°C'), ...each('XYZ', 'mm')],
    'G10 P0 S205 R150',
    { notes: 'Without letters it draws the filament back.' },
  ),
  row(
    'M568',
    'Tool temperatures',
    { does: 'heat', heater: 'nozzle', wait: false, targets: ['S'], coolingToo: [], tool: 'P', standby: 'R' },
    [
      num('P', 'which tool', 'number'),
      num('S', 'active', '°C'),
      num('R', 'standing by', '°C'),
      num('A', '0 off, 1 standing by, 2 active', 'number', [0, 2]),
    ],
    'M568 P0 S205 R150 A2',
    { since: '3.3' },
  ),
  row(
    'M116',
    'Wait for temperatures',
    { does: 'wait-for-heaters' },
    [
      num('P', 'of tool', 'number'),
      num('H', 'of heater', 'number'),
      num('C', 'of chamber', 'number'),
      num('S', 'within', '°C'),
    ],
    'M116 P0',
  ),
  row(
    'M140',
    'Heat the bed, go on',
    heat('bed', false),
    [
      num('S', 'active', '°C'),
      num('R', 'standing by', '°C'),
      num('H', 'which heater', 'number'),
      num('P', 'which bed', 'number'),
    ],
    'M140 S60',
  ),
  row('M144', 'Bed to its standing-by temperature', housekeeping, [num('P', 'which bed', 'number')], 'M144'),
  row(
    'M106',
    'Part fan on',
    { does: 'fan', on: true, speed: 'S', full: 1 },
    [
      num('S', 'speed', 'of 1', [0, 255]),
      num('P', 'which fan', 'number'),
      num('H', 'follows heater', 'number'),
      num('T', 'from', '°C'),
    ],
    'M106 S0.5',
    { notes: 'Over 1 the speed counts to 255.' },
  ),
  row('M143', 'Highest temperature', tuning, [num('H', 'heater', 'number'), num('S', 'at most', '°C')], 'M143 H1 S280'),
  row(
    'M302',
    'Allow a cold nozzle to push',
    tuning,
    [num('P', '1 to allow any', 'switch'), num('S', 'from', '°C'), num('R', 'draw back from', '°C')],
    'M302 S160',
  ),
  row(
    'M303',
    'Fit a heat control',
    { does: 'opaque', seconds: 600 },
    [num('H', 'heater', 'number'), num('T', 'tool', 'number'), num('S', 'at', '°C')],
    'M303 T0 S205',
  ),
]

export const bed: CommandSpec[] = [
  row('G28', 'Find zero', { does: 'home', turnsLevellingOff: false }, flags('XYZ'), 'G28', {
    notes: 'Runs the homing macro files. A loaded mesh stays in force.',
  }),
  row(
    'G29',
    'Probe the bed’s shape, load or forget it',
    { does: 'probe-or-mesh', by: 'S' },
    [num('S', '0 probe, 1 load, 2 forget', 'number', [0, 4]), file, num('K', 'which probe', 'number')],
    'G29 S1',
  ),
  row(
    'G30',
    'Probe one point',
    { does: 'probe-point' },
    [
      num('P', 'as point', 'number'),
      ...ends,
      num('S', 'what for', 'number'),
      num('H', 'height error', 'mm'),
      num('K', 'which probe', 'number'),
    ],
    'G30',
  ),
  row(
    'G31',
    'Where the probe triggers',
    { does: 'z-offset' },
    [
      num('P', 'threshold', 'number'),
      ...each('XYZ', 'mm'),
      num('K', 'which probe', 'number'),
      num('C', 'drift with warmth', 'number'),
      num('S', 'at', '°C'),
    ],
    'G31 P500 Z1.2',
  ),
  row('G32', 'Align the gantry', { does: 'align' }, [], 'G32', { notes: 'Runs the macro file for aligning.' }),
  row(
    'M290',
    'Shift the height while printing',
    { does: 'z-offset' },
    [...each('XYZ', 'mm'), num('S', 'by', 'mm'), flag('R', '0 for “to”, 1 for “by”')],
    'M290 S0.02',
  ),
  row('M374', 'Keep the measured bed shape', settings, [file], 'M374 P"warm.csv"'),
  row('M375', 'Load a measured bed shape', { does: 'levelling', set: 'on' }, [file], 'M375 P"warm.csv"'),
  row('M376', 'Fade levelling out by height', tuning, [num('H', 'by', 'mm')], 'M376 H5'),
  row(
    'M557',
    'Where the bed is probed',
    settings,
    [
      text('X', 'along X'),
      text('Y', 'along Y'),
      num('S', 'every', 'mm'),
      text('P', 'points'),
      num('R', 'radius', 'mm'),
    ],
    'M557 S30',
  ),
  row('M558', 'What kind of probe', settings, [], 'M558 P8', { anyLetter: true }),
  row('M561', 'Forget the measured bed shape', { does: 'levelling', set: 'off' }, [], 'M561'),
  row(
    'M671',
    'Where the gantry is held',
    settings,
    [text('X', 'along X'), text('Y', 'along Y'), num('S', 'at most', 'mm')],
    'M671 S8',
  ),
]

export const flow: CommandSpec[] = [
  words('IF', 'branch', 'Go on with the lines below only if this is so', 'if heat.heaters[0].current < 40'),
  words('ELIF', 'branch', 'Otherwise, if this is so', 'elif move.axes[2].homed'),
  words('ELSE', 'branch', 'Otherwise', 'else'),
  words('WHILE', 'loop', 'Repeat the lines below as long as this is so', 'while iterations < 3'),
  words('BREAK', 'leave', 'Leave the repeating', 'break'),
  words('CONTINUE', 'again', 'Repeat at once', 'continue'),
  words('VAR', 'variable', 'A variable of this file', 'var length = 30'),
  words('GLOBAL', 'global', 'A variable of the whole machine', 'global purged = false'),
  words('SET', 'change', 'Change a variable', 'set var.length = 20'),
  words('ECHO', 'say', 'Say something to the screen', 'echo "purge done"'),
  words('ABORT', 'abort', 'Stop, with a reason', 'abort "no filament"'),
  row('M98', 'Run a macro file', { does: 'macro-file', by: 'P' }, [file], 'M98 P"purge.g"', { anyLetter: true }),
  row('M99', 'Go back from a macro file', { does: 'flow', step: 'return' }, [], 'M99'),
  row('M120', 'Remember how positions are counted', { does: 'save-state', by: null }, [], 'M120'),
  row('M121', 'Go back to the remembered counting', { does: 'restore-state', by: null }, [], 'M121'),
  row(
    'M291',
    'Show a message and maybe wait',
    { does: 'pause' },
    [text('P', 'what'), text('R', 'title'), num('S', 'how', 'number'), num('T', 'for', 's'), ...flags('XYZ')],
    'M291 P"clean the nozzle" S3',
  ),
  row('M292', 'Answer a message', housekeeping, [num('P', 'answer', 'number')], 'M292 P0'),
  row('M582', 'Look at a trigger', housekeeping, [num('T', 'which', 'number')], 'M582 T2'),
  row('M24', 'Go on with the file', housekeeping, [], 'M24'),
  row('M25', 'Pause the file', { does: 'pause' }, [], 'M25'),
  row('M226', 'Pause the file from within', { does: 'pause' }, [], 'M226'),
  row(
    'M486',
    'Objects that can be left out',
    housekeeping,
    [
      num('T', 'how many', 'number'),
      num('S', 'this is number', 'number'),
      text('A', 'name'),
      num('P', 'leave out number', 'number'),
    ],
    'M486 S0',
  ),
]
