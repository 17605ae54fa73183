import { describe, expect, it } from 'vitest'
import { read } from '../gcode/read.ts'
import { families } from './families.ts'
import { specNamed } from './spec.ts'

const all = Object.values(families)

/** What start, end, layer and tool-change scripts use of the board family. */
const boardNames =
  'G0 G1 G2 G3 G4 G5 G10 G11 G12 G17 G20 G21 G26 G27 G28 G29 G30 G31 G32 G33 G34 G35 G42 G53 G54 G55 G56 G57 G58 G59 G60 G61 G76 G80 G90 G91 G92 ' +
  'M0 M1 M17 M18 M42 M73 M75 M76 M77 M78 M82 M83 M84 M86 M104 M105 M106 M107 M108 M109 M110 M111 M112 M115 M117 M118 M119 M121 M122 M140 M141 M143 M150 M163 M164 M165 M190 M191 ' +
  'M201 M203 M204 M205 M206 M207 M208 M209 M211 M218 M220 M221 M226 M260 M280 M300 M301 M302 M303 M304 M320 M321 M322 M350 M355 M400 M401 M402 M403 M412 M413 M420 M425 M428 M486 ' +
  'M500 M501 M502 M503 M504 M569 M575 M593 M600 M601 M602 M603 M604 M605 M665 M666 M701 M702 M810 M811 M812 M813 M814 M815 M816 M817 M818 M819 M851 M852 M860 M861 M862 M863 M864 M865 M866 M867 M868 M869 M900 M906 M907 M914 M928 M999 T'

describe('the tables', () => {
  it('have what scripts for boards use, and more than 90 commands', () => {
    const lacking = boardNames.split(' ').filter(name => !specNamed(families.board, name))
    expect(lacking).toEqual([])
    expect(families.board.commands.size).toBeGreaterThan(90)
  })

  it.each([
    [
      'host',
      'SET_HEATER_TEMPERATURE TEMPERATURE_WAIT BED_MESH_PROFILE BED_MESH_CLEAR BED_MESH_CALIBRATE QUAD_GANTRY_LEVEL Z_TILT_ADJUST SCREWS_TILT_CALCULATE SET_GCODE_OFFSET SAVE_GCODE_STATE RESTORE_GCODE_STATE SET_PRESSURE_ADVANCE SET_VELOCITY_LIMIT SET_GCODE_VARIABLE UPDATE_DELAYED_GCODE RESPOND SET_DISPLAY_TEXT PAUSE RESUME EXCLUDE_OBJECT',
    ],
    ['macro-file', 'G10 G29 G32 M116 M568 M98 IF ELIF ELSE WHILE VAR GLOBAL SET ECHO M375 M561'],
    ['dispensing', 'M6 M221 M756 M757 M758 M721 M722 M350 M772 M790'],
  ] as const)('have what the %s family is known for', (family, names) => {
    expect(names.split(' ').filter(name => !specNamed(families[family], name))).toEqual([])
  })

  it.each(all.map(family => [family.family, family] as const))(
    'of the %s family have an example that reads cleanly as the command itself',
    (_, family) => {
      for (const spec of family.commands.values()) {
        const [line] = read(spec.example)
        expect([spec.name, line?.kind]).toEqual([spec.name, 'command'])
        expect(specNamed(family, line?.command?.name ?? '')?.name).toBe(spec.name)
        const odd = line?.pieces.filter(piece => 'flaw' in piece && piece.flaw !== null)
        expect([spec.name, odd]).toEqual([spec.name, []])
      }
    },
  )

  it.each(all.map(family => [family.family, family] as const))(
    'of the %s family have only letters in their examples that they list',
    (_, family) => {
      for (const spec of family.commands.values()) {
        if (spec.anyLetter || spec.text) continue
        const command = read(spec.example)[0]?.command
        const used = [
          ...(command?.words.map(({ letter }) => letter) ?? []),
          ...(command?.keys.map(({ key }) => key) ?? []),
        ]
        expect([spec.name, used.filter(letter => !spec.letters.some(each => each.letter === letter))]).toEqual([
          spec.name,
          [],
        ])
      }
    },
  )

  it('decide what the same word means in each family', () => {
    const does = (name: string) => all.map(family => specNamed(family, name)?.effect.does ?? 'unknown')
    expect(does('G29')).toEqual(['probe', 'unknown', 'probe', 'unknown'])
    expect(does('G10')).toEqual(['firmware-retract', 'firmware-retract', 'firmware-retract', 'set-workspace'])
    expect(does('G32')).toEqual(['nothing-shown', 'unknown', 'align', 'unknown'])
    expect(does('M106').every(each => each === 'fan')).toBe(true)
  })
})
