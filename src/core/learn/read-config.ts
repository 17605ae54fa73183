// A printer from a host's config: its sections, in the files that it includes, and what the host saved at its end.
import { type Section, sectionsOf } from '../macros/config-sections.ts'
import type { Span } from '../model/printer.ts'
import { bedAroundMesh, bedFromReach } from './bed.ts'
import type { GivenFile, Notes, Place } from './findings.ts'
import { ofBlock, secondsCooling, secondsTo } from './warming.ts'

type Found = { text: string; place: Place }

/** A config by section and key, with the place of each. */
class ConfigFigures {
  /** Sections by their header in small letters; of a key given twice the later one counts. */
  private readonly sections = new Map<string, { place: Place; keys: Map<string, Found> }>()
  private readonly used = new Set<string>()
  private readonly usedKeys = new Set<string>()

  constructor(all: readonly Section[], root: string) {
    for (const { header, file, line, keys } of all) {
      const name = header.toLowerCase()
      const place = { file: file ?? root, line }
      const section = this.sections.get(name) ?? { place, keys: new Map<string, Found>() }
      for (const [key, { value, line: at }] of keys)
        section.keys.set(key, { text: value.trim(), place: { file: place.file, line: at } })
      this.sections.set(name, section)
    }
  }

  has(section: string): boolean {
    this.used.add(section)
    return this.sections.has(section)
  }

  placeOf(section: string): Place {
    return this.sections.get(section)?.place ?? { file: '', line: 1 }
  }

  /** Section names that fit, in the order of the files. */
  named(fits: RegExp): string[] {
    const names = [...this.sections.keys()].filter(name => fits.test(name))
    for (const name of names) this.used.add(name)
    return names
  }

  text(section: string, key: string): Found | null {
    this.used.add(section)
    this.usedKeys.add(`${section}\n${key}`)
    return this.sections.get(section)?.keys.get(key) ?? null
  }

  number(section: string, key: string): { value: number; place: Place } | null {
    const found = this.text(section, key)
    const value = found && /^[-+.\d]+$/.test(found.text) ? Number(found.text) : Number.NaN
    return found && Number.isFinite(value) ? { value, place: found.place } : null
  }

  /** `30, 30`, or one number that goes for both. */
  pair(section: string, key: string): { value: [number, number]; place: Place } | null {
    const found = this.text(section, key)
    const [x, y = x, more] = (found?.text ?? '').split(',').map(each => Number(each.trim() || Number.NaN))
    if (!found || more !== undefined || x === undefined || y === undefined) return null
    return Number.isFinite(x) && Number.isFinite(y) ? { value: [x, y], place: found.place } : null
  }

  /** Sections that nothing was read from, and of the others the keys that nothing was. */
  unused(): { name: string; place: Place; keys: string[] | null }[] {
    return [...this.sections].flatMap(([name, { place, keys }]): ReturnType<ConfigFigures['unused']> => {
      if (!this.used.has(name)) return [{ name, place, keys: null }]
      const left = [...keys.keys()].filter(key => !this.usedKeys.has(`${name}\n${key}`))
      return left.length ? [{ name, place, keys: left }] : []
    })
  }
}

const axisNames = ['x', 'y', 'z'] as const

