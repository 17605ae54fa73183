// Board family: heaters, fans, filament and the course of a print.
import type { Effect } from '../effect.ts'
import { each, flag, housekeeping, num, onOff, report, row, text, tool, tuning } from '../entries.ts'
import type { CommandSpec } from '../spec.ts'

const pause = (parks: boolean): Effect => ({ does: 'pause', file: null, parks, seconds: null, milliseconds: null })

export const printing: CommandSpec[] = [
  row(
    'M73',
    'Show the progress',
    report,
    [
      num('P', 'done', '%', [0, 100]),
      num('R', 'left', 'min'),
      num('Q', 'done, quiet mode', '%'),
      num('S', 'left, quiet mode', 'min'),
      num('C', 'until the next pause', 'min'),
      num('D', 'until the next pause, quiet mode', 'min'),
    ],
    'M73 P10',
  ),
  row('M75', 'Start the print timer', housekeeping, [], 'M75', { text: true }),
  row('M76', 'Pause the print timer', housekeeping, [], 'M76'),
  row('M77', 'Stop the print timer', housekeeping, [], 'M77'),
  row('M78', 'Report the print counts', report, [num('S', 'reset', 'number')], 'M78'),
  row(
    'M24',
    'Resume the file',
    { does: 'resume', file: null },
    [num('S', 'position', 'number'), num('T', 'time so far', 's')],
    'M24',
  ),
  row('M25', 'Pause the file', pause(true), [], 'M25'),
  row(
    'M125',
    'Park and pause',
    { does: 'park', retract: 'L', waits: true },
    [
      num('L', 'retract', 'mm'),
      num('X', 'at X', 'mm'),
      num('Y', 'at Y', 'mm'),
      num('Z', 'raise by', 'mm'),
      flag('P', 'wait for the person'),
    ],
    'M125',
  ),
  row('M108', 'Stop waiting', housekeeping, [], 'M108'),
  row('M111', 'Debug level', tuning, [num('S', 'to', 'number')], 'M111 S0'),
  row('M80', 'Power supply on', { does: 'power', on: true }, [onOff()], 'M80'),
  row('M81', 'Power supply off', { does: 'power', on: false }, [], 'M81'),
  row('M122', 'Report the motor drivers', report, [], 'M122', { anyLetter: true }),
  row('M155', 'Report temperatures at an interval', report, [num('S', 'every', 's')], 'M155 S2'),
  row(
    'M302',
    'Cold extrusion',
    { does: 'cold-extrusion', least: 'S', any: 'P' },
    [num('S', 'from', '°C', [0, 300]), num('P', '1 to allow any', 'switch')],
    'M302 S160',
  ),
  row(
    'M412',
    'Filament sensor',
    housekeeping,
    [onOff(), num('D', 'continues for', 'mm'), flag('R', 'reset'), flag('H', 'tell the computer')],
    'M412 S1',
  ),
  row('M413', 'Power loss recovery', housekeeping, [onOff()], 'M413 S0'),
  row(
    'M486',
    'Objects that can be cancelled',
    housekeeping,
    [
      num('T', 'how many', 'number'),
      num('S', 'this is number', 'number'),
      num('P', 'cancel number', 'number'),
      num('U', 'uncancel number', 'number'),
      flag('C', 'cancel this one'),
      text('A', 'name'),
    ],
    'M486 S0',
  ),
  row(
    'M808',
    'Repeat the lines up to the next M808',
    { does: 'repeat', times: 'L' },
    [num('L', 'times', 'number')],
    'M808 L3',
  ),
  row('M928', 'Write a log', housekeeping, [], 'M928 log.txt', { text: true }),
  row('M999', 'Restart after a stop', housekeeping, [onOff()], 'M999'),
  row(
    'M42',
    'Set a pin',
    housekeeping,
    [
      num('P', 'which pin', 'number'),
      num('S', 'to', 'of 255', [0, 255]),
      flag('I', 'even a protected one'),
      num('M', 'mode', 'number'),
      num('T', 'mode', 'number'),
    ],
    'M42 P4 S255',
  ),
  row(
    'M260',
    'Send a byte to another board',
    housekeeping,
    [num('A', 'to address', 'number'), num('B', 'byte', 'number'), num('S', 'send', 'number'), flag('R', 'clear')],
    'M260 A80 B1 S1',
  ),
  row(
    'M280',
    'Move a servo',
    housekeeping,
    [num('P', 'which', 'number'), num('S', 'to', '°', [0, 180])],
    'M280 P0 S10',
  ),
  row('M282', 'Let go of a servo', housekeeping, [num('P', 'which', 'number')], 'M282 P0'),
  row(
    'M86',
    'Turn heaters off after being idle',
    housekeeping,
    [num('S', 'after', 's'), num('T', 'when over', '°C'), num('E', 'nozzle to', '°C'), num('B', 'bed to', '°C')],
    'M86 S1800',
    { since: '7.2', makersOwn: true },
  ),
  row(
    'M143',
    'Highest temperature',
    tuning,
    [num('S', 'at most', '°C'), num('H', 'which heater', 'number')],
    'M143 S280',
  ),
  ...Array.from({ length: 10 }, (_, i) =>
    row(`M${810 + i}`, `Saved macro ${i}`, { does: 'macro' }, [], `M${810 + i}`, {
      anyLetter: true,
      text: true,
      notes: 'With text after it, saves the text as the macro; alone, runs it.',
    }),
  ),
]

