// Host family: temperatures, and all about the bed.
import { each, housekeeping, num, report, row, settings, text } from '../entries.ts'
import type { CommandSpec } from '../spec.ts'

export const temperatures: CommandSpec[] = [
  row(
    'SET_HEATER_TEMPERATURE',
    'Heat, go on',
    { does: 'heat', heater: 'nozzle', wait: false, targets: ['TARGET'], coolingToo: [], tool: null },
    [{ ...text('HEATER', 'which heater'), required: true }, num('TARGET', 'to', '°C', [0, 500])],
    'SET_HEATER_TEMPERATURE HEATER=extruder TARGET=150',
  ),
  row(
    'TEMPERATURE_WAIT',
    'Wait for a temperature',
    { does: 'wait-for-heaters' },
    [
      { ...text('SENSOR', 'of what'), required: true },
      num('MINIMUM', 'at least', '°C'),
      num('MAXIMUM', 'at most', '°C'),
    ],
    'TEMPERATURE_WAIT SENSOR=heater_bed MINIMUM=60',
  ),
  row('TURN_OFF_HEATERS', 'All heaters off', { does: 'heaters-off' }, [], 'TURN_OFF_HEATERS'),
  row(
    'SET_TEMPERATURE_FAN_TARGET',
    'A fan that keeps a temperature',
    housekeeping,
    [text('TEMPERATURE_FAN', 'which fan'), num('TARGET', 'to', '°C')],
    'SET_TEMPERATURE_FAN_TARGET TEMPERATURE_FAN=chamber TARGET=45',
  ),
  row(
    'SET_FAN_SPEED',
    'Speed of another fan',
    housekeeping,
    [text('FAN', 'which fan'), num('SPEED', 'speed', 'of 1', [0, 1])],
    'SET_FAN_SPEED FAN=filter SPEED=0.5',
  ),
]

export const bed: CommandSpec[] = [
  row(
    'BED_MESH_CALIBRATE',
    'Probe the bed’s shape',
    { does: 'probe', turnsLevellingOn: true },
    [
      text('PROFILE', 'keep as'),
      text('METHOD', 'how'),
      num('ADAPTIVE', 'only where the print is', 'switch'),
      text('MESH_MIN', 'from'),
      text('MESH_MAX', 'to'),
      text('PROBE_COUNT', 'points'),
    ],
    'BED_MESH_CALIBRATE PROFILE=warm',
  ),
  row(
    'BED_MESH_PROFILE',
    'Load or keep a measured bed shape',
    { does: 'levelling', set: { by: 'LOAD' } },
    [text('LOAD', 'load'), text('SAVE', 'keep as'), text('REMOVE', 'throw away')],
    'BED_MESH_PROFILE LOAD=warm',
  ),
  row('BED_MESH_CLEAR', 'Forget the measured bed shape', { does: 'levelling', set: 'off' }, [], 'BED_MESH_CLEAR'),
  row(
    'BED_MESH_OUTPUT',
    'Report the measured bed shape',
    report,
    [num('PGP', 'in short', 'switch')],
    'BED_MESH_OUTPUT',
  ),
  row('BED_MESH_OFFSET', 'Shift the measured bed shape', settings, each('XY', 'mm'), 'BED_MESH_OFFSET X=1'),
  row(
    'QUAD_GANTRY_LEVEL',
    'Align the four corners of the gantry',
    { does: 'align' },
    [
      num('RETRIES', 'tries', 'number'),
      num('RETRY_TOLERANCE', 'good enough within', 'mm'),
      num('HORIZONTAL_MOVE_Z', 'travel at height', 'mm'),
    ],
    'QUAD_GANTRY_LEVEL',
  ),
  row(
    'Z_TILT_ADJUST',
    'Align the gantry’s Z motors',
    { does: 'align' },
    [num('RETRIES', 'tries', 'number'), num('RETRY_TOLERANCE', 'good enough within', 'mm')],
    'Z_TILT_ADJUST',
  ),
  row('BED_TILT_CALIBRATE', 'Measure the bed’s tilt', { does: 'align' }, [text('METHOD', 'how')], 'BED_TILT_CALIBRATE'),
  row('BED_SCREWS_ADJUST', 'Guide the bed screws', { does: 'pause' }, [], 'BED_SCREWS_ADJUST'),
  row(
    'SCREWS_TILT_CALCULATE',
    'Tell how far to turn the bed screws',
    { does: 'align' },
    [text('DIRECTION', 'which way'), num('MAX_DEVIATION', 'good enough within', 'mm')],
    'SCREWS_TILT_CALCULATE',
  ),
  row(
    'PROBE',
    'Probe one point',
    { does: 'probe-point' },
    [num('PROBE_SPEED', 'speed', 'mm/s'), num('SAMPLES', 'times', 'number')],
    'PROBE',
  ),
  row(
    'PROBE_ACCURACY',
    'Try the probe’s repeatability',
    { does: 'probe-point' },
    [num('SAMPLES', 'times', 'number')],
    'PROBE_ACCURACY SAMPLES=5',
  ),
  row('PROBE_CALIBRATE', 'Measure the probe’s height', { does: 'pause' }, [text('METHOD', 'how')], 'PROBE_CALIBRATE'),
  row('Z_ENDSTOP_CALIBRATE', 'Measure the Z end stop', { does: 'pause' }, [], 'Z_ENDSTOP_CALIBRATE'),
  row('QUERY_PROBE', 'Report the probe', report, [], 'QUERY_PROBE'),
  row('QUERY_ENDSTOPS', 'Report the end stops', report, [], 'QUERY_ENDSTOPS'),
  row(
    'SKEW_PROFILE',
    'Correct a crooked frame',
    settings,
    [text('LOAD', 'load'), text('SAVE', 'keep as'), text('REMOVE', 'throw away')],
    'SKEW_PROFILE LOAD=mine',
  ),
]
