// Words made up in ordinary English before any guessing was tuned, with what a person would take each for.
import { describe, expect, it } from 'vitest'
import { guessMeaning } from './guess.ts'

const meant: Readonly<Record<string, readonly string[]>> = {
  bed: ['plate_heat_for_layer_one', 'warm_bed_at_start', 'bedDegreesFirst'],
  bed_later: ['bed_degrees_after_first', 'plate_temp_rest', 'bed_heat_remaining_layers'],
  nozzle: ['hot_end_degrees_first', 'nozzle_heat_layer_one', 'startNozzleDegrees'],
  nozzle_later: ['nozzle_degrees_other_layers', 'tip_temp_following_layers', 'hotEndHeat'],
  chamber: ['chamber_degrees', 'enclosureHeat', 'air_temp_wanted'],
  soak: ['soak_minutes', 'minutes_to_soak_bed'],
  ooze_safe: ['probing_heat_no_drip', 'nozzle_temp_while_probing', 'no_ooze_degrees'],
  flow: ['flow_rate_factor', 'material_flow'],
  nozzle_size: ['nozzle_bore', 'tip_diameter', 'nozzle_width_mm'],
  filament_size: ['strand_diameter', 'filament_thickness'],
  first_layer: ['height_of_first_layer', 'layerOneThickness', 'bottom_layer_height'],
  layer_height: ['height_per_layer', 'slice_thickness'],
  layers: ['layers_in_total', 'how_many_layers', 'layer_count'],
  layer: ['this_layer_number', 'present_layer', 'layer_no_now'],
  height: ['height_reached', 'current_height'],
  top: ['part_top', 'tallest_point', 'print_height', 'part_height_total'],
  reach_top: ['highest_print_height', 'printable_height', 'machine_height'],
  print_left: ['part_left_edge', 'lowest_x'],
  print_right: ['x_max_of_part'],
  print_back: ['highest_y_of_print'],
  print_front: ['front_edge_of_part'],
  bed_back: ['bed_back_edge'],
  bed_right: ['bed_x_max'],
  first_tool: ['tool_we_start_with', 'opening_tool'],
  from_tool: ['tool_to_leave', 'toolBefore'],
  to_tool: ['tool_coming', 'upcoming_head'],
  tools_used: ['number_of_tools', 'tools_in_use'],
  material: ['kind_of_material'],
  job_name: ['name_of_part'],
}

/** What each of these must not be taken for: a figure or a “not” in it would be lost. */
const notMeant: Readonly<Record<string, readonly string[]>> = {
  second_layer_bed_temp: ['bed'],
  bed_temp_layer_2: ['bed'],
  nozzle_temp_2: ['nozzle', 'nozzle_later'],
  tool_3_heat: ['nozzle', 'nozzle_later', 'first_tool'],
  not_first_layer_nozzle_temp: ['nozzle'],
  non_first_layer_height: ['first_layer'],
  without_first_layer_temp: ['nozzle'],
  no_bed_heat: ['bed', 'bed_later'],
  disable_bed_temp: ['bed', 'bed_later'],
  unheated_bed_temp: ['bed', 'bed_later'],
  isFirstLayerHeight: ['first_layer'],
}

/** Ordinary words that are none of Warm Prelude’s values. */
const nothing = [
  'nozzle_temp_max',
  'min_bed_temp',
  'bed_temp_offset',
  'bed_heat_time',
  'nozzle_standby_temp',
  'fan_speed_first_layer',
  'layer_time',
  'filament_used',
  'filament_cost',
  'print_time',
  'first_layer_speed',
  'first_layer_flow',
  'bed_type',
  'nozzle_type',
  'chamber_fan',
  'max_layer_height',
  'has_bed_heat',
  'tool_temp_delta',
  'retract_length',
  'tool_offset_x',
]

describe('the meaning of a word is guessed from the ordinary words in it', () => {
  const all = Object.entries(meant).flatMap(([value, words]) => words.map(word => ({ word, value })))

  it('rightly for nearly all of 64', () => {
    expect(all).toHaveLength(64)
    const wrong = all.filter(({ word, value }) => guessMeaning(word).value !== value)
    expect(wrong.map(({ word }) => `${word}: ${guessMeaning(word).value}`)).toEqual([])
  })

  it.each(Object.entries(notMeant))('never by dropping a figure or a “not”: %s', (word, wrong) => {
    expect(wrong).not.toContain(guessMeaning(word).value)
  })

  it.each(nothing)('and not at all where it is none of ours: %s', word => {
    expect(guessMeaning(word).value).toBeNull()
  })
})
