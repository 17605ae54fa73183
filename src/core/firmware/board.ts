// The board family: a controller board that takes one command a line and keeps its settings with M500.
import type { CommandSpec, FirmwareFamily, Letter, Unit } from './spec.ts'

const needs = (letter: string, means: string, unit: Unit): Letter => ({ letter, means, unit, number: 'needed' })
const must = (letter: string, means: string, unit: Unit): Letter => ({ ...needs(letter, means, unit), required: true })
const flag = (letter: string, means: string): Letter => ({ letter, means, unit: 'switch', number: 'optional' })

const ends = [needs('X', 'to X', 'mm'), needs('Y', 'to Y', 'mm'), needs('Z', 'to Z', 'mm')]
const moving = [...ends, needs('E', 'filament', 'mm'), needs('F', 'speed from here on', 'mm/min')]
const arc = [
  ...moving,
  needs('I', 'centre from the start along X', 'mm'),
  needs('J', 'centre from the start along Y', 'mm'),
  needs('R', 'radius', 'mm'),
]
const eachAxis = (unit: Unit) => ['X', 'Y', 'Z', 'E'].map(letter => needs(letter, letter, unit))
const nozzleTool = needs('T', 'which tool', 'number')
const heat = [needs('S', 'to', '°C'), nozzleTool]
const heatAndWait = [needs('S', 'to', '°C'), needs('R', 'to, waiting also while it cools', '°C'), nozzleTool]

