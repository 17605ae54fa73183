// Fifty changes that people make to their scripts, each with the note that a person would write about it.
import { describe, expect, it } from 'vitest'
import type { Printer } from '../model/printer.ts'
import { rehearseAndCheck } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { changesBetween } from './differ.ts'

const start = `;= soak = 2 min
; --- warm ---
M140 S60
M104 S150
M190 S60
; --- home ---
G28
M420 S1
; --- let it settle ---
G4 S5
; --- heat the nozzle ---
M117 Heating
M109 S200
; --- set up ---
M82
M204 P500
M900 K0.05
M220 S100
M221 S100
; --- purge ---
G92 E0
G1 X4 Y20 Z0.3 F3000
G1 Y170 E15 F1000
G1 Z2 F600
; --- fan ---
M106 S255
; --- wait there ---
G1 X0 Y200 Z10 F3000
`

const on = (family: Printer['firmware']['family']): Printer => ({
  ...printer,
  firmware: { family, version: '1.0', abilities: {} },
})
const [hostPrinter, macroFilePrinter] = [on('host'), on('macro-file')]

const note = (before: string, after: string, machine = printer, moment: 'start' | 'end' = 'start'): string => {
  const round = (text: string) => rehearseAndCheck(text, { printer: machine, material, job, moment })
  return changesBetween(round(before), round(after)).join('; ')
}

/** The note on a start script in which one text stands in the place of another. */
const changed = (from: string, to: string): string => {
  if (!start.includes(from)) throw new Error(`no “${from}” in the script`)
  return note(start, start.replaceAll(from, to))
}

