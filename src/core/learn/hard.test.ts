// What people paste of their own machines, in the shapes that it comes in; what must be learned was written before it was read.
import { describe, expect, it } from 'vitest'
import { learnPrinter } from './learn.ts'

const learn = (text: string | readonly string[], name = 'paste.txt') =>
  learnPrinter([{ name, text: typeof text === 'string' ? text : text.join('\n') }])
const how = ({ told }: ReturnType<typeof learn>, field: string) => told.find(each => each.field === field)?.how

const settings = [
  'echo:; Linear Units:',
  'echo:  G21 ; (mm)',
  'echo:; Temperature Units:',
  'echo:  M149 C ; Units in Celsius',
  'echo:; Filament settings (Disabled):',
  'echo:  M200 S0 D1.75',
  'echo:; Steps per unit:',
  'echo: M92 X80.00 Y80.00 Z400.00 E93.00',
  'echo:; Max feedrates (units/s):',
  'echo:  M203 X500.00 Y400.00 Z5.00 E25.00',
  'echo:; Max Acceleration (units/s2):',
  'echo:  M201 X500.00 Y450.00 Z100.00 E5000.00',
  'echo:; Acceleration (units/s2) (P<print-accel> R<retract-accel> T<travel-accel>):',
  'echo:  M204 P600.00 R700.00 T1000.00',
  'echo:; Advanced (B<min_segment_time_us> S<min_feedrate> T<min_travel_feedrate> X<max_jerk> Y<max_jerk> Z<max_jerk> E<max_jerk>):',
  'echo:  M205 B20000.00 S0.00 T0.00 X8.00 Y9.00 Z0.40 E5.00',
  'echo:; Home offset:',
  'echo:  M206 X0.00 Y0.00 Z0.00',
  'echo:; Z-Probe Offset:',
  'echo:  M851 X-40.00 Y-10.00 Z-2.65 ; (mm)',
  'ok',
]
const learned = {
  highestSpeedMmS: { x: 500, y: 400, z: 5, e: 25 },
  highestAccelerationMmS2: { x: 500, y: 450, z: 100, e: 5000 },
  accelerationMmS2: { print: 600, travel: 1000, retract: 700 },
  corner: { kind: 'jerk', x: 8, y: 9, z: 0.4, e: 5 },
}

describe('settings of a board', () => {
  it.each<[string, (line: string, i: number) => string]>([
    ['as they are', line => line],
    ['with Windows line ends', line => `${line}\r`],
    ['without “echo:”', line => line.replace(/^echo:\s*/, '')],
    ['with the terminal’s own words before each line', line => `Recv: ${line}`],
    ['with the time before each line', (line, i) => `12:03:${String(10 + i)}.123 : ${line}`],
    ['with a bracketed time and an arrow', (line, i) => `[12:03:${String(10 + i)}] < ${line}`],
    ['with the day and the time before each line', (line, i) => `2026-11-28 12:03:${10 + i},123 - Recv: ${line}`],
    ['with blanks before each line', line => `   ${line}`],
    ['among temperatures', line => `T:21.30 /0.00 B:20.90 /0.00 @:0 B@:0\n${line}`],
  ])('%s', (_, shaped) => {
    const { printer, told } = learn(settings.map(shaped))
    expect(printer).toMatchObject({ firmware: { family: 'board' }, ...learned })
    expect(printer.tools[0]?.filamentMm).toBe(1.75)
    expect(printer.probe?.offset).toEqual({ x: -40, y: -10, z: -2.65 })
    expect(told.find(({ field }) => field === 'highestSpeedMmS.y')?.how).toBe('stated')
  })

  it('of an older kind: headings in a row of their own, one acceleration, no figure for Y', () => {
    const { printer } = learn([
      'echo:Maximum feedrates (mm/s):',
      'echo:  M203 X300.00 Y300.00 Z40.00 E45.00',
      'echo:Accelerations: P=printing, R=retract and T=travel',
      'echo:  M204 S800.00',
      'echo:Advanced variables: S=Min feedrate (mm/s), X=maximum XY jerk (mm/s), Z=maximum Z jerk',
      'echo:  M205 S0.00 T0.00 B20000 X20.00 Z0.40 E5.00',
      'echo:Z-Probe Offset (mm):',
      'echo:  M851 Z-1.25',
      'ok',
    ])
    expect(printer.accelerationMmS2).toMatchObject({ print: 800, travel: 800 })
    expect(printer.corner).toEqual({ kind: 'jerk', x: 20, y: 20, z: 0.4, e: 5 })
    expect(printer.probe?.offset.z).toBe(-1.25)
  })

  it('that turn corners by how far they deviate', () => {
    expect(
      learn(['echo:  M203 X500 Y500 Z5 E25', 'echo:  M205 B20000.00 S0.00 T0.00 J0.08', 'ok']).printer.corner,
    ).toEqual({ kind: 'deviation', mm: 0.08 })
  })

  it('that turn what is measured by volume off, with no diameter', () => {
    expect(how(learn('  M200 D0\n  M203 X500 Y500 Z5 E25\nok'), 'tools.0.filamentMm')).not.toBe('stated')
  })

  it('of two extruders, each with its own figures and the second’s offset', () => {
    const { printer } = learn([
      '  M203 X500.00 Y500.00 Z5.00',
      '  M203 T0 E25.00',
      '  M203 T1 E30.00',
      '  M218 T1 X30.50 Y0.20 Z-0.10',
      'ok',
    ])
    expect(printer.tools).toHaveLength(2)
    expect(printer.tools[1]?.offset).toEqual({ x: 30.5, y: 0.2, z: -0.1 })
    expect(printer.tools[0]?.offset).toEqual({ x: 0, y: 0, z: 0 })
    expect(printer.highestSpeedMmS).toMatchObject({ x: 500, e: 25 })
  })

  it.each([
    'echo:Soft endstops: On  Min:  X-4.00 Y-6.00 Z0.00   Max:  X230.00 Y240.00 Z250.00',
    'Soft endstops:On  Min: X-4.0 Y-6.0 Z0.0  Max: X230.0 Y240.0 Z250.0',
    'echo:Soft endstops: Off  Min: X-4.00 Y-6.00 Z-2.00  Max: X230.00 Y240.00 Z250.00',
  ])('and its soft limits: %s', line => {
    expect(learn(`${line}\nok`).printer.reach).toEqual({ x: [-4, 230], y: [-6, 240], z: [0, 250] })
  })

  it('and what it is, in one line', () => {
    const { printer } = learn([
      'FIRMWARE_NAME:Board 2.1.2 (Nov  3 2025 10:11:12) SOURCE_CODE_URL:none PROTOCOL_VERSION:1.0 MACHINE_TYPE:Marsh Wren Two EXTRUDER_COUNT:1 UUID:cede2a2f',
      'Cap:EEPROM:1',
      'Cap:Z_PROBE:0',
      'Cap:AUTOLEVEL:0',
      'ok',
    ])
    expect(printer).toMatchObject({ name: 'Marsh Wren Two', firmware: { family: 'board' }, probe: null })
    expect(printer.firmware.abilities).toMatchObject({ EEPROM: true, AUTOLEVEL: false })
  })
})