/** A config's own file first: the one that describes the machine, or includes the others. */
function rootFirst(files: readonly GivenFile[]): GivenFile[] {
  const weight = ({ text }: GivenFile) =>
    (/^\[printer\]/m.test(text) ? 4 : 0) + (/^\[include /m.test(text) ? 2 : 0) + (/^\[mcu\]/m.test(text) ? 1 : 0)
  return [...files].sort((a, b) => weight(b) - weight(a))
}

/** Why a section says nothing that a rehearsal needs. */
const passedSections: [RegExp, string][] = [
  [/^mcu|^board_pins|^resonance_tester|^static_digital|^duplicate_pin/, 'How the machine is wired.'],
  [/^temperature_sensor|^thermistor|^adc_temperature/, 'A sensor that nothing here waits for.'],
  [/^(?:heater_|controller_|temperature_)?fan(?:_generic)?\b/, 'A fan: it takes no time and moves nothing.'],
  [/^delayed_gcode/, 'It runs by itself when its time comes; it is kept with the macros.'],
]
const passedOtherwise = 'Nothing that a rehearsal needs.'

/** So many keys are named; the others are counted. */
const mostKeys = 6

function passOver(config: ConfigFigures, notes: Notes): void {
  for (const { name, place, keys } of config.unused()) {
    if (/^include |^gcode_macro /.test(name)) continue
    const [, why = passedOtherwise] = passedSections.find(([fits]) => fits.test(name)) ?? []
    const more = keys && keys.length > mostKeys ? ` and ${keys.length - mostKeys} more` : ''
    notes.pass(
      place,
      keys
        ? `[${name}]: ${keys.slice(0, mostKeys).join(', ')}${more}. How it is wired or tuned, which a rehearsal doesn’t need.`
        : `[${name}]: ${why}`,
    )
  }
}

/** Reads the files as one config. Files that no `[include]` names are taken in too, and that is said. */
export function readConfigFiles(files: readonly GivenFile[], notes: Notes): void {
  const [root, ...others] = rootFirst(files)
  if (!root) return
  const first = sectionsOf(root.text, others)
  const included = new Set(first.sections.map(({ file }) => file))
  const extra = others.filter(({ name }) => !included.has(name))
  const all = [...first.sections]
  const machines = (text: string) => /^\[printer\]/m.test(text)
  for (const { name, text } of extra) {
    if (machines(text) && machines(root.text)) {
      notes.pass(
        { file: name, line: null },
        `It describes a machine of its own, as ${root.name} does. Learn each alone.`,
      )
      continue
    }
    notes.pass({ file: name, line: 1 }, `${root.name} does not include this file. It is read as if it did.`)
    for (const section of sectionsOf(
      text,
      others.filter(other => other.name !== name),
    ).sections)
      all.push({ ...section, file: section.file ?? name })
  }
  for (const { file = root.name, line, why } of first.problems) notes.pass({ file, line }, why)
  for (const { name } of first.missing)
    notes.ask(`file ${name}`, `The config includes “${name}”, which is not here. Drop that file too.`, null)
  twice(first.sections, root.name, notes)
  const config = new ConfigFigures(all, root.name)

  const place = config.placeOf(config.has('printer') ? 'printer' : ([...config.named(/./)][0] ?? ''))
  notes.derive('firmware.family', 'host', place, 'a config with sections in brackets is a host’s')
  notes.state('macros', root.text, { file: root.name, line: 1 })
  if (others.length)
    notes.state(
      'configFiles',
      others.filter(({ text }) => !machines(text) || !machines(root.text)),
      { file: others[0]?.name ?? root.name, line: 1 },
    )
  const reach = motion(config, notes)
  homing(config, notes)
  probing(config, notes, reach)
  tools(config, notes)
  bedHeater(config, notes)
  chamber(config, notes)
  besides(config, notes)
  passOver(config, notes)
}

function twice(sections: readonly Section[], root: string, notes: Notes): void {
  const seen = new Map<string, number>()
  for (const { header, file, line, saved } of sections) {
    const key = `${file} ${header}`
    const before = seen.get(key)
    // What the host saved stands there a second time by its nature.
    if (before !== undefined && !saved && !/^include /.test(header))
      notes.pass(
        { file: file ?? root, line },
        `[${header}] stands in line ${before} already. Where both say a thing, the later one counts.`,
      )
    if (!saved) seen.set(key, line)
  }
}

function motion(config: ConfigFigures, notes: Notes): { x: Span | null; y: Span | null } {
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

function straightReach(config: ConfigFigures, notes: Notes): { x: Span | null; y: Span | null } {
  const spans: { x: Span | null; y: Span | null } = { x: null, y: null }
  for (const axis of axisNames) {
    const section = `stepper_${axis}`
    const high = config.number(section, 'position_max')
    const low = config.number(section, 'position_min')
    if (!high) continue
    if (axis === 'z') {
      // Below the bed there is no place to go, though a host allows it so that the height can be set.
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
    else {
      notes.derive(`bed.${axis}`, bedFromReach(span), high.place, 'only how far the head goes is given')
      notes.ask(
        `bed.${axis}`,
        `The config says how far the head goes, not how ${axis === 'x' ? 'wide' : 'deep'} the bed is. Measure it.`,
        bedFromReach(span),
      )
    }
  }
  config.named(/^stepper_[xyz]\d$|^dual_carriage$/)
  return spans
}

function homing(config: ConfigFigures, notes: Notes): void {
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
  if (config.has('homing_override'))
    notes.pass(
      config.placeOf('homing_override'),
      'It homes by commands of its own. Where it stands afterwards is not worked out.',
    )
}

/** A probe’s section, and which kind it is; null where that can’t be told. */
function probeSection(config: ConfigFigures): { name: string; kind: 'touch' | 'inductive' | 'nozzle' | null } | null {
  const [touch] = config.named(/touch$/)
  if (touch) return { name: touch, kind: 'touch' }
  const [eddy] = config.named(/^probe_eddy/)
  if (eddy) return { name: eddy, kind: 'inductive' }
  const [nozzle] = config.named(/^load_cell_probe|^smart_effector/)
  if (nozzle) return { name: nozzle, kind: 'nozzle' }
  return config.has('probe') ? { name: 'probe', kind: null } : null
}

function probing(config: ConfigFigures, notes: Notes, reach: { x: Span | null; y: Span | null }): void {
  const section = probeSection(config)
  if (!section) {
    if (config.has('stepper_z'))
      notes.derive('probe', null, config.placeOf('stepper_z'), 'there is no section of a probe')
    return
  }
  const { name, kind } = section
  const place = config.placeOf(name)
  if (kind) notes.derive('probe.kind', kind, place, `[${name}] is one`)
  else {
    notes.guess('probe.kind', 'inductive', 'a [probe] may be of any kind; most are sensors for metal', place)
    notes.ask(
      'probe.kind',
      'What kind of probe is it: one that touches, a sensor for metal, or the nozzle itself?',
      'inductive',
    )
  }
  const [x, y, z] = ['x_offset', 'y_offset', 'z_offset'].map(key => config.number(name, key))
  if (kind !== 'nozzle' || x || y) {
    notes.state('probe.offset.x', x?.value ?? 0, x?.place ?? place)
    notes.state('probe.offset.y', y?.value ?? 0, y?.place ?? place)
  }
  if (z) notes.state('probe.offset.z', z.value, z.place)
  grid(config, notes, reach)
  secondsPerPoint(config, name, notes, place)
}

function grid(config: ConfigFigures, notes: Notes, reach: { x: Span | null; y: Span | null }): void {
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

/** A point: down to the bed, up again, as often as it samples, and the way to the next one. */
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

function tools(config: ConfigFigures, notes: Notes): void {
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

/** A heater whose figures the host keeps: its power and its block. */
function blockOf(config: ConfigFigures, section: string) {
  const power = config.number(section, 'heater_power')
  const capacity = config.number(section, 'block_heat_capacity')
  const loss = config.number(section, 'ambient_transfer')
  if (!power || !capacity || !loss || capacity.value <= 0) return null
  const share = config.number(section, 'max_power')?.value ?? 1
  return { figures: ofBlock(power.value * share, capacity.value, loss.value), place: power.place }
}

function bedHeater(config: ConfigFigures, notes: Notes): void {
  const highest = config.number('heater_bed', 'max_temp')
  if (highest) notes.state('heaters.bed.highestC', highest.value, highest.place)
  const block = blockOf(config, 'heater_bed')
  if (!block) return
  notes.derive('heaters.bed.secondsTo60', secondsTo(block.figures, 60), block.place, byBlock)
  notes.derive('heaters.bed.secondsTo100', secondsTo(block.figures, 100), block.place, byBlock)
}

function chamber(config: ConfigFigures, notes: Notes): void {
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
    heater ? 'it has a heater; how long it takes is not said' : 'only the bed warms it; how far is not said',
    highest?.place ?? config.placeOf(name),
  )
  if (heater && highest) notes.state('heaters.chamber.highestC', highest.value, highest.place)
}

function besides(config: ConfigFigures, notes: Notes): void {
  const features: string[] = []
  const [align] = config.named(/^quad_gantry_level$|^z_tilt/)
  if (align) features.push('gantry_alignment')
  const [light] = config.named(/^neopixel |^led |^dotstar /)
  if (light) features.push('lights')
  if (features.length)
    notes.derive('features', features, config.placeOf(align ?? light ?? ''), 'it has a section for each')
  const display = config.text('display', 'lcd_type')
  if (display) {
    const columns = Number(/(\d\d)x\d/.exec(display.text)?.[1] ?? 16)
    notes.derive('display', { columns }, display.place, 'what that kind of display has')
  }
  config.named(/^display(?:$| )/)
}
