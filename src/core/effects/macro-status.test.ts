// What macros of other people ask the printer for, and what the simulated one answers; written before it was asked.
import { describe, expect, it } from 'vitest'
import { round } from '../testing/stage.ts'

const config = `
[bed_mesh]
mesh_min: 10, 12

[extruder]
nozzle_diameter: 0.4
max_temp: 260

[gcode_macro NUMBERS]
variable_lift: 2.5
variable_names: ['a', 'b']
gcode:
  G4 P0
`
/** What a macro says whose only line is a message, after homing, a move to 5 mm and 60 °C asked of the bed. */
function said(template: string): string[] {
  const macros = `${config}\n[gcode_macro SAY]\ngcode:\n  M117 ${template}\n`
  const text = 'G28\nG90\nG1 X30 Y20 Z5 F6000\nM140 S60\nM104 S200 T0\nSAY BED=65 NOTE="two words"'
  const { trace } = round(text, 'start', { firmware: { family: 'host', version: '12.0', abilities: {} }, macros })
  return [...trace.troubles.map(({ why }) => `✗ ${why}`), ...trace.messages.map(({ text }) => text)]
}

describe('a macro sees', () => {
  // Whether a setting is written with a point is left as the config has it; lists of numbers are numbers.
  it.each([
    // A place is told by its letter, and by its number as a list is.
    [
      '{ printer.toolhead.position.x } { printer.toolhead.position[2] } { printer.toolhead.position[-1] }',
      '30.0 5.0 0.0',
    ],
    ['{ printer.gcode_move.gcode_position[0]|int } { printer.gcode_move.position.z }', '30 5.0'],
    ['{ printer.toolhead.axis_minimum[0] == printer.toolhead.axis_minimum.x }', 'True'],
    ['{ printer.toolhead.homed_axes } { "xyz" in printer.toolhead.homed_axes }', 'xyz True'],
    [
      '{ printer.heater_bed.target } { printer.extruder.target|int } { printer[printer.toolhead.extruder].target }',
      '60.0 200 200.0',
    ],
    [
      '{ params.BED|int + 1 } { params.NOTE } { params.NONE|default("-") } { "BED" in params } { params|length }',
      '66 two words - True 2',
    ],
    ['{ printer["gcode_macro NUMBERS"].lift * 2 } { printer["gcode_macro NUMBERS"].names|join("+") }', '5.0 a+b'],
    ['{ printer["gcode_macro NOTHING"] is defined } { printer["gcode_macro NUMBERS"] is defined }', 'False True'],
    [
      '{ printer.configfile.settings.extruder.max_temp } { printer.configfile.settings.bed_mesh.mesh_min } { printer.configfile.settings.bed_mesh.mesh_min[1] }',
      '260 (10.0, 12.0) 12.0',
    ],
    ['{ printer.configfile.config.extruder.max_temp } { "extruder" in printer.configfile.settings }', '260 True'],
    [
      '{ "gcode_macro NUMBERS" in printer } { "gcode_macro NOTHING" in printer } { "extruder1" in printer }',
      'True False False',
    ],
    ['{ printer.gcode_move.absolute_coordinates } { printer.idle_timeout.state|lower }', 'True printing'],
    [
      '{ params } { "bed=" in params|string|lower } { "\'BED\'" in params|upper }',
      "{'BED': '65', 'NOTE': 'two words'} False True",
    ],
    ['{ printer["gcode_macro NUMBERS"] }', "{'lift': 2.5, 'names': ['a', 'b']}"],
    ['{ printer.fan.speed } { printer.print_stats.state } { rawparams }', '0.0 printing BED=65 NOTE="two words"'],
  ])('%s', (template, text) => expect(said(template)).toEqual([text]))

  it('what stands there for what can’t be known, and that is told', () => {
    expect(said('{ printer["temperature_sensor case"].temperature|default(25)|int + 1 }')).toEqual([
      '✗ In the macro SAY, line 17 of the config: A rehearsal can’t know “printer.temperature_sensor case.temperature”. It goes on with 25.',
      '26',
    ])
  })

  it('that a section which the config lacks is not defined', () => {
    expect(said('{ "firmware_retraction" in printer.configfile.settings }')).toEqual(['False'])
    expect(said('{ printer["filament_switch_sensor runout"] is defined }')).toEqual(['False'])
    expect(said('{ "filament_switch_sensor runout" in printer }')).toEqual(['False'])
  })

  it('what the printer’s description says where the config lacks it', () => {
    // The reach of the example printer: X 0 to 200 mm.
    expect(said('{ printer.configfile.settings.stepper_x.position_min }')).toEqual(['0.0'])
    expect(said('{ printer.configfile.settings["stepper_x"].position_max - 5 }')).toEqual(['195.0'])
    expect(said('{ printer.exclude_object.objects|length } { printer.z_tilt.applied }')).toEqual(['0 False'])
  })
})