describe('the note on a change says what was changed, in numbers', () => {
  it.each([
    ['M109 S200', 'M109 S215', 'nozzle 200 → 215 °C'],
    ['S60', 'S70', 'bed 60 → 70 °C'],
    ['M190 S60', 'M190 S65', 'bed 60 → 65 °C'],
    ['M109 S200', 'M104 S200', 'no longer waits for the nozzle'],
    ['M104 S150', 'M109 S150', 'waits for the nozzle'],
    ['M190 S60', 'M140 S60', 'no longer waits for the bed'],
    ['M109 S200', 'M109 R200', 'waits for the nozzle to cool too'],
    ['M104 S150\n', '', 'no “M104 S150”'],
    ['M104 S150\n', '; M104 S150\n', '“M104 S150” commented out'],
    ['M140 S60\n', 'M140 S60\nM141 S45\n', 'with “M141 S45”'],
    ['M109 S200', 'M109 S@nozzle', 'nozzle 200 °C → @nozzle'],
    ['E15', 'E10', 'purge line 15 → 10 mm'],
    ['F1000', 'F600', 'purge line speed 1000 → 600 mm/min'],
    ['Z0.3', 'Z0.2', 'purge line height 0.3 → 0.2 mm'],
    ['X4 Y20', 'X10 Y20', 'purge line X 4 → 10 mm'],
    ['Y170', 'Y120', 'purge line Y 170 → 120 mm'],
    ['X4 Y20', 'X10 Y30', 'purge line X 4 → 10 mm, Y 20 → 30 mm'],
    ['G28\n', 'G28 X Y\n', '“G28” → “G28 X Y”'],
    ['M420 S1', 'M420 S1 Z10', '“M420 S1” → “M420 S1 Z10”'],
    ['M420 S1', 'G29', 'with probing'],
    ['G4 S5', 'G4 S20', 'dwell 5 → 20 s'],
    ['G4 S5', 'G4 P8000', 'dwell 5 → 8 s'],
    ['G4 S5', 'G4 S@soak', 'dwell 5 s → @soak'],
    ['M117 Heating', 'M117 Warming up', 'message “Heating” → “Warming up”'],
    ['M82', 'M83', 'extrusion absolute → relative'],
    ['M204 P500', 'M204 P1500', 'acceleration 500 → 1500 mm/s²'],
    ['M900 K0.05', 'M900 K0.08', 'M900 K 0.05 → 0.08'],
    ['M220 S100', 'M220 S80', 'speed override 100 → 80 %'],
    ['M221 S100', 'M221 S95', 'flow override 100 → 95 %'],
    ['G92 E0\n', '', 'no “G92 E0”'],
    ['M106 S255', 'M106 S127', 'fan 100 → 50 %'],
    ['M106 S255', 'M107', 'fan 100 → 0 %'],
    ['Y200', 'Y180', '“wait there” Y 200 → 180 mm'],
    ['Z10', 'Z50', '“wait there” height 10 → 50 mm'],
    ['Y200 Z10 F3000', 'Y200 Z10 F6000', '“wait there” speed 3000 → 6000 mm/min'],
    ['M117 Heating\n', 'M117 Heating\nM302 P1\n', 'with “M302 P1”'],
    ['M420 S1\n', ';? when bed > 85\nM420 S1\n;? end\n', '“M420 S1” only when bed > 85'],
    ['soak = 2 min', 'soak = 5 min', 'soak 2 → 5 min'],
    ['M109 S200\n', 'M109 S200 ; hot enough\n', ''],
    [' F1000', '', 'purge line without F1000'],
    ['; --- purge ---\n', '; --- purge ---\n;! the preview needs this\n', 'kept: the preview needs this'],
  ])('%s → %s', (from, to, said) => expect(changed(from, to)).toBe(said))

  it.each([
    [/X0\.1/g, 'X5.1', 'purge line X 0.1 → 5.1 mm'],
    [/X0\.(?=[14])/g, 'X3.', 'purge line X +3 mm'],
    [/F1500\.0/g, 'F900', 'purge line speed 1500 → 900 mm/min'],
    ['G29 ; level\n', '', 'no probing'],
    ['M190 S@bed\nG29 ; level\n', 'G29 ; level\nM190 S@bed\n', 'probing moved'],
    ['M104 S150', 'M104 S@ooze_safe', 'nozzle 150 °C → @ooze_safe'],
    ['G28 ; home all\n', 'G28 ; home all\nG4 S10\n', 'with “G4 S10”'],
    ['E30\n', 'E22\n', 'purge line 30 → 22 mm'],
    ['; home all', '; everything', ''],
  ])('on a script without headings: %s → %s', (from, to, said) => {
    const bare =
      'G21\nG90\nM82\nM140 S@bed ; bed\nM104 S150\nG28 ; home all\nM190 S@bed\nG29 ; level\nM109 S@nozzle\nG92 E0\n' +
      'G1 Z2.0 F3000\nG1 X0.1 Y20 Z0.3 F5000.0\nG1 X0.1 Y180 Z0.3 F1500.0 E15\nG1 X0.4 Y180 Z0.3 F5000.0\n' +
      'G1 X0.4 Y20 Z0.3 F1500.0 E30\nG92 E0\n'
    const after = bare.replace(from, to)
    expect(after).not.toBe(bare)
    expect(note(bare, after)).toBe(said)
  })

  it('of several changes says each', () => {
    expect(note(start, start.replace('M109 S200', 'M109 S215').replace('E15', 'E10'))).toBe(
      'nozzle 200 → 215 °C; purge line 15 → 10 mm',
    )
    expect(note(start, start.replace('M204 P500', 'M204 P1500').replace('M220 S100', 'M220 S80'))).toBe(
      'acceleration 500 → 1500 mm/s²; speed override 100 → 80 %',
    )
  })

  it('of a guard’s other condition', () => {
    const guarded = start.replace('M420 S1\n', ';? when bed > 85\nM420 S1\n;? end\n')
    expect(note(guarded, guarded.replace('> 85', '> 50'))).toBe('“bed > 85” → “bed > 50”')
    expect(note(guarded, start)).toBe('“M420 S1” always')
    // Lines that went with their guard, and lines that came with one, say nothing of the passage that they stood in.
    expect(note(guarded, start.replace('M420 S1\n', ''))).not.toContain('always')
    const soaked = start.replace('M420 S1\n', ';? when soak > 0\nM117 Settling\nG4 S@(soak * 60)\n;? end\nM420 S1\n')
    expect(note(start, soaked)).toBe(
      'with “M117 Settling”; with “G4 S@(soak * 60)”; “M117 Settling” and 1 more only when soak > 0',
    )
  })

  it('of an end script', () => {
    const end = 'G91\nG1 E-2 F2700\nG1 Z5 F600\nG90\nG1 X0 Y200 F3000\nM104 S0\nM140 S0\nM107\nM84\n'
    const said = (from: string, to: string) => note(end, end.replace(from, to), printer, 'end')
    expect(said('E-2', 'E-4')).toContain('retraction 2 → 4 mm')
    expect(said('M84', 'M84 X Y E')).toBe('“M84” → “M84 X Y E”')
    expect(said('M107\n', '')).toBe('no “M107”')
    expect(said('G90\n', '')).toContain('no “G90”')
  })

  it('on a host', () => {
    const host = 'START_PRINT BED=60 NOZZLE=200\nBED_MESH_CALIBRATE\nTEMPERATURE_WAIT SENSOR=extruder MINIMUM=200\n'
    const said = (from: string, to: string) => note(host, host.replace(from, to), hostPrinter)
    expect(said('BED=60', 'BED=70')).toBe('START_PRINT BED 60 → 70')
    expect(said('CALIBRATE', 'CALIBRATE ADAPTIVE=1')).toBe('“BED_MESH_CALIBRATE” → “BED_MESH_CALIBRATE ADAPTIVE=1”')
    expect(said('MINIMUM=200', 'MINIMUM=215')).toBe('nozzle 200 → 215 °C')
  })

  it('on a board with macro files', () => {
    const files = 'G10 P0 S200 R150\nM116\nG28\n'
    expect(note(files, files.replace('S200', 'S215'), macroFilePrinter)).toBe('nozzle 200 → 215 °C')
    expect(note(files, files.replace('R150', 'R120'), macroFilePrinter)).toBe('nozzle standing by 150 → 120 °C')
  })
})
