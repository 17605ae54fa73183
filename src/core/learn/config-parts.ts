// Learns a machine's parts from a host's config: probe, tools, heaters, chamber, and further features.
import type { Feature } from '../model/feature.ts'
import { bedAroundMesh, bedFromReach } from './bed.ts'
import type { ConfigFigures } from './config-figures.ts'
import type { StraightReach } from './config-motion.ts'
import type { Notes, Place } from './findings.ts'
import { guessProbeKind } from './probe-kind.ts'
import { ofBlock, secondsCooling, secondsTo } from './warming.ts'

/** A probe's section with the probe's kind; null if the kind is unknown. */
function probeSection(config: ConfigFigures): { name: string; kind: 'touch' | 'inductive' | 'nozzle' | null } | null {
  const [touch] = config.named(/touch$/)
  if (touch) return { name: touch, kind: 'touch' }
  const [eddy] = config.named(/^probe_eddy/)
  if (eddy) return { name: eddy, kind: 'inductive' }
  const [nozzle] = config.named(/^load_cell_probe|^smart_effector/)
  if (nozzle) return { name: nozzle, kind: 'nozzle' }
  return config.has('probe') ? { name: 'probe', kind: null } : null
}

export function probing(config: ConfigFigures, notes: Notes, reach: StraightReach): void {
  const section = probeSection(config)
  if (!section) {
    if (config.has('stepper_z'))
      notes.derive('probe', null, config.placeOf('stepper_z'), 'there is no section of a probe')
    return
  }
  const { name, kind } = section
  const place = config.placeOf(name)
  if (kind) notes.derive('probe.kind', kind, place, `[${name}] is one`)
  else guessProbeKind(notes, 'inductive', 'a [probe] may be of any kind; most are sensors for metal', place)
  const [x, y, z] = ['x_offset', 'y_offset', 'z_offset'].map(key => config.number(name, key))
  if (kind !== 'nozzle' || x || y) {
    notes.state('probe.offset.x', x?.value ?? 0, x?.place ?? place)
    notes.state('probe.offset.y', y?.value ?? 0, y?.place ?? place)
  }
  if (z) notes.state('probe.offset.z', z.value, z.place)
  grid(config, notes, reach)
  secondsPerPoint(config, name, notes, place)
}

function grid(config: ConfigFigures, notes: Notes, reach: StraightReach): void {
  const points = config.pair('bed_mesh', 'probe_count')
  const first = config.pair('bed_mesh', 'mesh_min')
  if (points) notes.state('probe.grid', { x: points.value[0], y: points.value[1] }, points.place)
  else if (config.has('bed_mesh'))
    notes.derive('probe.grid', { x: 3, y: 3 }, config.placeOf('bed_mesh'), 'a host’s own when none is given')
  const saved = config.named(/^bed_mesh ./)
  if (config.has('bed_mesh'))
    notes.derive(
      'storedMesh',
      true,
      config.placeOf(saved[0] ?? 'bed_mesh'),
      saved.length
        ? `it keeps ${saved.map(each => each.slice('bed_mesh '.length)).join(', ')}`
        : 'a host keeps meshes by name',
    )
  else notes.derive('storedMesh', false, config.placeOf('stepper_x'), 'there is no [bed_mesh]')
  if (!first) return
  const last = config.pair('bed_mesh', 'mesh_max')
  const insets = (['x', 'y'] as const).flatMap((axis, at) => {
    const span = reach[axis]
    const bed =
      span && last ? (bedAroundMesh([first.value[at] ?? 0, last.value[at] ?? 0], span) ?? bedFromReach(span)) : null
    return bed ? [Math.max(0, (first.value[at] ?? 0) - bed[0])] : []
  })
  if (insets.length)
    notes.derive('probe.insetMm', Math.min(...insets), first.place, 'from the bed’s edge to the mesh’s first point')
}

/** Seconds for a point: down, up, as often as it samples, and the travel to the next point. */
function secondsPerPoint(config: ConfigFigures, name: string, notes: Notes, place: Place): void {
  const given = (section: string, key: string, otherwise: number) => config.number(section, key)?.value ?? otherwise
  const speed = given(name, 'speed', 5)
  const lift = given(name, 'lift_speed', speed)
  const height = Math.max(0.5, given('bed_mesh', 'horizontal_move_z', 5) - given(name, 'z_offset', 0))
  const samples = given(name, 'samples', 1)
  const back = given(name, 'sample_retract_dist', 2)
  const [first, last, points] = ['mesh_min', 'mesh_max', 'probe_count'].map(
    key => config.pair('bed_mesh', key)?.value[0],
  )
  const way = first !== undefined && last !== undefined && points && points > 1 ? (last - first) / (points - 1) : 40
  if (speed <= 0 || lift <= 0) return
  const seconds =
    height / speed +
    height / lift +
    (samples - 1) * (back / lift + back / speed) +
    way / Math.max(1, given('bed_mesh', 'speed', 50))
  notes.derive(
    'probe.secondsPerPoint',
    Math.round(seconds * 100) / 100,
    config.number(name, 'speed')?.place ?? place,
    'down, up and on to the next, from the probe’s speeds',
  )
}

