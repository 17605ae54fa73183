// Which fixes are tried: those of scripts that run at most 5,000 commands, until 60,000 commands and steps have been
// rehearsed.
import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../demo/load.ts'
import { ofFirstTool } from './model/job.ts'
import type { Moment } from './model/moment.ts'
import { provenFindings } from './prove.ts'
import { rehearseScript } from './round.ts'

const [job] = demoJobs()
const printer = demoPrinters().find(({ firmware }) => firmware.family === 'macro-file')

/** Whether each fix of a start script on the macro-file printer was tried. */
function tried(text: string): boolean[] {
  if (!job || !printer) throw new Error('the demo data lacks a job or a macro-file printer')
  const materials = demoMaterials()
  const material = ofFirstTool(job, materials) ?? materials[0]
  if (!material) throw new Error('the demo data lacks materials')
  const input = { printer, job, material, materials, moment: 'start' as Moment }
  const findings = provenFindings(text, input, rehearseScript(text, input))
  return findings.flatMap(({ fixes }) => fixes.map(({ mends }) => mends !== undefined))
}

/** Allows cold extrusion and leaves the fan on, both with a fix, after a loop of two commands that runs so many times. */
const script = (times: number) => `while iterations < ${times}\n  M400\n  M400\nG28\nM302 P1\nM106 S255\n`

describe('trying fixes', () => {
  it('tries those of a script that runs 2,003 commands: 2 × 1,000 in the loop and three', () => {
    const all = tried(script(1_000))
    expect(all.length).toBeGreaterThan(0)
    expect(all).not.toContain(false)
  })

  it('tries none where a script of six lines runs 6,003 commands', () => {
    const all = tried(script(3_000))
    expect(all.length).toBeGreaterThan(0)
    expect(all).not.toContain(true)
  })

  // A circle with a radius of 20 mm is 2π · 20 = 125.7 mm long: 126 steps of 1 mm. There are two fixes.
  const circles = (times: number) =>
    `G28\nG1 X100 Y100 Z5 F6000\nwhile iterations < ${times}\n  G2 I20\nM302 P1\nM106 S255\n`

  it('tries both fixes after 200 circles: 2 × 200 × (126 steps + 1 command) = 50,800', () => {
    expect(tried(circles(200))).toEqual([true, true])
  })

  it('tries only the first fix after 300 circles: 2 × 300 × (126 steps + 1 command) = 76,200', () => {
    expect(tried(circles(300))).toEqual([true, false])
  })
})