describe('a host’s config', () => {
  const config = (more: string) => `[printer]
kinematics = corexy
max_velocity = 300      # mm/s
max_accel = 3000
max_z_velocity = 15
max_z_accel = 350
square_corner_velocity = 5.0

[stepper_x]
position_endstop = 300
position_max = 300
homing_speed = 80

[stepper_y]
position_endstop = 300
position_max = 300

[stepper_z]
position_max = 280
position_min = -5

[extruder]
nozzle_diameter = 0.600
filament_diameter = 1.750
min_extrude_temp = 165
max_temp = 285
max_extrude_only_distance = 101

[heater_bed]
max_temp = 115
${more}
`
  it.each<[string, (text: string) => string]>([
    ['with equals signs', text => text],
    ['with colons', text => text.replace(/ = /g, ': ')],
    ['without blanks', text => text.replace(/ = /g, '=')],
    ['with Windows line ends', text => text.replace(/\n/g, '\r\n')],
    ['with a mark of its encoding before it', text => `\uFEFF${text}`],
    ['with notes behind its headings', text => text.replace(/^(\[.*\])$/gm, '$1   ; a note')],
    ['with keys commented out', text => text.replace(/^max_velocity/m, '#max_velocity = 900\nmax_velocity')],
  ])('%s', (_, shaped) => {
    const { printer } = learn(shaped(config('')), 'printer.cfg')
    expect(printer).toMatchObject({
      firmware: { family: 'host' },
      bedCarriedOn: 'z',
      highestSpeedMmS: { x: 300, y: 300, z: 15 },
      highestAccelerationMmS2: { z: 350 },
      reach: { x: [0, 300], y: [0, 300], z: [0, 280] },
      // A square corner at 5 mm/s.
      corner: { kind: 'speed', mmS: 5 },
      heaters: { nozzle: { highestC: 285 }, bed: { highestC: 115 } },
      extrudes: { coldestC: 165 },
      homing: { speedMmS: { x: 80 } },
    })
    expect(printer.tools[0]).toMatchObject({ nozzleMm: 0.6, filamentMm: 1.75 })
  })

  it.each<[string, string, object]>([
    ['probe_count: 5, 7', 'mesh_min: 20, 20\nmesh_max: 280, 280', { x: 5, y: 7 }],
    ['probe_count = 5,5', 'mesh_min = 20,20\nmesh_max = 280,280', { x: 5, y: 5 }],
    ['probe_count: 6', 'mesh_min: 20, 20\nmesh_max: 280, 280', { x: 6, y: 6 }],
  ])('with a mesh of %s', (count, area, grid) => {
    const text = config(`[probe]\nx_offset: 0\ny_offset: 25\nz_offset: 1.5\n[bed_mesh]\n${count}\n${area}`)
    expect(learn(text, 'printer.cfg').printer.probe).toMatchObject({ grid, offset: { x: 0, y: 25, z: 1.5 } })
  })

  it('with retraction of its own, a chamber and a second extruder', () => {
    const { printer } = learn(
      config(
        '[firmware_retraction]\nretract_length: 0.8\nretract_speed: 35\n[heater_generic chamber]\nmax_temp: 70\n[extruder1]\nnozzle_diameter: 0.4\nfilament_diameter: 2.85',
      ),
      'printer.cfg',
    )
    expect(printer.tools).toHaveLength(2)
    expect(printer.tools[0]).toMatchObject({ retractMm: 0.8, retractMmS: 35 })
    expect(printer.tools[1]).toMatchObject({ nozzleMm: 0.4, filamentMm: 2.85 })
    expect(printer.heaters.chamber?.highestC).toBe(70)
  })

  it('homes in the middle where it is told to', () => {
    const { printer } = learn(config('[safe_z_home]\nhome_xy_position: 150, 150\nspeed: 100\nz_hop: 10'), 'printer.cfg')
    expect(printer.homing.at).toMatchObject({ x: 150, y: 150 })
  })

  it('of hundreds of files that include each other, each of which is read once', () => {
    const files = Array.from({ length: 450 }, (_, i) => ({
      name: `part${i}.cfg`,
      text: `[include part${i + 1}*.cfg]\n[gcode_macro STEP_${i}]\ngcode:\n  G28\n`,
    }))
    const { passedOver } = learnPrinter([{ name: 'printer.cfg', text: '[printer]\nkinematics: cartesian\n' }, ...files])
    // Told of is what nothing includes, which is part0, and what comes after the 200 files that one config may include: part201 is
    // the first of those, and with it 200 more.
    const told = passedOver.filter(({ why }) => /does not include/.test(why)).map(({ file }) => file)
    expect(told).toEqual(['part0.cfg', 'part201.cfg', 'part402.cfg'])
    expect(new Set(passedOver.map(({ file, line, why }) => `${file} ${line} ${why}`)).size).toBe(passedOver.length)
  })

  it('in whose own file stand only the files that it includes', () => {
    const files = [
      { name: 'hardware.cfg', text: config('') },
      { name: 'macros.cfg', text: '[gcode_macro WARM]\ngcode:\n  M190 S60\n' },
      { name: 'printer.cfg', text: '[include hardware.cfg]\n[include mac*.cfg]\n[probe]\nz_offset: 1\n' },
    ]
    for (const given of [files, [...files].reverse()]) {
      const { printer, passedOver } = learnPrinter(given)
      expect(printer.macros).toBe(files[2]?.text)
      expect(printer.configFiles?.map(({ name }) => name).sort()).toEqual(['hardware.cfg', 'macros.cfg'])
      expect(printer.highestSpeedMmS.x).toBe(300)
      expect(passedOver.filter(({ why }) => /does not include|of its own/.test(why))).toEqual([])
    }
  })

  it('in which a key stands twice takes the later one, as the host does', () => {
    expect(learn(config('[printer]\nmax_accel: 4000'), 'printer.cfg').printer.accelerationMmS2.print).toBe(4000)
  })
})

