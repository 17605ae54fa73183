// Sound scripts around changes of tools, in many styles: a finding on one of these that is more than advice is a false alarm.

import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../../demo/load.ts'
import type { Change } from '../model/job.ts'
import type { Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'
import { rehearseScript } from '../round.ts'
import { serious } from '../testing/stage.ts'

const named = (name: string): Printer => {
  const found = demoPrinters().find(each => each.name === name)
  if (!found) throw new Error(`the demo has no ${name}`)
  return found
}

const firstTool = (printer: Printer) => {
  const [tool] = printer.tools
  if (!tool) throw new Error('a printer has a tool')
  return tool
}

const bucket = { name: 'bucket', x: -20, y: 30, z: 10 }

/** Printers by what a change of tools is on them. */
const printers: Record<string, () => Printer> = {
  'two carriages': () => named('Oystercatcher'),
  docks: () => named('Avocet'),
  heads: () => named('Shelduck'),
  blends: () => named('Phalarope'),
  'one nozzle, two filaments': () => {
    const printer = named('Phalarope')
    const tool = { ...firstTool(printer), mixingInputs: 1 }
    return { ...printer, tools: [tool, { ...tool, heater: 0 }] }
  },
  'two nozzles on one head': () => {
    const printer = named('Dunlin')
    const tool = firstTool(printer)
    return {
      ...printer,
      reach: { ...printer.reach, x: [-30, 240] as [number, number] },
      spots: [bucket],
      tools: [tool, { ...tool, offset: { x: 18, y: 0, z: 0 } }],
    }
  },
  'a host with two extruders': () => {
    const printer = named('Curlew')
    const tool = firstTool(printer)
    return { ...printer, macros: '', configFiles: [], spots: [], tools: [tool, { ...tool, name: 'second' }] }
  },
}

type Sound = { name: string; on: keyof typeof printers; moment: Moment; change?: Change; job?: string; text: string }

const sound: Sound[] = [
  { name: 'nothing but the tool', on: 'two carriages', moment: 'tool-change', text: 'T@to_tool' },
  { name: 'nothing but the tool, typed in', on: 'two carriages', moment: 'tool-change', text: 'T1' },
  {
    name: 'only a remark',
    on: 'two carriages',
    moment: 'tool-change',
    text: '; the printer parks its carriages itself',
  },
  {
    name: 'lift, tool, and back down in relative moves',
    on: 'two carriages',
    moment: 'tool-change',
    text: 'G91\nG1 Z1 F600\nT@to_tool\nG1 Z-1 F600\nG90',
  },
  {
    name: 'retract, lift, tool, unretract, in relative extrusion',
    on: 'two carriages',
    moment: 'tool-change',
    text: 'M83\nG1 E-1.2 F2100\nG91\nG1 Z0.6 F600\nG90\nM83\nT@to_tool\nG1 E1.2 F2100',
  },
  {
    name: 'the heat of both tools by the script itself',
    on: 'two carriages',
    moment: 'tool-change',
    text: 'M104 T@from_tool S@(ooze_safe of previous)\nT@to_tool\nM109 T@to_tool S@(nozzle_later of next)',
  },
  {
    name: 'heats the next one ahead, then lets the last one cool',
    on: 'two carriages',
    moment: 'tool-change',
    text: `
;= aside = 30 mm
M104 T@to_tool S@(nozzle_later of next)
G91
G1 Z2 F600
G90
G1 X@(bed_left - aside) F9000
T@to_tool
M109 T@to_tool S@(nozzle_later of next)
M104 T@from_tool S@(ooze_safe of previous)`,
  },
  {
    name: 'from right to left as well, by guards',
    on: 'two carriages',
    moment: 'tool-change',
    change: { from: 1, to: 0 },
    text: `
;? when to_tool is 0
T0
M109 T0 S@(nozzle_later of next)
;? otherwise
T1
M109 T1 S@(nozzle_later of next)
;? end
M104 T@from_tool S@(ooze_safe of previous)`,
  },
  {
    name: 'leaving a tool: retracted and lifted for the way',
    on: 'two carriages',
    moment: 'tool-leave',
    text: 'M83\nG1 E-2 F1800\nG91\nG1 Z2 F600\nG90',
  },
  {
    name: 'leaving a tool: off the print to its back right corner',
    on: 'two carriages',
    moment: 'tool-leave',
    text: 'M83\nG1 E-1.2 F2100\nG91\nG1 Z1 F600\nG90\nG1 X@(min(print_right + 5, reach_right)) Y@print_back F9000',
  },
  {
    name: 'arriving: unretracts and primes beside the bed',
    on: 'two carriages',
    moment: 'tool-arrive',
    text: 'G91\nG1 Z2 F600\nG90\nM83\nG1 X@(bed_right + 30) F9000\nM109 S@(nozzle_later of next)\nM83\nG1 E8 F200\nG1 E-1 F2100\nG1 X@next_x Y@next_y F9000\nG91\nG1 Z-2 F600\nG90\nM83\nG1 E1 F2100',
  },
  {
    name: 'arriving: waits for its heat, nothing else',
    on: 'two carriages',
    moment: 'tool-arrive',
    text: 'M109 S@(nozzle_later of next)',
  },
  {
    name: 'the material’s own lines before it is used',
    on: 'two carriages',
    moment: 'material-start',
    text: ';? when material is "Bendy TPU"\nM900 K0.02\n;? otherwise\nM900 K0.06\n;? end',
  },
  {
    name: 'the material’s own lines after it was used',
    on: 'two carriages',
    moment: 'material-end',
    text: 'M900 K0',
  },
  {
    name: 'a message at the material’s begin',
    on: 'two carriages',
    moment: 'material-start',
    text: 'M117 T@to_tool of @tools_used',
  },
  {
    name: 'docks: the tool alone, its files do the rest',
    on: 'docks',
    moment: 'tool-change',
    text: 'T@to_tool',
  },
  {
    name: 'docks: heat, tool, wait',
    on: 'docks',
    moment: 'tool-change',
    text: 'G10 P@to_tool S@(nozzle_later of next) R@(ooze_safe of next)\nG91\nG1 Z2 F900\nG90\nT@to_tool\nM116 P@to_tool',
  },
  {
    name: 'docks: over the bucket, purged, brushed and back',
    on: 'docks',
    moment: 'tool-change',
    text: `
M83
G1 E-0.8 F2100
G91
G1 Z5 F900
G90
T@to_tool
M116 P@to_tool
G1 X@bucket_x Y@bucket_y F18000
G1 E12 F240
G1 E-0.8 F2100
G1 X@next_x Y@next_y F18000
G91
G1 Z-5 F900
G90
G1 E0.8 F2100`,
  },
  {
    name: 'docks: arriving over the bucket, with the brush after it',
    on: 'docks',
    moment: 'tool-arrive',
    text: `
G91
G1 Z10 F900
G90
G1 X@bucket_x Y@bucket_y F18000
M116 P@to_tool
M83
G1 E10 F240
G1 E-0.8 F2100
G1 X@brush_x Y@(brush_y - 10) F18000
G1 Y@(brush_y + 10) F6000
G1 Y@(brush_y - 10)
G1 Y@(brush_y + 10)
G1 X@next_x Y@next_y F18000
G1 E0.8 F2100
G91
G1 Z-10 F900
G90`,
  },
  {
    name: 'docks: leaving, firmware retraction',
    on: 'docks',
    moment: 'tool-leave',
    text: 'G10\nG91\nG1 Z2 F900\nG90',
  },
  {
    name: 'docks: leaving, what stands by is set',
    on: 'docks',
    moment: 'tool-leave',
    text: 'G10 P@from_tool R@(ooze_safe of previous)',
  },
  {
    name: 'docks: put back before the next is fetched',
    on: 'docks',
    moment: 'tool-change',
    text: 'G91\nG1 Z2 F900\nG90\nT-1\nT@to_tool\nM116 P@to_tool',
  },
  {
    name: 'docks: the first use of the fifth tool',
    on: 'docks',
    moment: 'tool-change',
    change: { from: 0, to: 1 },
    text: ';? when to_tool is 1\nG10 P@to_tool S@(nozzle of next) R@(ooze_safe of next)\n;? end\nT@to_tool\nM116 P@to_tool',
  },
  {
    name: 'heads: the next head by its number',
    on: 'heads',
    moment: 'tool-change',
    text: 'G91\nG1 Z5 F300\nG90\nM6 T12',
  },
  {
    name: 'heads: the next head and the layer height for it',
    on: 'heads',
    moment: 'tool-change',
    text: 'G91\nG1 Z5 F300\nG90\nM6 T12\nM756 S@layer_height',
  },
  {
    name: 'heads: a little back before, a little forward after',
    on: 'heads',
    moment: 'tool-change',
    text: 'M83\nG1 E-0.2 F60\nG91\nG1 Z4 F300\nG90\nM83\nM6 T12\nG1 E0.1 F60',
  },
  {
    name: 'one nozzle: out of the old, into the new, purged into the bucket',
    on: 'one nozzle, two filaments',
    moment: 'tool-change',
    text: `
M83
G1 E-4 F1800
G91
G1 Z5 F700
G90
M83
G1 X@bucket_x Y@bucket_y F9000
G1 E-60 F2400
T@to_tool
G1 E60 F2400
G1 E20 F180
G1 E-2 F1800
G4 S2
G1 X@next_x Y@next_y F9000
G91
G1 Z-5 F700
G90
M83
G1 E2 F1800`,
  },
  {
    name: 'one nozzle: the program purges into its tower',
    on: 'one nozzle, two filaments',
    moment: 'tool-change',
    text: 'T@to_tool',
  },
  {
    name: 'blends: a blend as a tool',
    on: 'blends',
    moment: 'tool-change',
    job: 'small',
    change: { from: 0, to: 2 },
    text: 'M163 S0 P0.25\nM163 S1 P0.75\nM164 S2\nT2',
  },
  {
    name: 'blends: leaving for the bucket',
    on: 'blends',
    moment: 'tool-leave',
    job: 'small',
    text: 'M83\nG1 E-3 F1800\nG91\nG1 Z3 F700\nG90\nG1 X@bucket_x Y@bucket_y F9000',
  },
  {
    name: 'a head with two nozzles: bucket beside the bed',
    on: 'two nozzles on one head',
    moment: 'tool-change',
    text: `
M83
G1 E-5 F1800
G91
G1 Z3 F600
G90
M83
G1 X@bucket_x Y@bucket_y F9000
T@to_tool
M109 T@to_tool S@(nozzle_later of next)
G1 X@bucket_x Y@bucket_y F9000
G1 E12 F200
M104 T@from_tool S@(ooze_safe of previous)
G1 E-5 F1800
G1 X@next_x Y@next_y F9000
G91
G1 Z-3 F600
G90
M83
G1 E5 F1800`,
  },
  {
    name: 'a head with two nozzles: without moving for the offset',
    on: 'two nozzles on one head',
    moment: 'tool-change',
    text: 'G91\nG1 Z1 F600\nG90\nT@to_tool S1\nG91\nG1 Z-1 F600\nG90',
  },
  {
    name: 'absolute extrusion, counted anew for the next tool',
    on: 'two carriages',
    moment: 'tool-change',
    text: 'M82\nG92 E0\nG1 E-1 F2100\nG91\nG1 Z1 F600\nG90\nT@to_tool\nG92 E0\nG1 E1 F2100\nG92 E0',
  },
  {
    name: 'the fan off for the change and on again after it',
    on: 'two carriages',
    moment: 'tool-change',
    text: 'M107\nT@to_tool\nM106 S255',
  },
  {
    name: 'slow and careful, set back afterwards',
    on: 'two carriages',
    moment: 'tool-change',
    text: 'M204 T400\nT@to_tool\nM204 T1800',
  },
  {
    name: 'remembers and comes back',
    on: 'a host with two extruders',
    moment: 'tool-change',
    text: 'SAVE_GCODE_STATE NAME=change\nG91\nG1 Z2 F600\nACTIVATE_EXTRUDER EXTRUDER=extruder1\nRESTORE_GCODE_STATE NAME=change MOVE=1',
  },
  {
    name: 'a host: heats, activates, waits',
    on: 'a host with two extruders',
    moment: 'tool-change',
    text: 'M104 T0 S150\nACTIVATE_EXTRUDER EXTRUDER=extruder1\nM109 T1 S@(nozzle_later of next)',
  },
  {
    name: 'a change by hand: the firmware asks for the filament',
    on: 'two nozzles on one head',
    moment: 'at-layer',
    job: 'small',
    text: 'M117 Other colour\nM600',
  },
  {
    name: 'a stop for an insert: aside, wait for the person, back',
    on: 'two nozzles on one head',
    moment: 'at-layer',
    job: 'small',
    text: 'M83\nG1 E-5 F1800\nG91\nG1 Z10 F600\nG90\nM83\nG1 X5 Y200 F9000\nM0 Put the nuts in\nG1 X@next_x Y@next_y F9000\nG91\nG1 Z-10 F600\nG90\nM83\nG1 E5 F1800',
  },
  {
    name: 'before each layer: nothing but a mark',
    on: 'two carriages',
    moment: 'before-layer',
    text: '; layer @layer, @height mm',
  },
  {
    name: 'between objects: up and over to the next',
    on: 'two nozzles on one head',
    moment: 'between-objects',
    job: 'small',
    text: 'M83\nG1 E-5 F1800\nG91\nG1 Z10 F600\nG90\nM83\nG1 X@bed_left Y@bed_back F9000\nG1 E5 F1800',
  },
  {
    name: 'pausing parks at the back, resuming comes back',
    on: 'two carriages',
    moment: 'pause',
    text: 'M83\nG1 E-2 F2100\nG91\nG1 Z10 F600\nG90\nG1 X0 Y200 F9000',
  },
  {
    name: 'the material’s begin purges a line at the print’s begin',
    on: 'two carriages',
    moment: 'material-start',
    change: { from: 0, to: 0 },
    text: 'M83\nM221 S@(flow * 100)\nM221 S100',
  },
]

describe('a sound script of a change has nothing that is more than advice', () => {
  it('is looked at in at least forty', () => expect(sound.length).toBeGreaterThanOrEqual(40))

  it.each(sound.map(each => [each.name, each] as const))(
    '%s',
    (_, { on, moment, change, job: jobName = 'two-tool', text }) => {
      const printer = printers[on]?.()
      const found = demoJobs().find(each => each.name === jobName)
      if (!printer || !found) throw new Error('the demo data is not complete')
      const materials = found.materials.flatMap(name => demoMaterials().find(each => each.name === name) ?? [])
      const [material] = materials
      if (!material) throw new Error('a job has a material')
      const round = rehearseScript(text.trimStart(), { printer, job: found, material, materials, moment, change })
      expect(serious(round).map(({ rule, line, message }) => `${line} ${rule}: ${message}`)).toEqual([])
    },
  )
})