export function tools(config: ConfigFigures, notes: Notes): void {
  const sections = config.named(/^extruder\d*$/)
  sections.forEach((name, i) => {
    const field = `tools.${i}`
    notes.derive(
      `${field}.name`,
      sections.length === 1 ? 'nozzle' : `nozzle T${i}`,
      config.placeOf(name),
      'one tool for each extruder',
    )
    for (const [key, its] of [
      ['nozzle_diameter', 'nozzleMm'],
      ['filament_diameter', 'filamentMm'],
    ] as const) {
      const found = config.number(name, key)
      if (found) notes.state(`${field}.${its}`, found.value, found.place)
    }
    for (const [key, its] of [
      ['retract_length', 'retractMm'],
      ['retract_speed', 'retractMmS'],
    ] as const) {
      const found = config.number('firmware_retraction', key)
      if (found) notes.state(`${field}.${its}`, found.value, found.place)
    }
    const shared = config.text(name, 'shared_heater')
    const of = shared ? sections.indexOf(shared.text.toLowerCase()) : -1
    if (shared && of >= 0) notes.state(`${field}.heater`, of, shared.place)
  })
  const [first] = sections
  if (!first) return
  const highest = config.number(first, 'max_temp')
  if (highest) notes.state('heaters.nozzle.highestC', highest.value, highest.place)
  const coldest = config.number(first, 'min_extrude_temp')
  if (coldest) notes.state('extrudes.coldestC', coldest.value, coldest.place)
  const fattest = config.number(first, 'max_extrude_cross_section')
  if (fattest) notes.state('extrudes.fattestBeadMm2', fattest.value, fattest.place)
  const speed = config.number(first, 'max_extrude_only_velocity')
  if (speed) notes.state('highestSpeedMmS.e', speed.value, speed.place)
  const acceleration = config.number(first, 'max_extrude_only_accel')
  if (acceleration) {
    notes.state('highestAccelerationMmS2.e', acceleration.value, acceleration.place)
    notes.state('accelerationMmS2.retract', acceleration.value, acceleration.place)
  }
  const block = blockOf(config, first)
  if (block) {
    notes.derive('heaters.nozzle.secondsTo200', secondsTo(block.figures, 200), block.place, byBlock)
    notes.derive('heaters.nozzle.secondsCooling200To50', secondsCooling(block.figures, 200, 50), block.place, byBlock)
  }
}

const byBlock = 'from its power, what its block takes to warm, and what it loses'

/** A heater with a model in the config: its power and its block. */
function blockOf(config: ConfigFigures, section: string) {
  const power = config.number(section, 'heater_power')
  const capacity = config.number(section, 'block_heat_capacity')
  const loss = config.number(section, 'ambient_transfer')
  if (!power || !capacity || !loss || capacity.value <= 0) return null
  const share = config.number(section, 'max_power')?.value ?? 1
  return { figures: ofBlock(power.value * share, capacity.value, loss.value), place: power.place }
}

export function bedHeater(config: ConfigFigures, notes: Notes): void {
  const highest = config.number('heater_bed', 'max_temp')
  if (highest) notes.state('heaters.bed.highestC', highest.value, highest.place)
  const block = blockOf(config, 'heater_bed')
  if (!block) return
  notes.derive('heaters.bed.secondsTo60', secondsTo(block.figures, 60), block.place, byBlock)
  notes.derive('heaters.bed.secondsTo100', secondsTo(block.figures, 100), block.place, byBlock)
}

export function chamber(config: ConfigFigures, notes: Notes): void {
  const [heater] = config.named(/^heater_generic .*chamber/)
  const [sensor] = config.named(/^temperature_(?:sensor|fan) .*chamber/)
  const name = heater ?? sensor
  if (!name) return
  const highest = config.number(name, 'max_temp')
  notes.guess(
    'heaters.chamber',
    {
      highestC: heater ? (highest?.value ?? 60) : 60,
      secondsTo40: 900,
      secondsCooling40To30: 1800,
      heated: heater !== undefined,
      bedShare: 0.25,
    },
    heater ? 'it has a heater; its warm-up time is not stated' : 'only the bed warms it; how far is not stated',
    highest?.place ?? config.placeOf(name),
  )
  if (heater && highest) notes.state('heaters.chamber.highestC', highest.value, highest.place)
}

export function besides(config: ConfigFigures, notes: Notes): void {
  const known: Feature[] = []
  const [align] = config.named(/^quad_gantry_level$|^z_tilt/)
  if (align) known.push('gantry_alignment')
  const [light] = config.named(/^neopixel |^led |^dotstar /)
  if (light) known.push('lights')
  if (config.has('fan')) known.push('part_fan')
  // Guards can ask for a fan with its own name.
  const fans = config.named(/^fan_generic /).map(name => name.slice('fan_generic '.length))
  const features = [...known, ...fans.filter(name => /^[a-z][a-z_]*$/.test(name))]
  if (features.length)
    notes.derive(
      'features',
      features,
      config.placeOf(align ?? light ?? (config.has('fan') ? 'fan' : (config.named(/^fan_generic /)[0] ?? ''))),
      'it has a section for each',
    )
  const display = config.text('display', 'lcd_type')
  if (display) {
    const columns = Number(/(\d\d)x\d/.exec(display.text)?.[1] ?? 16)
    notes.derive('display', { columns }, display.place, 'what that kind of display has')
  }
  config.named(/^display(?:$| )/)
}
