// Macros to start a host's config with. Each has its numbers as variables at its top.
import { plain } from '../../format.ts'
import { hasFeature } from '../../model/feature.ts'
import type { Printer } from '../../model/printer.ts'
import type { MacroText } from '../spec.ts'

const middle = ([low, high]: readonly [number, number]): number => Math.round((low + high) / 2)

/** Initial numbers of the macros, from the printer's description. */
function figures(printer: Printer) {
  const { bed, reach, tools } = printer
  const [tool] = tools
  return {
    travel: plain(Math.min(200, printer.highestSpeedMmS.x / 2) * 60),
    lift: plain(Math.min(10, reach.z[1])),
    climb: plain(Math.min(10, printer.highestSpeedMmS.z) * 60),
    parkX: plain(Math.max(reach.x[0], bed.x[0]) + 5),
    parkY: plain(Math.min(reach.y[1], bed.y[1]) - 5),
    middleX: plain(middle(bed.x)),
    frontY: plain(bed.y[0] + 10),
    retract: plain(Math.max(0.5, tool?.retractMm ?? 1)),
    aligns: hasFeature(printer, 'gantry_alignment'),
    probes: printer.probe !== null,
  }
}

const before: MacroText = {
  name: 'before-print',
  title: 'Before the print',
  about: 'home, warm up, probe, and stand ready; called with BED, NOZZLE and SOAK',
  text: printer => {
    const { travel, lift, climb, middleX, frontY, aligns, probes } = figures(printer)
    return [
      '[gcode_macro BEFORE_PRINT]',
      'description: Home, warm up, probe, and stand ready',
      'variable_probing_heat: 150    # the nozzle while it probes: soft, not oozing',
      `variable_lift: ${lift}`,
      `variable_travel: ${travel}     # mm/min`,
      'gcode:',
      '  {% set bed = params.BED|default(60)|float %}',
      '  {% set nozzle = params.NOZZLE|default(200)|float %}',
      '  {% set soak = params.SOAK|default(0)|float %}',
      '  G90',
      '  M83',
      '  M140 S{bed}',
      '  M104 S{probing_heat}',
      '  G28',
      '  M190 S{bed}',
      '  G4 P{(soak * 60000)|int}',
      ...(aligns ? ['  QUAD_GANTRY_LEVEL', '  G28 Z'] : []),
      ...(probes ? ['  TEMPERATURE_WAIT SENSOR=extruder MAXIMUM={probing_heat + 5}', '  BED_MESH_CALIBRATE'] : []),
      `  G1 Z{lift} F${climb}`,
      `  G1 X${middleX} Y${frontY} F{travel}`,
      '  M109 S{nozzle}',
    ]
  },
}

const after: MacroText = {
  name: 'after-print',
  title: 'After the print',
  about: 'retract, move off the print, cool down',
  text: printer => {
    const { travel, climb, parkX, parkY, retract } = figures(printer)
    return [
      '[gcode_macro AFTER_PRINT]',
      'description: Retract, move off the print, cool down',
      `variable_retract: ${retract}`,
      `variable_park_x: ${parkX}`,
      `variable_park_y: ${parkY}`,
      `variable_travel: ${travel}     # mm/min`,
      'gcode:',
      '  {% set top = printer.toolhead.axis_maximum.z %}',
      '  {% set up = [printer.toolhead.position.z + 10, top]|min %}',
      '  M83',
      '  G1 E-{retract} F1800',
      '  G90',
      `  G1 Z{up} F${climb}`,
      '  G1 X{park_x} Y{park_y} F{travel}',
      '  TURN_OFF_HEATERS',
      '  M107',
      '  M84',
    ]
  },
}