describe('the files of a board’s card', () => {
  it('with limits in two lines or in one, feeds for each minute, and a grid by its distance', () => {
    const rest = [
      'M203 X18000 Y15000 Z900 E3600',
      'M201 X2000 Y2000 Z100 E3000',
      'M566 X900.00 Y800.00 Z24.00 E300.00 P1',
      'M558 P9 C"probe" H5 F120 T6000',
      'G31 P25 X-16.4 Y-29.3 Z2.5 ; how far it stands from the nozzle',
      'M557 X15:215 Y15:195 S20',
      'M563 P0 D0 H1 F0 S"left"',
      'M563 P1 D1 H2 F1 S"right"',
      'G10 P1 X30 Y0.5 Z0',
      'M143 H1 S280',
    ]
    for (const limits of [['M208 X-5 Y0 Z0 S1', 'M208 X235 Y210 Z240 S0'], ['M208 X-5:235 Y0:210 Z0:240']]) {
      const { printer } = learn(['; config.g', ...limits, ...rest], 'config.g')
      expect(printer).toMatchObject({
        firmware: { family: 'macro-file' },
        reach: { x: [-5, 235], y: [0, 210], z: [0, 240] },
        highestSpeedMmS: { x: 300, y: 250, z: 15, e: 60 },
        corner: { kind: 'jerk', x: 15, z: 0.4 },
        heaters: { nozzle: { highestC: 280 } },
      })
      // 200 mm at 20 mm apart are 11 points, 180 mm are 10.
      expect(printer.probe).toMatchObject({
        kind: 'touch',
        grid: { x: 11, y: 10 },
        offset: { x: -16.4, y: -29.3, z: 2.5 },
      })
      expect(printer.tools.map(({ name }) => name)).toEqual(['left', 'right'])
      expect(printer.tools.map(({ offset }) => offset)).toEqual([
        { x: 0, y: 0, z: 0 },
        { x: 30, y: 0.5, z: 0 },
      ])
    }
  })
})
