// Learns motion from a host's config: limits, reach, bed, homing.
import type { Span } from '../model/printer.ts'
import { bedAroundMesh, tellBedFromReach } from './bed.ts'
import type { ConfigFigures } from './config-figures.ts'
import type { Notes, Place } from './findings.ts'

const axisNames = ['x', 'y', 'z'] as const

/** The reach of straight axes. */
export type StraightReach = { x: Span | null; y: Span | null }

export function motion(config: ConfigFigures, notes: Notes): StraightReach {
  const kinematics = config.text('printer', 'kinematics')
  const kind = kinematics?.text.toLowerCase() ?? ''
  const speed = config.number('printer', 'max_velocity')
  const acceleration = config.number('printer', 'max_accel')
  if (kinematics && kind === 'delta')
    notes.derive('bedCarriedOn', 'none', kinematics.place, 'on a delta the bed stays where it is')
  else if (kinematics) {
    const headOnXY = /core|^h-?bot/.test(kind)
    notes.guess(
      'bedCarriedOn',
      headOnXY ? 'z' : 'y',
      `a ${kind} machine mostly ${headOnXY ? 'carries its bed up and down' : 'slides its bed front to back'}`,
      kinematics.place,
    )
  }
  const both = ['x', 'y'] as const
  if (speed) for (const axis of both) notes.state(`highestSpeedMmS.${axis}`, speed.value, speed.place)
  if (acceleration)
    for (const axis of both) notes.state(`highestAccelerationMmS2.${axis}`, acceleration.value, acceleration.place)
  if (acceleration)
    for (const what of ['print', 'travel'])
      notes.state(`accelerationMmS2.${what}`, acceleration.value, acceleration.place)
  const cornering = config.number('printer', 'square_corner_velocity')
  if (cornering) notes.state('corner', { kind: 'speed', mmS: cornering.value }, cornering.place)
  for (const [key, field] of [
    ['max_z_velocity', 'highestSpeedMmS.z'],
    ['max_z_accel', 'highestAccelerationMmS2.z'],
  ] as const) {
    const found = config.number('printer', key)
    if (found) notes.state(field, found.value, found.place)
    else if (speed && acceleration && kinematics)
      notes.derive(
        field,
        key === 'max_z_accel' ? acceleration.value : speed.value,
        kinematics.place,
        `there is no ${key}`,
      )
  }
  return kind === 'delta' ? deltaReach(config, notes) : straightReach(config, notes)
}

function deltaReach(config: ConfigFigures, notes: Notes): { x: null; y: null } {
  const radius = config.number('printer', 'print_radius') ?? config.number('printer', 'delta_radius')
  const top = config.number('stepper_a', 'position_endstop')
  for (const name of config.named(/^stepper_[abc]$/)) config.text(name, 'position_endstop')
  if (radius) {
    const span: Span = [-radius.value, radius.value]
    notes.state('reachRadiusMm', radius.value, radius.place)
    for (const axis of ['x', 'y']) notes.derive(`reach.${axis}`, span, radius.place, 'the circle about the middle')
    for (const axis of ['x', 'y'])
      notes.derive(`bed.${axis}`, span, radius.place, 'the bed is taken to be as wide as the reach')
    notes.derive('bed.round', true, radius.place, 'deltas have round beds, mostly')
  }
  if (top) {
    notes.derive('reach.z', [0, top.value], top.place, 'all carriages are up there at their end stops')
    notes.derive('homing.at', { x: 0, y: 0, z: top.value }, top.place, 'it homes upwards')
  }
  return { x: null, y: null }
}

function straightReach(config: ConfigFigures, notes: Notes): StraightReach {
  const spans: StraightReach = { x: null, y: null }
  for (const axis of axisNames) {
    const section = `stepper_${axis}`
    const high = config.number(section, 'position_max')
    const low = config.number(section, 'position_min')
    if (!high) continue
    if (axis === 'z') {
      // A host allows positions below the bed only for setting the height.
      if (low && low.value < 0)
        notes.derive('reach.z', [0, high.value], high.place, `it may go to ${low.value}, but the bed is at 0`)
      else notes.state('reach.z', [low?.value ?? 0, high.value], high.place)
      continue
    }
    const span: Span = [low?.value ?? 0, high.value]
    spans[axis] = span
    notes.state(`reach.${axis}`, span, high.place)
    const probed = [config.pair('bed_mesh', 'mesh_min'), config.pair('bed_mesh', 'mesh_max')] as const
    const at = axis === 'x' ? 0 : 1
    const around = probed[0] && probed[1] ? bedAroundMesh([probed[0].value[at], probed[1].value[at]], span) : null
    if (around && probed[1])
      notes.derive(`bed.${axis}`, around, probed[1].place, 'the mesh lies in the middle of the bed')
    else tellBedFromReach(notes, axis, { span, place: high.place }, 'config')
  }
  config.named(/^stepper_[xyz]\d$|^dual_carriage$/)
  return spans
}

export function homing(config: ConfigFigures, notes: Notes): void {
  const bump: Record<string, number> = {}
  let bumpPlace: Place | null = null
  for (const axis of axisNames) {
    const section = `stepper_${axis}`
    if (!config.has(section)) continue
    const speed = config.number(section, 'homing_speed')
    if (speed) notes.state(`homing.speedMmS.${axis}`, speed.value, speed.place)
    else notes.derive(`homing.speedMmS.${axis}`, 5, config.placeOf(section), 'a host’s own when none is given')
    const retract = config.number(section, 'homing_retract_dist')
    bump[axis] = retract?.value ?? 5
    bumpPlace = retract?.place ?? bumpPlace ?? config.placeOf(section)
    const slow = config.number(section, 'second_homing_speed')
    if (axis === 'x' && bump.x)
      notes.derive(
        'homing.bumpShare',
        slow && speed ? Math.min(1, slow.value / speed.value) : 0.5,
        (slow ?? retract)?.place ?? config.placeOf(section),
        slow ? 'the second approach over the first' : 'the second approach is half as fast',
      )
  }
  if (bumpPlace && Object.keys(bump).length === 3)
    notes.derive('homing.bumpMm', bump, bumpPlace, 'how far it steps back to touch twice')
  const middle = config.pair('safe_z_home', 'home_xy_position')
  const hop = config.number('safe_z_home', 'z_hop')
  for (const axis of ['x', 'y'] as const) {
    const stop = config.number(`stepper_${axis}`, 'position_endstop')
    if (middle) notes.state(`homing.at.${axis}`, middle.value[axis === 'x' ? 0 : 1], middle.place)
    else if (stop) notes.derive(`homing.at.${axis}`, stop.value, stop.place, 'where its end stop is')
  }
  const zStop = config.number('stepper_z', 'position_endstop')
  if (hop) notes.derive('homing.at.z', hop.value, hop.place, 'it lifts so far after homing')
  else if (zStop) notes.derive('homing.at.z', zStop.value, zStop.place, 'where its end stop is')
  const override = config.text('homing_override', 'gcode')
  const order = [...(override?.text ?? '').matchAll(/^\s{0,40}G28 ([XYZ])\b/gim)].map(found => found[1]?.toLowerCase())
  if (override && new Set(order).size === 3 && order.length === 3)
    notes.derive('homing.order', order, override.place, 'as its own homing goes through them')
  if (config.has('homing_override'))
    notes.pass(
      config.placeOf('homing_override'),
      'It homes by its own commands. The position afterwards is not calculated.',
    )
}