const cancel: MacroText = {
  name: 'cancel',
  title: 'Cancel a print',
  about: 'in place of the host’s own: move off the print and cool down first',
  text: printer => {
    const { travel, climb, parkX, parkY } = figures(printer)
    return [
      '[gcode_macro CANCEL_PRINT]',
      'description: Go off the print and cool down, then cancel',
      'rename_existing: CANCEL_PRINT_OF_HOST',
      `variable_park_x: ${parkX}`,
      `variable_park_y: ${parkY}`,
      `variable_travel: ${travel}     # mm/min`,
      'gcode:',
      '  {% set top = printer.toolhead.axis_maximum.z %}',
      '  {% set up = [printer.toolhead.position.z + 5, top]|min %}',
      '  G90',
      `  G1 Z{up} F${climb}`,
      '  G1 X{park_x} Y{park_y} F{travel}',
      '  TURN_OFF_HEATERS',
      '  M107',
      '  CANCEL_PRINT_OF_HOST',
    ]
  },
}

const pause: MacroText = {
  name: 'pause-resume',
  title: 'Pause and resume',
  about: 'in place of the host’s own: retract, wait beside the print, come back',
  text: printer => {
    const { travel, climb, parkX, parkY, retract } = figures(printer)
    return [
      '[gcode_macro PAUSE]',
      'description: Retract and wait beside the print',
      'rename_existing: PAUSE_OF_HOST',
      `variable_retract: ${retract}`,
      'variable_lift: 5',
      `variable_park_x: ${parkX}`,
      `variable_park_y: ${parkY}`,
      `variable_travel: ${travel}     # mm/min`,
      'gcode:',
      '  {% set top = printer.toolhead.axis_maximum.z %}',
      '  {% set up = [printer.toolhead.position.z + lift, top]|min %}',
      '  PAUSE_OF_HOST',
      '  M83',
      '  G1 E-{retract} F1800',
      '  G90',
      `  G1 Z{up} F${climb}`,
      '  G1 X{park_x} Y{park_y} F{travel}',
      '',
      '[gcode_macro RESUME]',
      'description: Unretract and go on',
      'rename_existing: RESUME_OF_HOST',
      'gcode:',
      '  M83',
      '  G1 E{printer["gcode_macro PAUSE"].retract} F1800',
      '  RESUME_OF_HOST',
    ]
  },
}

const purge: MacroText = {
  name: 'purge-by-print',
  title: 'Purge line by the print',
  about: 'in front of the print and as high as its first layer; called with LEFT, FRONT and FIRST',
  text: printer => {
    const { travel, middleX, frontY } = figures(printer)
    return [
      '[gcode_macro PURGE_BY_PRINT]',
      'description: A line in front of the print, as high as its first layer',
      'variable_beside: 6             # from the print, mm',
      'variable_length: 60',
      'variable_filament: 8           # mm that go into it',
      `variable_travel: ${travel}     # mm/min`,
      'gcode:',
      `  {% set left = params.LEFT|default(${middleX})|float %}`,
      `  {% set front = params.FRONT|default(${frontY})|float %}`,
      '  {% set first = params.FIRST|default(0.2)|float %}',
      '  {% set least = printer.toolhead.axis_minimum %}',
      '  {% set most = printer.toolhead.axis_maximum %}',
      '  {% set x = [[left, least.x]|max, most.x - length]|min %}',
      '  {% set y = [front - beside, least.y]|max %}',
      '  G90',
      '  M83',
      '  G92 E0',
      '  G1 X{x} Y{y} F{travel}',
      '  G1 Z{first} F600',
      '  G1 X{x + length} E{filament} F900',
      '  G1 Z2 F600',
    ]
  },
}

const soak: MacroText = {
  name: 'heat-soak',
  title: 'Heat soak with a timer',
  about: 'waits until warmth has settled and shows the minutes that are left; called with MINUTES',
  text: () => [
    '[gcode_macro HEAT_SOAK_FOR]',
    'description: Waits until warmth has settled, and shows the minutes that are left',
    'variable_minutes: 5            # where the call says none',
    'gcode:',
    '  {% set wanted = params.MINUTES|default(minutes)|int %}',
    '  {% for gone in range(wanted) %}',
    '    SET_DISPLAY_TEXT MSG="Heat soak: {wanted - gone} min left"',
    '    G4 P60000',
    '  {% endfor %}',
  ],
}

