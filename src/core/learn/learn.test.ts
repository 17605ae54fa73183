import { readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { demoFiles, demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../../demo/load.ts'
import type { Printer } from '../model/printer.ts'
import { rehearseScript } from '../round.ts'
import { type GivenFile, type Learned, learnPrinter } from './learn.ts'
import { ofBlock, ofGain, ofRates, secondsTo } from './warming.ts'

const root = join(dirname(fileURLToPath(import.meta.url)), '../../..')
const named = (name: string): Printer => {
  const printer = demoPrinters().find(each => each.name === name)
  if (!printer) throw new Error(`no ${name}`)
  return printer
}
const script = (file: string): GivenFile => ({
  name: file,
  text: readFileSync(join(root, 'demo/scripts', file), 'utf8'),
})
const file = (name: string, text: string): GivenFile => ({ name, text })
const learn = (...files: GivenFile[]): Learned => learnPrinter(files)
const at = (of: unknown, way: string): unknown =>
  way.split('.').reduce<unknown>((value, part) => (value as Record<string, unknown> | null | undefined)?.[part], of)
const toldOf = ({ told }: Learned, field: string) => told.find(each => each.field === field)

/** What each demo machine is learned from. */
const machines: Record<string, GivenFile[]> = {
  Curlew: demoFiles('Curlew'),
  Avocet: demoFiles('Avocet'),
  Dunlin: [...demoFiles('Dunlin'), script('dunlin-everyday.gcode')],
}

describe('the demo machines, from nothing but their files', () => {
  it.each(Object.keys(machines))(
    '%s rehearses its scripts within a twentieth of the time of the hand-made one',
    name => {
      const made = named(name)
      const { printer } = learn(...(machines[name] ?? []))
      const [job] = demoJobs()
      const material = demoMaterials().find(each => each.name === job?.materials[0])
      // Where a bucket and a brush are no file of the machine says.
      const own = demoScripts().filter(each => each.printer === name && !/@(?:bucket|brush)_/.test(each.text))
      expect(own.length).toBeGreaterThan(0)
      if (!job || !material) throw new Error('no job')
      for (const { text, moment, name: called } of own) {
        const [hand, learned] = [made, printer].map(
          each => rehearseScript(text, { printer: each, job, material, moment }).durations.totalS,
        )
        expect(hand, called).toBeGreaterThan(0)
        expect((learned ?? 0) / (hand ?? 1), `${called}: ${learned} s, by hand ${hand} s`).toBeGreaterThan(0.95)
        expect((learned ?? 0) / (hand ?? 1), `${called}: ${learned} s, by hand ${hand} s`).toBeLessThan(1.05)
      }
    },
  )

  it.each(Object.keys(machines))('%s: states no wrong field, and each with its file and line', name => {
    const made = named(name)
    const files = machines[name] ?? []
    const learned = learn(...files)
    const known = learned.told.filter(({ how }) => how !== 'guessed')
    expect(known.length).toBeGreaterThan(25)
    for (const { field, value, file: from, line } of known) {
      const text = files.find(each => each.name === from)?.text.split('\n')
      expect(text?.[(line ?? 0) - 1], `${field} from ${from}:${line}`).toBeDefined()
      const hand = at(made, field)
      // The one made by hand leaves open what its maker did not know: how far the probe reaches below, the docks.
      if (hand === undefined || hand === null || field === 'spots' || field === 'name' || field.startsWith('firmware.'))
        continue
      if (typeof value === 'number' && typeof hand === 'number')
        expect(Math.abs(value / (hand || 1) - (hand ? 1 : 0)), `${field}: ${value}, by hand ${hand}`).toBeLessThan(0.05)
      else expect(value, field).toEqual(hand)
    }
  })
})

describe('a host’s config', () => {
  const base = [
    '[printer]',
    'kinematics: cartesian',
    'max_velocity: 200',
    'max_accel: 2000',
    '[stepper_x]',
    'position_endstop: 0',
    'position_max: 235',
    '[stepper_y]',
    'position_endstop: 0',
    'position_max: 235',
    '[stepper_z]',
    'position_endstop: 0.5',
    'position_max: 250',
  ]

  it('slides its bed where it is cartesian, has no probe where none is there, and a bed of whole centimetres within its limits', () => {
    const learned = learn(file('printer.cfg', base.join('\n')))
    expect(learned.printer).toMatchObject({
      firmware: { family: 'host' },
      bedCarriedOn: 'y',
      probe: null,
      bed: { x: [0, 230], y: [0, 230] },
      reach: { x: [0, 235], y: [0, 235], z: [0, 250] },
      // Homed at its end stops, at 5 mm/s where no speed is given.
      homing: { at: { x: 0, y: 0, z: 0.5 }, speedMmS: { x: 5, y: 5, z: 5 } },
      highestSpeedMmS: { x: 200, y: 200, z: 200 },
      accelerationMmS2: { print: 2000, travel: 2000 },
    })
    expect(toldOf(learned, 'bed.x')).toMatchObject({ how: 'derived', file: 'printer.cfg', line: 7 })
    expect(learned.asks.map(({ key }) => key)).toContain('bed.x')
  })

  it('reads notes behind values, and what the host saved over what stands above', () => {
    const text = [
      ...base,
      '[probe]',
      'x_offset: -20   # left of the nozzle',
      'y_offset: 10',
      'z_offset: 1 ; a guess',
      '#*# <--- SAVE_CONFIG --->',
      '#*# This block is kept by the host',
      '#*# [probe]',
      '#*# z_offset = 1.234',
    ].join('\n')
    const learned = learn(file('printer.cfg', text))
    expect(learned.printer.probe?.offset).toEqual({ x: -20, y: 10, z: 1.234 })
    expect(toldOf(learned, 'probe.offset.z')).toMatchObject({ how: 'stated', line: 21 })
    expect(learned.passedOver.filter(({ line }) => line === 19)).toEqual([])
  })

  it('asks for a file that is missing by its name, and says when one includes itself', () => {
    const missing = learn(file('printer.cfg', `[include probe.cfg]\n${base.join('\n')}`))
    expect(missing.asks).toContainEqual({
      key: 'file probe.cfg',
      question: 'The config includes “probe.cfg”, which is not here. Drop that file too.',
      proposed: null,
    })
    const round = learn(
      file('printer.cfg', `[include a.cfg]\n${base.join('\n')}`),
      file('a.cfg', '[include b.cfg]\n'),
      file('b.cfg', '[include a.cfg]\n'),
    )
    expect(round.passedOver).toContainEqual({
      file: 'b.cfg',
      line: 1,
      why: '“a.cfg” includes itself. The host would not start.',
    })
    expect(round.printer.reach.x).toEqual([0, 235])
  })

  it('takes the later of two sections of one name, and says so; tabs and CRLF change nothing', () => {
    const twice = learn(file('printer.cfg', `${base.join('\r\n')}\r\n[stepper_x]\r\nposition_max:\t240\r\n`))
    expect(twice.printer.reach.x).toEqual([0, 240])
    expect(twice.passedOver).toContainEqual({
      file: 'printer.cfg',
      line: 14,
      why: '[stepper_x] is in line 5 already. If both set a key, the later one counts.',
    })
  })

  it('passes over a value that no printer can have, and keeps the rest', () => {
    const learned = learn(file('printer.cfg', base.join('\n').replace('max_velocity: 200', 'max_velocity: -5')))
    expect(learned.passedOver).toContainEqual({
      file: 'printer.cfg',
      line: 3,
      why: '“-5” is not a possible value there.',
    })
    expect(learned.printer.reach.z).toEqual([0, 250])
  })

  it('is a delta with a round bed in the middle', () => {
    const { printer } = learn(
      file(
        'printer.cfg',
        '[printer]\nkinematics: delta\nmax_velocity: 300\nmax_accel: 3000\nprint_radius: 120\n[stepper_a]\nposition_endstop: 297\n[stepper_b]\n[stepper_c]\n',
      ),
    )
    expect(printer).toMatchObject({
      bedCarriedOn: 'none',
      reachRadiusMm: 120,
      reach: { x: [-120, 120], y: [-120, 120], z: [0, 297] },
      bed: { x: [-120, 120], round: true },
      homing: { at: { x: 0, y: 0, z: 297 } },
    })
  })

  it('has a tool for each extruder, one that shares a heater among them', () => {
    const { printer } = learn(
      file(
        'printer.cfg',
        `${base.join('\n')}\n[extruder]\nnozzle_diameter: 0.4\nmax_temp: 280\n[extruder1]\nnozzle_diameter: 0.6\nshared_heater: extruder\n`,
      ),
    )
    expect(printer.tools.map(({ nozzleMm, heater }) => [nozzleMm, heater])).toEqual([
      [0.4, null],
      [0.6, 0],
    ])
    expect(printer.heaters.nozzle.highestC).toBe(280)
  })

  it('includes by a pattern, and by a bare name where the folder was left behind', () => {
    const learned = learn(
      file('printer.cfg', `[include macros/*.cfg]\n[include parts/probe.cfg]\n${base.join('\n')}`),
      file('macros/start.cfg', '[gcode_macro PRELUDE]\ngcode:\n  G28\n'),
      file('probe.cfg', '[probe]\nx_offset: 3\ny_offset: 4\n'),
    )
    expect(learned.printer.probe?.offset).toMatchObject({ x: 3, y: 4 })
    expect(learned.asks.filter(({ key }) => key.startsWith('file '))).toEqual([])
    expect(learned.passedOver.filter(({ why }) => why.includes('does not include'))).toEqual([])
  })
})

describe('a board’s report', () => {
  it('tells limits with a terminal’s signs and without, jerk and accelerations of older firmware', () => {
    const report = [
      'Recv: echo:Maximum feedrates (units/s):',
      'Recv: echo:  M203 X200.00 Y200.00 Z8.00 E40.00',
      'Recv: echo:  M201 X1500 Y1200 Z100 E3000',
      'Recv: echo:  M204 S600.00 T800.00',
      'Recv: echo:  M205 S0.00 T0.00 B20000 X8.00 Z0.40 E5.00',
      'Recv: ok',
    ].join('\n')
    const { printer } = learn(file('terminal.txt', report))
    expect(printer).toMatchObject({
      firmware: { family: 'board' },
      highestSpeedMmS: { x: 200, y: 200, z: 8, e: 40 },
      highestAccelerationMmS2: { x: 1500, y: 1200, z: 100, e: 3000 },
      accelerationMmS2: { print: 600, travel: 800 },
      corner: { kind: 'jerk', x: 8, y: 8, z: 0.4, e: 5 },
    })
  })

  it('does not take the last line of one that is cut off', () => {
    const learned = learn(
      file('cut.txt', 'echo:  M203 X200 Y200 Z8 E40\necho:  M201 X1500 Y1200 Z100 E3000\necho:  M851 X-38 Y-'),
    )
    expect(toldOf(learned, 'probe.offset.x')).toBeUndefined()
    expect(learned.passedOver).toContainEqual({
      file: 'cut.txt',
      line: 3,
      why: 'The report seems cut off here: no “ok” follows. This line is skipped.',
    })
  })

  it('has no probe where the board says so', () => {
    const reply = 'FIRMWARE_NAME:Board 5.1 EXTRUDER_COUNT:2\nCap:EEPROM:1\nCap:Z_PROBE:0\nok\n'
    const { printer } = learn(file('reply.txt', reply))
    expect(printer.probe).toBeNull()
    expect(printer.tools).toHaveLength(2)
  })

  it('shows two reports that contradict each other', () => {
    const learned = learn(
      file('a.txt', 'echo: M203 X200 Y200 Z8 E40\necho: M201 X1000 Y1000 Z100 E900\nok\n'),
      file('b.txt', 'echo: M203 X250 Y200 Z8 E40\necho: M201 X1000 Y1000 Z100 E900\nok\n'),
    )
    expect(learned.asks).toContainEqual({
      key: 'highestSpeedMmS.x',
      question: 'a.txt, line 1, says 200; b.txt, line 1, says 250. Which is right?',
      proposed: 250,
    })
  })
})

describe('files of a card', () => {
  it('takes limits said one end at a time, and a grid by its spacing', () => {
    const { printer } = learn(
      file(
        'config.g',
        'M669 K0\nM208 X-5 Y-8 Z0 S1\nM208 X225 Y215 Z240 S0\nM558 P5 H3 F120 T6000\nG31 X20 Y0 Z2\nM557 X20:200 Y20:200 S45\nM563 P0 D0 H1\n',
      ),
    )
    expect(printer).toMatchObject({
      firmware: { family: 'macro-file' },
      bedCarriedOn: 'y',
      reach: { x: [-5, 225], y: [-8, 215], z: [0, 240] },
      // 180 mm at every 45 mm: five points.
      probe: { grid: { x: 5, y: 5 }, offset: { x: 20, y: 0, z: 2 }, insetMm: 20 },
      bed: { x: [0, 220], y: [0, 210] },
    })
  })
})

describe('the order of homing', () => {
  it('is learned where a machine has one of its own, and kept to', () => {
    const card = learn(
      file('config.g', 'M208 X0:200 Y0:200 Z0:200\nM563 P0 D0 H1\nM558 P0\n'),
      file('homeall.g', 'G91\nG1 H1 Z300 F600\nG1 H1 Y-300 F3000\nG1 H1 X-300 F3000\nG90\n'),
    )
    expect(card.printer.homing.order).toEqual(['z', 'y', 'x'])
    const host = learn(
      file('printer.cfg', '[stepper_x]\nposition_max: 100\n[homing_override]\ngcode:\n  G28 Y\n  G28 X\n  G28 Z\n'),
    )
    expect(host.printer.homing.order).toEqual(['y', 'x', 'z'])
    const [job] = demoJobs()
    const [material] = demoMaterials()
    if (!job || !material) throw new Error('no job')
    const round = rehearseScript('G28\n', { printer: host.printer, job, material, moment: 'start' })
    expect(round.explained[0]?.says).toContain('Homes Y, X, then Z')
  })
})

describe('scripts', () => {
  it('widen a reach that nobody stated, and contradict one that somebody did', () => {
    const start = file('start.gcode', 'G28\nG1 Z5 F600\nG1 X-12 Y100 F6000\nM104 S205\n')
    const alone = learn(start)
    expect(toldOf(alone, 'reach.x')).toMatchObject({ how: 'derived', file: 'start.gcode', line: 3 })
    expect(alone.printer.reach.x[0]).toBe(-12)
    const stated = learn(start, ...demoFiles('Dunlin'))
    expect(stated.printer.reach.x).toEqual([-4, 232])
    expect(stated.asks).toContainEqual({
      key: 'reach.x',
      question: 'start.gcode, line 3, goes to X -12; settings.txt, line 75, says -4 to 232. Which is right?',
      proposed: [-4, 232],
    })
  })

  it('tell of a bucket and a brush beside the bed, of heat, and of commands to be taught', () => {
    const text = [
      'G28',
      'M109 S285',
      'M83',
      'G1 Z10 F600',
      'G1 X-20 Y50 F6000',
      'G1 E20 F200',
      'G1 X-20 Y80 F6000',
      ...['90', '80', '90', '80', '90', '80'].map(y => `G1 Y${y} F3000`),
      'M9999 S1 ; lights of the case',
    ].join('\n')
    const learned = learn(file('start.gcode', text))
    expect(learned.printer.spots.map(({ name, x, y }) => [name, x, y])).toEqual([
      ['bucket', -20, 50],
      ['brush', -20, 90],
    ])
    expect(toldOf(learned, 'heaters.nozzle.highestC')).toMatchObject({ value: 285, how: 'derived', line: 2 })
    expect(learned.taught.map(({ name, family }) => [name, family])).toEqual([['M9999', 'board']])
  })
})

describe('what is none of these', () => {
  it.each([
    ['empty.cfg', '\n\n', 'The file is empty.'],
    ['host.log', 'Stats 12.3: gcodein=0\nStats 13.3: gcodein=0\n', 'not its config'],
    ['letter.txt', 'Dear friend,\nmy printer is fine.\n', 'Nothing in it describes a printer'],
    ['cut.json', '{"printers": [', 'may be cut off'],
    ['other.json', '{"a": 1}', 'not a printer in our format'],
  ])('%s is passed over with its reason', (name, text, why) => {
    const learned = learn(
      file(name, text),
      file('printer.cfg', '[stepper_x]\nposition_max: 100\n[stepper_y]\nposition_max: 90\n'),
    )
    expect(learned.passedOver.find(each => each.file === name)?.why).toContain(why)
    expect(learned.printer.reach.y).toEqual([0, 90])
  })

  it('a config of 2 MB is read as far as a megabyte, and that is said', () => {
    const learned = learn(
      file('printer.cfg', `[stepper_x]\nposition_max: 100\n${'# a note that goes on\n'.repeat(100_000)}`),
    )
    expect(learned.passedOver.map(({ why }) => why)).toContain(
      'It is longer than a megabyte. What comes after that is not read.',
    )
    expect(learned.printer.reach.x).toEqual([0, 100])
  })

  it('an export of ours is the printer itself', () => {
    const curlew = named('Curlew')
    expect({ ...learn(file('curlew.json', JSON.stringify(curlew))).printer, sources: {} }).toEqual(curlew)
  })

  it('two mesh rows tell the grid', () => {
    expect(learn(file('mesh.txt', ' 0 +0.01 +0.02 +0.03\n 1 -0.01 +0.00 +0.02\n')).told).toContainEqual(
      expect.objectContaining({ field: 'probe.grid', value: { x: 3, y: 2 }, line: 1 }),
    )
  })
})

describe('how long a heater takes', () => {
  // dT/dt = (P − h·ΔT)/C: 100 W, 50 J/°C, 0.25 W/°C rises by 2 °C/s towards 400 °C over the room with τ = 200 s;
  // 180 °C over it after 200·ln(400/220) = 119.6 s.
  it.each([
    ['its block', ofBlock(100, 50, 0.25), 119.6],
    // The same heater, told as rates: 2 °C/s, and at 100 °C over the room a loss of 0.5 °C/s, in proportion.
    ['its rates', ofRates(2, 0.5, 1, 0), 119.6],
    // And told as a gain with its time, 5 s late.
    ['its gain', ofGain(400, 200, 5), 124.6],
  ])('is worked out from %s', (_name, figures, seconds) => {
    expect(secondsTo(figures, 200)).toBeCloseTo(seconds, 0)
  })
  it('is nothing where it never gets there', () => {
    expect(secondsTo(ofGain(150, 100, 0), 200)).toBeNull()
  })
})
