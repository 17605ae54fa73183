import { describe, expect, it } from 'vitest'
import { clock, duration, plain } from '../format.ts'
import { round } from '../testing/stage.ts'

/** What the last line says after the ones before it. */
const last = (...lines: string[]) => round(lines).explained.at(-1)?.says

describe('sentences for moves', () => {
  it('says where to, how much filament, how fast, and how thick a bead', () => {
    // 12 mm · 2.405282 / 120 mm = 0.2405 mm²; F1200 is 20 mm/s
    expect(last('G28', 'M83', 'G1 X100 Y20 Z0.3 F3000', 'G1 Y140 E12 F1200')).toBe(
      'Moves to Y 140 mm, extruding 12 mm of filament at 20 mm/s: 120 mm long, bead 0.24 mm².',
    )
  })

  it.each([
    ['G1 X12 Y20 Z0.3', 'G1 Y140 E12', ', 12 mm in from the left.'],
    ['G1 X20 Y195.5 Z0.3', 'G1 X140 E12', ', 4.5 mm in from the back.'],
    ['G1 X200 Y20 Z0.3', 'G1 Y140 E12', ', on the right edge.'],
    ['G1 X20 Y-3 Z0.3', 'G1 X140 E12', ', 3 mm off the bed at the front.'],
  ])('says where along the bed’s edge %s, %s lies', (approach, stroke, tail) => {
    const says = last('G28', 'M83', approach, stroke)
    expect(says?.slice(says.indexOf('mm²') + 3)).toBe(tail)
  })

  it.each([
    [['G28', 'G1 X10 Y20 F6000'], 'Moves to X 10 and Y 20 mm at 100 mm/s.'],
    [['G28', 'G1 Z0.3 F600'], 'Moves down to Z 0.3 mm at 10 mm/s.'],
    [['G28', 'G91', 'G1 Z5 F600'], 'Moves up 5 mm at 10 mm/s.'],
    [['G28', 'G91', 'G1 X-3 Y2'], 'Moves left 3 mm and to the back 2 mm.'],
    [['M83', 'G1 E5 F300'], 'Extrudes 5 mm of filament in place at 5 mm/s.'],
    [['M83', 'G1 E-2 F1800'], 'Retracts 2 mm of filament at 30 mm/s.'],
    [['G1 F1800'], 'Feed rate from here on: 30 mm/s.'],
    [['G28', 'G1 X10', 'G1 X10'], 'Stays at X 10 mm: already there.'],
    [['G28', 'G20', 'G1 X1'], 'Moves to X 25.4 mm.'],
    [['G28', 'G1 X50 Y50', 'G2 X60 Y60 I10'], 'Moves clockwise along an arc to X 60 and Y 60 mm.'],
  ])('%j', (lines, says) => expect(last(...lines)).toBe(says))
})

describe('sentences for the rest', () => {
  it.each([
    [['G21'], 'Lengths in millimetres.'],
    [['M83', 'M83'], 'Does nothing: relative extrusion: E values are amounts, already.'],
    [['M83', 'M82'], 'Absolute extrusion: E values are positions.'],
    [['G90', 'G90'], 'Does nothing: absolute positions: coordinates count from the origin, already.'],
    [['M82'], 'Absolute extrusion: E values are positions.'],
    [['G28'], 'Homes X, Y, then Z, 14 s. Levelling is off after it.'],
    [['G28 Z'], 'Homes Z, 10 s. Levelling is off after it.'],
    [['G28', 'G29'], 'Probes 9 points, 18 s. Levelling is on after it.'],
    [['M109 S200'], 'Waits for the nozzle: 200 °C, 1 min 40 s.'],
    [['M104 S200', 'G28', 'M109 S200'], 'Waits for the nozzle: 200 °C, 1 min 26 s; heating since line 1.'],
    [['M104 S150', 'M109 S200'], 'Waits for the nozzle: 200 °C, 1 min 40 s.'],
    [['M109 S200', 'M109 S200'], 'Nozzle is already at 200 °C: no wait.'],
    // Each line tells what it sets, not what a later one makes of it.
    [['M104 S150', 'M104 S205'], 'Heats the nozzle to 205 °C, doesn’t wait.'],
    // From 250 °C a wait by S does not wait for cooling.
    [
      ['M109 S250', 'M109 S200'],
      'Sets the nozzle to 200 °C; it is at 250 °C, and this command doesn’t wait for cooling.',
    ],
    [['M104 S200'], 'Heats the nozzle to 200 °C, doesn’t wait.'],
    [['M140 S0'], 'Bed heater off.'],
    [['M190 S60'], 'Waits for the bed: 60 °C, 2 min.'],
    [['M106 S128'], 'Part fan on, 50 %.'],
    [['M107'], 'Part fan off.'],
    [['G92 E0'], 'E is reset to 0.'],
    [['M84'], 'All motors off: the head can be moved by hand, and no axis is homed any more.'],
    [['M117 Warm'], 'Shows “Warm” on the display.'],
    [['G4 P500'], 'Waits 0.5 s.'],
    [['M201 X500 Y600'], 'Acceleration limits from here on: X 500 mm/s² and Y 600 mm/s².'],
    [['M420 S1'], 'Bed levelling on, from the saved mesh.'],
    [['M420 S1 L2 Z10'], 'Bed levelling on, from the mesh in slot 2; fades out by height 10 mm.'],
    [['M420 V'], 'Bed levelling: report the mesh.'],
    [['M9999'], '“M9999” is not a known command of this firmware.'],
    [[';M420 S1 ; mesh'], 'Commented out. It would: bed levelling: on.'],
    [['; only words'], ''],
    [
      ['G28 G29'],
      'Homes X, Y, then Z, 14 s. Levelling is off after it. Only this much: “G29” begins a second command on the same line.',
    ],
    [['G29'], 'Probes 9 points, 18 s. Levelling is on after it.'],
    // Another program's word is rehearsed with what it most likely means.
    [['M190 S{bed_temp}'], 'Waits for the bed: 60 °C, 2 min.'],
    [['T5'], 'Selects T5, which Test bench doesn’t have: nothing changes.'],
    [['T-1'], 'Puts the tool away; none is in use after that.'],
    [['12345'], 'A line begins with a command such as G1 or M104; “12345” is none.'],
  ])('%j', (lines, says) => expect(last(...lines)).toBe(says))

  it('gives one entry for each line, with its kind', () => {
    expect(round('G28\n\n; note\n;= a = 3 mm\n???').explained.map(({ line, kind }) => [line, kind])).toEqual([
      [1, 'command'],
      [2, 'blank'],
      [3, 'comment'],
      [4, 'mark'],
      [5, 'unreadable'],
    ])
  })
})

describe('numbers in words', () => {
  it('drops zeros at the end and minus zero', () => {
    expect([plain(1.5), plain(2), plain(-0.001), plain(100, 0)]).toEqual(['1.5', '2', '0', '100'])
  })
  it('tells time as people do', () => {
    expect([0.42, 9.96, 58, 60, 262, 3720, 7200].map(duration)).toEqual([
      '0.4 s',
      '10 s',
      '58 s',
      '1 min',
      '4 min 22 s',
      '1 h 2 min',
      '2 h',
    ])
    expect([0, 59.6, 241].map(clock)).toEqual(['0:00', '1:00', '4:01'])
  })

  it('tells commands that move the head from those that do not', () => {
    const { explained } = round('G28\nM104 S200\n;G1 X5\nG29\nM420 S1\nG92 E0\nG1 E5\n; a note')
    expect(explained.map(({ moves }) => moves)).toEqual([true, false, true, true, false, false, true, false])
  })
})