const mesh: MacroText = {
  name: 'mesh-by-heat',
  title: 'Mesh by temperature',
  about: 'loads the mesh that was saved for a bed as hot as this; called with BED. Another probes and saves them',
  text: () => [
    '[gcode_macro MESH_FOR_BED]',
    'description: Loads the mesh that was saved for a bed as hot as this',
    'variable_hot_from: 90          # °C',
    'gcode:',
    '  {% set bed = params.BED|default(60)|float %}',
    '  {% if bed < hot_from %}',
    '    BED_MESH_PROFILE LOAD=cool',
    '  {% else %}',
    '    BED_MESH_PROFILE LOAD=hot',
    '  {% endif %}',
    '',
    '[gcode_macro SAVE_MESHES]',
    'description: Probes the bed cool and hot, and saves both meshes',
    'variable_cool: 60              # °C',
    'variable_hot: 100',
    'gcode:',
    '  G28',
    '  M190 S{cool}',
    '  BED_MESH_CALIBRATE PROFILE=cool',
    '  M190 S{hot}',
    '  BED_MESH_CALIBRATE PROFILE=hot',
    '  TURN_OFF_HEATERS',
  ],
}

const filament: MacroText = {
  name: 'load-unload',
  title: 'Load and unload filament',
  about: 'warms the nozzle, moves the filament in or out; called with TEMP',
  text: printer => {
    const change = printer.filamentChange
    return [
      '[gcode_macro LOAD_FILAMENT]',
      'description: Warms the nozzle and brings filament in',
      `variable_bring: ${plain(change?.loadMm ?? 60)}`,
      `variable_purge: ${plain(change?.purgeMm ?? 30)}`,
      'gcode:',
      '  {% set heat = params.TEMP|default(210)|float %}',
      '  M83',
      '  M109 S{heat}',
      '  G1 E{bring} F900',
      '  G1 E{purge} F200',
      '',
      '[gcode_macro UNLOAD_FILAMENT]',
      'description: Warms the nozzle and takes filament out',
      `variable_take_out: ${plain(change?.unloadMm ?? 80)}`,
      'gcode:',
      '  {% set heat = params.TEMP|default(210)|float %}',
      '  M83',
      '  M109 S{heat}',
      '  G1 E10 F300',
      '  G1 E-{take_out} F1800',
    ]
  },
}

const carriages: MacroText = {
  name: 'two-carriages',
  title: 'Tool change for two carriages',
  about: 'T0 and T1: retract, change the carriage, unretract',
  text: printer => {
    const { retract, climb } = figures(printer)
    const change = (tool: number) => [
      `[gcode_macro T${tool}]`,
      `description: Selects carriage ${tool}`,
      'gcode:',
      `  CHANGE_CARRIAGE TO=${tool}`,
      '',
    ]
    return [
      '[gcode_macro CHANGE_CARRIAGE]',
      'description: Retracts, changes the carriage, unretracts',
      `variable_retract: ${retract}`,
      'variable_lift: 1',
      'gcode:',
      '  {% set to = params.TO|default(0)|int %}',
      '  {% set name = "extruder1" if to == 1 else "extruder" %}',
      '  SAVE_GCODE_STATE NAME=change_carriage',
      '  M83',
      '  G1 E-{retract} F1800',
      '  G91',
      `  G1 Z{lift} F${climb}`,
      '  SET_DUAL_CARRIAGE CARRIAGE={to}',
      '  ACTIVATE_EXTRUDER EXTRUDER={name}',
      `  G1 Z-{lift} F${climb}`,
      '  G1 E{retract} F1800',
      '  RESTORE_GCODE_STATE NAME=change_carriage',
      '',
      ...change(0),
      ...change(1),
    ]
  },
}

export const macroTexts: readonly MacroText[] = [before, after, cancel, pause, purge, soak, mesh, filament, carriages]