const change = (part: 'change' | 'load' | 'unload'): Effect => ({ does: 'change-filament', part, file: null })

export const filament: CommandSpec[] = [
  row(
    'M163',
    'Set one part of a blend',
    { does: 'mix', step: 'part' },
    [num('S', 'input', 'number'), num('P', 'share', 'number')],
    'M163 S0 P0.3',
  ),
  row('M164', 'Keep the blend', { does: 'mix', step: 'keep' }, [num('S', 'as tool', 'number')], 'M164 S2'),
  row('M165', 'Set the whole blend', { does: 'mix', step: 'whole' }, each('ABCDHI', 'number'), 'M165 A0.3 B0.7'),
  row(
    'M166',
    'Blend that changes with height',
    { does: 'mix', step: 'gradient' },
    [
      ...each('AZ', 'mm'),
      num('I', 'from blend', 'number'),
      num('J', 'to blend', 'number'),
      onOff(),
      num('T', 'as tool', 'number'),
    ],
    'M166 A0 Z20 I0 J1',
  ),
  row(
    'M200',
    'Extrude by volume',
    { does: 'volumetric', diameter: 'D', switch: 'S', zeroIsOn: false },
    [num('D', 'filament diameter', 'mm'), onOff(), tool, num('L', 'flow at most', 'mm³')],
    'M200 D1.75',
  ),
  row(
    'M207',
    'Retraction of G10',
    { does: 'retraction-settings', of: 'retract', keys: false },
    [
      num('S', 'length', 'mm'),
      num('W', 'length for a tool change', 'mm'),
      num('F', 'speed', 'mm/min'),
      num('Z', 'raise by', 'mm'),
    ],
    'M207 S3 F1800',
  ),
  row(
    'M208',
    'Unretraction of G11',
    { does: 'retraction-settings', of: 'return', keys: false },
    [
      num('S', 'extra length', 'mm'),
      num('W', 'extra after a tool change', 'mm'),
      num('F', 'speed', 'mm/min'),
      num('R', 'speed after a tool change', 'mm/min'),
    ],
    'M208 S0 F1200',
  ),
  row('M209', 'Automatic retraction', tuning, [onOff()], 'M209 S0'),
  row('M218', 'Tool offset', { does: 'tool-offset', tool: 'T' }, [tool, ...each('XYZ', 'mm')], 'M218 T1 X24.5'),
  row('M601', 'Pause the print', pause(true), [], 'M601', { makersOwn: true }),
  row('M602', 'Resume the print', { does: 'resume', file: null }, [], 'M602', { makersOwn: true }),
  row('M604', 'Abort a filament change', housekeeping, [], 'M604', {
    makersOwn: true,
    notes: 'Not every board has it.',
  }),
  row(
    'M603',
    'Lengths for changing filament',
    tuning,
    [tool, num('U', 'unload', 'mm'), num('L', 'load', 'mm')],
    'M603 U80 L90',
  ),
  row(
    'M605',
    'Mode of the two carriages',
    { does: 'carriages', by: 'S' },
    [
      num('S', 'mode', 'number', [0, 3]),
      num('X', 'apart', 'mm'),
      num('R', 'second one warmer by', '°C'),
      num('P', 'further', 'number'),
      num('E', 'further', 'number'),
    ],
    'M605 S1',
  ),
  row('M701', 'Load filament', change('load'), [tool, num('Z', 'raise', 'mm'), num('L', 'load', 'mm')], 'M701'),
  row(
    'M702',
    'Unload filament',
    change('unload'),
    [tool, num('Z', 'raise', 'mm'), num('U', 'unload', 'mm'), flag('C', 'the one in use')],
    'M702',
  ),
  row(
    'M900',
    'Linear advance',
    { does: 'pressure-advance', factor: 'K', of: 'T' },
    [
      num('K', 'factor', 'number', [0, 2000]),
      tool,
      num('L', 'second factor', 'number'),
      num('S', 'which factor', 'number'),
    ],
    'M900 K0.05',
  ),
]

/** A board's part fan has further letters. */
export const fans: CommandSpec[] = [
  row(
    'M106',
    'Part fan on',
    { does: 'fan', on: true, speed: 'S', full: 255 },
    [
      num('S', 'speed', 'of 255', [0, 255]),
      num('P', 'fan number', 'number'),
      num('I', 'saved preheating', 'number'),
      num('T', 'second speed', 'number'),
    ],
    'M106 S128',
  ),
]
