// `npm run bench:print`: a print of 400 layers with 800 changes of 6 kinds, beside one rehearsal of a change. Prints, judges nothing.
import { demoMaterials, demoPrinters } from '../demo/load.ts'
import { nothingBetween } from '../src/core/model/job.ts'
import type { PrintSetting } from '../src/core/print/situation.ts'
import { wholePrint } from '../src/core/print/whole.ts'
import { rehearseAndCheck } from '../src/core/round.ts'

const rounds = 100
const printer = demoPrinters().find(({ name }) => name === 'Avocet')
const material = demoMaterials().find(({ name }) => name === 'Plain PLA')
if (!printer || !material) throw new Error('the demo data is not complete')
const anywhere = { fromLayer: null, toLayer: null, fromMm: null, toMm: null }
const setting: PrintSetting = {
  printer,
  material,
  materials: [material, material, material],
  job: {
    ...nothingBetween,
    name: 'bench',
    about: '',
    materials: Array.from({ length: 3 }, () => material.name),
    firstTool: 0,
    area: { kind: 'centred', widthMm: 60, depthMm: 60 },
    top: { kind: 'height', mm: 80 },
    firstLayerMm: 0.2,
    layerMm: 0.2,
    tower: null,
    takes: null,
    // Three tools in every layer, with the fewest changes: two in each of 400 layers, from each tool to each other.
    changes: { kind: 'layers', order: 'fewest', uses: [0, 1, 2].map(tool => ({ tool, ...anywhere })) },
  },
}
const change = `M83
G1 E-0.8 F2100
G91
G1 Z2 F900
G90
T@to_tool
M116 P@to_tool
G1 X@bucket_x Y@bucket_y F18000
G1 E12 F240
G1 E-0.8 F2100
G1 X@next_x Y@next_y F18000
G91
G1 Z-2 F900
G90
G1 E0.8 F2100`

function median(work: () => unknown): number {
  for (let i = 0; i < rounds; i++) work()
  const times = Array.from({ length: rounds }, () => {
    const before = performance.now()
    work()
    return performance.now() - before
  }).sort((a, b) => a - b)
  return times[rounds >> 1] as number
}

const one = median(() => rehearseAndCheck(change, { ...setting, moment: 'tool-change', change: { from: 0, to: 1 } }))
const scripts = { start: 'G28\nT0', 'tool-change': change }
const whole = wholePrint(setting, scripts)
const all = median(() => wholePrint(setting, scripts))
const kinds = whole.situations.filter(({ moment }) => moment === 'tool-change').length
console.log(`one change ${one.toFixed(2)} ms`)
console.log(
  `a print of 400 layers, ${whole.changes} changes, rehearsed as ${kinds} kinds: ${all.toFixed(2)} ms, ${(all / one).toFixed(1)} × one change`,
)
