// Sound scripts as people write them, in many styles and at every moment: a finding on one of these is a false alarm.
import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../../demo/load.ts'
import type { Moment } from '../model/moment.ts'
import { rehearseScript } from '../round.ts'
import { serious } from '../testing/stage.ts'

type Sound = { name: string; printer: string; moment?: Moment; jobs?: readonly string[]; text: string }

const sound: Sound[] = [
  {
    name: 'heat together, home warm, load the saved mesh, purge twice along the left',
    printer: 'Dunlin',
    text: `
M104 S150
M140 S60
G28
M420 S1
M190 S60
M109 S205
G90
M82
G92 E0
G1 Z2.0 F3000
G1 X1 Y20 Z0.3 F5000
G1 X1 Y150 F1500 E12
G1 X1.5 F5000
G1 Y20 F1500 E24
G92 E0
G1 Z2.0 F3000`,
  },
  {
    name: 'lower case, no blanks, tabs and comments in brackets',
    printer: 'Dunlin',
    text: `
g28
m420s1
m190s60\t(the slow one)
m109s205
m83
g1x1y20z0.3f5000
g1y150e12f1500
g1z2f900`,
  },
  {
    name: 'line numbers and checksums, as a host sends them',
    printer: 'Dunlin',
    text: `
N1 G28*18
N2 M420 S1
N3 M190 S60
N4 M109 S205
N5 M83
N6 G1 X1 Y20 Z0.3 F5000
N7 G1 Y150 E12 F1500
N8 G1 Z2 F900`,
  },
  {
    name: 'everything in relative moves, set back before the print',
    printer: 'Dunlin',
    text: `
G28
M420 S1
M190 S60
M109 S205
M83
G1 X1 Y20 Z0.3 F5000
G91
G1 Y120 E12 F1500
G1 X0.5 F3000
G1 Y-120 E12 F1500
G1 Z2 F900
G90
M82
G92 E0`,
  },
  {
    name: 'a purge in a circle beside the print, with arcs',
    printer: 'Dunlin',
    // A print that fills the bed leaves it no room, and that is told.
    jobs: ['small', 'tall'],
    text: `
G28
M420 S1
M190 S60
M109 S205
M83
G1 X20 Y20 Z0.3 F5000
G3 X40 Y20 I10 J0 E3 F1200
G3 X20 Y20 I-10 J0 E3
G1 Z2 F900`,
  },
  {
    name: 'a cold probing first, full heat afterwards in the corner',
    printer: 'Dunlin',
    text: `
M140 S60
M190 S60
G28
G29
M500 ; kept for next time
G1 X0 Y0 Z15 F6000
M109 S205
G92 E0
G1 Z0.3 F900
G1 Y100 E10 F1000
G92 E0
G1 Z1 F900`,
  },
  {
    name: 'no probe and no display: homed, heated, purged at the front',
    printer: 'Turnstone',
    text: `
M140 S60
M190 S60
G28
M420 S1
M109 S205
G92 E0
G1 Z0.3 X10 Y3 F3000
G1 X90 E9 F1000
G92 E0
G1 Z1.5 F600`,
  },
  {
    name: 'the nozzle is the probe: clean and not dripping, then hot',
    printer: 'Sanderling',
    text: `
M140 S60
M104 S140
M190 S60
M109 S140
G28
G29
G1 Z5 F600
M109 S205
M83
G1 X5 Y2 Z0.25 F3000
G1 X60 E5 F900
G1 Z1 F600`,
  },
  {
    name: 'a host that soaks its bed before the warmth-sensitive probe feels it',
    printer: 'Curlew',
    text: `
M140 S60
G28
M190 S60
SET_DISPLAY_TEXT MSG="soaking"
G4 P300000
G28 Z
Z_TILT_ADJUST
BED_MESH_CALIBRATE
M109 S205
G90
M83
G1 X20 Y3 Z0.3 F6000
G1 X120 E9 F1200
G1 Z2 F900`,
  },
  {
    name: 'a board with macro files that heats its tool and lays a line',
    printer: 'Avocet',
    text: `
M140 S60
M190 S60
G28
G29 S0
T0
G10 P0 S205 R160
M116 P0
M83
G1 X20 Y5 Z0.3 F6000
G1 X120 E9 F1200
G1 Z2 F900`,
  },
  {
    name: 'the end: drawn back, up, out of the way, cold',
    printer: 'Dunlin',
    moment: 'end',
    text: `
M400
G91
G1 E-2 F1800
G1 Z4 F600
G90
G1 X0 Y205 F6000
M104 S0
M140 S0
M107
M84 X Y E`,
  },
  {
    name: 'the end, as high as there is room for',
    printer: 'Dunlin',
    moment: 'end',
    text: `
M83
G1 E-2 F1800
;? when top < 230
G91
G1 Z10 F600
G90
;? otherwise
G1 Z@reach_top F600
;? end
G1 X5 Y205 F6000
M104 S0
M140 S0
M107
M84`,
  },
  {
    name: 'a layer change that tells its number',
    printer: 'Dunlin',
    moment: 'layer-change',
    text: `
; layer @layer of @layers
M117 @layer of @layers`,
  },
  {
    name: 'a pause: back, up, aside; the bed stays warm',
    printer: 'Dunlin',
    moment: 'pause',
    text: `
M83
G1 E-3 F1800
G91
G1 Z5 F600
G90
G1 X5 Y205 F6000
M117 Paused`,
  },
  {
    name: 'a print that is given up: everything off',
    printer: 'Dunlin',
    moment: 'cancel',
    text: `
M83
G1 E-3 F1800
G91
G1 Z5 F600
G90
G1 X5 Y205 F6000
M104 S0
M140 S0
M107
M84`,
  },
]

const materials = demoMaterials()
const [plain] = materials.filter(({ name }) => name === 'Plain PLA')

describe('a sound script has nothing that is more than advice', () => {
  it.each(
    sound.flatMap(each => (each.jobs ?? ['small', 'tall', 'full-bed']).map(job => [each.name, job, each] as const)),
  )('%s, for the %s job', (_, jobName, { printer: name, moment = 'start', text }) => {
    const printer = demoPrinters().find(each => each.name === name)
    const job = demoJobs().find(each => each.name === jobName)
    if (!printer || !job || !plain) throw new Error('the demo data is not complete')
    const found = serious(rehearseScript(text.trimStart(), { printer, job, material: plain, moment }))
    expect(found.map(({ rule, line, message }) => `${line} ${rule}: ${message}`)).toEqual([])
  })
})
