// Lines that once made a rehearsal throw or gave endless numbers, and others of their kinds. Each has a finding at its line, and every
// number of every answer is finite.
import { expect, test } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../demo/load.ts'
import { rehearseScript } from '../core/round.ts'
import { amissWith } from './answers.ts'

const [job, material] = [demoJobs()[0], demoMaterials()[0]]
if (!job || !material) throw new Error('the demo data is not complete')

const ofFamily = (family: string) => {
  const printer = demoPrinters().find(({ firmware }) => firmware.family === family)
  if (!printer) throw new Error(`no demo printer of the ${family} family`)
  return printer
}

const digits = (count: number): string => '9'.repeat(count)

/** Some family, what stands on the second line, and whether something has to be found there. */
const cases: [family: string, line: string][] = [
  // Groups of values used as if they were one value.
  ['macro-file', 'set global.g = global * 2'],
  ['macro-file', 'echo global + 1'],
  ['macro-file', 'G1 X{var} F3000'],
  ['macro-file', 'G1 X{global} F3000'],
  ['macro-file', 'G1 X{move.axes} F3000'],
  ['macro-file', 'G1 X{move.axes[0]} F3000'],
  ['macro-file', 'M104 S{heat}'],
  ['macro-file', 'M104 S{heat.heaters[1] + 5}'],
  ['macro-file', 'G4 S{sensors}'],
  ['macro-file', 'var a = -var'],
  ['macro-file', 'var b = {move, 1}[0] + 2'],
  ['macro-file', 'G1 X{tools[0]} F3000'],
  // Numbers beyond what a machine can hold.
  ['board', `G1 X${digits(310)} F3000`],
  ['board', `G1 X-${digits(310)} F3000`],
  ['board', `G1 X5 F${digits(400)}`],
  ['board', `M104 S${digits(310)}`],
  ['board', `G4 P${digits(330)}`],
  ['board', `G92 E${digits(310)}`],
  ['board', `M221 S${digits(310)}`],
  ['board', `G2 X5 Y5 I${digits(310)} J0`],
  ['board', `M205 X${digits(310)}`],
  ['board', `M92 E${digits(310)}`],
  ['board', `T${digits(310)}`],
  ['host', `SET_GCODE_OFFSET Z=${digits(310)}`],
  ['host', `SET_VELOCITY_LIMIT VELOCITY=${digits(310)}`],
  ['host', `G1 X${digits(310)}`],
  ['host', `ACTIVATE_EXTRUDER EXTRUDER=extruder${digits(310)}`],
  ['board', `G${digits(310)}`],
  ['board', `N${digits(310)} G1 X5 F3000*7`],
  ['board', `N5 G1 X5 F3000*${digits(310)}`],
  ['macro-file', `G1 X{1${'0'.repeat(300)} * 1${'0'.repeat(300)}} F3000`],
  ['macro-file', 'G1 X{1/0} F3000'],
  ['macro-file', 'G1 X{pow(10, 400)} F3000'],
  ['macro-file', 'G1 X{sqrt(-1)} F3000'],
  ['macro-file', `M208 X${digits(310)}`],
  ['macro-file', `var c = ${digits(310)}`],
]

test.each(cases)('%s: %s', (family, line) => {
  const printer = ofFamily(family)
  const setting = { printer, job, material, moment: 'start' as const }
  const text = `G28\n${line}\nG1 Z5 F600\n`
  expect(amissWith(text, setting, { exported: true, carriedTo: ofFamily('board') })).toBeNull()
  const { findings } = rehearseScript(text, setting)
  expect(findings.filter(finding => finding.line === 2).map(({ rule }) => rule)).not.toEqual([])
})