const entries: CommandSpec[] = [
  { name: 'G0', title: 'Move', letters: moving, effect: { does: 'move' } },
  { name: 'G1', title: 'Move', letters: moving, effect: { does: 'move' } },
  { name: 'G2', title: 'Move along an arc, clockwise', letters: arc, effect: { does: 'arc', clockwise: true } },
  { name: 'G3', title: 'Move along an arc, anticlockwise', letters: arc, effect: { does: 'arc', clockwise: false } },
  {
    name: 'G4',
    title: 'Stand still for a time',
    letters: [needs('S', 'time', 's'), needs('P', 'time', 'ms')],
    effect: { does: 'dwell' },
  },
  {
    name: 'G10',
    title: 'Draw the filament back by the set amount',
    letters: [flag('S', 'long, for a tool change')],
    effect: { does: 'firmware-retract', back: true },
  },
  {
    name: 'G11',
    title: 'Push the filament forward again',
    letters: [],
    effect: { does: 'firmware-retract', back: false },
  },
  { name: 'G20', title: 'Lengths in inches', letters: [], effect: { does: 'units', units: 'inch' } },
  { name: 'G21', title: 'Lengths in millimetres', letters: [], effect: { does: 'units', units: 'mm' } },
  {
    name: 'G28',
    title: 'Find zero',
    letters: [
      flag('X', 'X only'),
      flag('Y', 'Y only'),
      flag('Z', 'Z only'),
      flag('O', 'only what is not yet known'),
      needs('R', 'lift before', 'mm'),
    ],
    effect: { does: 'home', turnsLevellingOff: true },
    notes: 'Turns bed levelling off on most boards; M420 S1 or a new probing turns it on again.',
  },
  {
    name: 'G29',
    title: 'Probe the bed’s shape',
    letters: [],
    anyLetter: true,
    effect: { does: 'probe', turnsLevellingOn: true },
  },
  {
    name: 'G90',
    title: 'Positions count from the origin',
    letters: [],
    effect: { does: 'positioning', positioning: 'absolute', filamentToo: true },
  },
  {
    name: 'G91',
    title: 'Positions count from where the head is',
    letters: [],
    effect: { does: 'positioning', positioning: 'relative', filamentToo: true },
  },
  {
    name: 'G92',
    title: 'Call the present position something else',
    letters: [needs('X', 'X', 'mm'), needs('Y', 'Y', 'mm'), needs('Z', 'Z', 'mm'), needs('E', 'filament', 'mm')],
    effect: { does: 'set-position' },
  },
  { name: 'M17', title: 'Motors on', letters: [], anyLetter: true, effect: { does: 'motors', on: true } },
  {
    name: 'M18',
    title: 'Motors off',
    letters: ['X', 'Y', 'Z', 'E'].map(letter => flag(letter, letter)).concat(needs('S', 'after idling for', 's')),
    effect: { does: 'motors', on: false },
  },
  {
    name: 'M82',
    title: 'Filament counts from its zero',
    letters: [],
    effect: { does: 'extrusion-mode', extrusion: 'absolute' },
  },
  {
    name: 'M83',
    title: 'Filament counts from the last move',
    letters: [],
    effect: { does: 'extrusion-mode', extrusion: 'relative' },
  },
  {
    name: 'M84',
    title: 'Motors off',
    letters: ['X', 'Y', 'Z', 'E'].map(letter => flag(letter, letter)).concat(needs('S', 'after idling for', 's')),
    effect: { does: 'motors', on: false },
  },
  {
    name: 'M104',
    title: 'Heat the nozzle, go on',
    letters: heat,
    effect: { does: 'heat', heater: 'nozzle', wait: false },
  },
  {
    name: 'M105',
    title: 'Report temperatures',
    letters: [nozzleTool],
    effect: { does: 'nothing-shown', sort: 'report' },
  },
  {
    name: 'M106',
    title: 'Part fan on',
    letters: [needs('S', 'speed', 'of 255'), needs('P', 'which fan', 'number')],
    effect: { does: 'fan', on: true },
  },
  {
    name: 'M107',
    title: 'Part fan off',
    letters: [needs('P', 'which fan', 'number')],
    effect: { does: 'fan', on: false },
  },
  {
    name: 'M109',
    title: 'Heat the nozzle and wait',
    letters: heatAndWait,
    effect: { does: 'heat', heater: 'nozzle', wait: true },
  },
  {
    name: 'M114',
    title: 'Report the position',
    letters: [],
    anyLetter: true,
    effect: { does: 'nothing-shown', sort: 'report' },
  },
  {
    name: 'M115',
    title: 'Report firmware and abilities',
    letters: [],
    effect: { does: 'nothing-shown', sort: 'report' },
  },
  { name: 'M117', title: 'Show a message', letters: [], text: true, effect: { does: 'message' } },
  {
    name: 'M140',
    title: 'Heat the bed, go on',
    letters: [must('S', 'to', '°C')],
    effect: { does: 'heat', heater: 'bed', wait: false },
  },
  {
    name: 'M190',
    title: 'Heat the bed and wait',
    letters: [needs('S', 'to', '°C'), needs('R', 'to, waiting also while it cools', '°C')],
    effect: { does: 'heat', heater: 'bed', wait: true },
  },
  {
    name: 'M201',
    title: 'Highest acceleration',
    letters: eachAxis('mm/s²'),
    effect: { does: 'limits', of: 'acceleration' },
  },
  { name: 'M203', title: 'Highest speed', letters: eachAxis('mm/s'), effect: { does: 'limits', of: 'speed' } },
  {
    name: 'M204',
    title: 'Acceleration',
    letters: [
      needs('P', 'while printing', 'mm/s²'),
      needs('T', 'while travelling', 'mm/s²'),
      needs('R', 'of filament alone', 'mm/s²'),
      needs('S', 'printing and travelling', 'mm/s²'),
    ],
    effect: { does: 'move-acceleration' },
  },
  {
    name: 'M205',
    title: 'How sharply corners are taken',
    letters: [
      ...eachAxis('mm/s'),
      needs('J', 'corner deviation', 'mm'),
      needs('B', 'shortest segment', 'ms'),
      needs('S', 'slowest printing', 'mm/s'),
      needs('T', 'slowest travel', 'mm/s'),
    ],
    effect: { does: 'nothing-shown', sort: 'tuning' },
  },
  {
    name: 'M211',
    title: 'Soft limits',
    letters: [needs('S', '1 for on, 0 for off', 'switch')],
    effect: { does: 'soft-limits' },
  },
  {
    name: 'M220',
    title: 'Speed of every move',
    letters: [needs('S', 'to', '%'), flag('B', 'remember'), flag('R', 'go back to what was remembered')],
    effect: { does: 'feed-override' },
  },
  {
    name: 'M221',
    title: 'Filament of every move',
    letters: [needs('S', 'to', '%'), needs('T', 'which tool', 'number')],
    effect: { does: 'flow-override' },
  },
  {
    name: 'M300',
    title: 'Beep',
    letters: [needs('S', 'pitch', 'Hz'), needs('P', 'for', 'ms')],
    effect: { does: 'nothing-shown', sort: 'sound' },
  },
  { name: 'M400', title: 'Wait until the moves are done', letters: [], effect: { does: 'wait-for-moves' } },
  {
    name: 'M420',
    title: 'Bed levelling',
    letters: [
      needs('S', '1 for on, 0 for off', 'switch'),
      needs('L', 'load the kept mesh in slot', 'number'),
      needs('Z', 'fade out by height', 'mm'),
      flag('V', 'report the mesh'),
      flag('T', 'how to report it'),
      flag('C', 'centre the mesh'),
    ],
    effect: { does: 'levelling' },
  },
  { name: 'M500', title: 'Keep the settings', letters: [], effect: { does: 'nothing-shown', sort: 'settings' } },
  { name: 'M501', title: 'Load the kept settings', letters: [], effect: { does: 'nothing-shown', sort: 'settings' } },
  {
    name: 'M600',
    title: 'Change the filament by hand',
    letters: [
      ...ends,
      needs('E', 'draw back first', 'mm'),
      needs('U', 'unload', 'mm'),
      needs('L', 'load', 'mm'),
      needs('B', 'beeps', 'number'),
      needs('R', 'go on at', '°C'),
      needs('T', 'which tool', 'number'),
    ],
    effect: { does: 'change-filament' },
  },
  {
    name: 'T',
    title: 'Take a tool',
    letters: [needs('F', 'speed', 'mm/min'), flag('S', 'without moving')],
    effect: { does: 'tool' },
  },
]

export const board: FirmwareFamily = {
  family: 'board',
  about: 'The controller board takes one command a line; settings are kept with M500.',
  commands: new Map(entries.map(entry => [entry.name, entry])),
  coldestExtrudeC: 170,
  homingOrder: ['x', 'y', 'z'],
}
