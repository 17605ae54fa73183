import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../../demo/load.ts'
import { job, material, printer } from '../testing/stage.ts'
import { inEveryMaterial, leftOut, misfit, ownRuns, tooHotFor } from './fits.ts'
import { byWorst, everythingCombined, fitting, isRight, runOne } from './many.ts'

const materials = demoMaterials()
const materialsOf = (names: readonly string[]) =>
  names.map(name => materials.find(each => each.name === name) ?? material)
const named = (name: string) => {
  const found = demoPrinters().find(each => each.name === name)
  if (!found) throw new Error(`no ${name}`)
  return found
}
const script = (name: string) => {
  const found = demoScripts().find(each => each.name === name)
  if (!found) throw new Error(`no ${name}`)
  return { text: found.text, printer: named(found.printer), moment: found.moment }
}

describe('one script against many jobs', () => {
  it('serves Oystercatcher’s left, right and both-carriage jobs', () => {
    for (const each of demoJobs()) {
      const { counts, worst } = runOne(script('Either or both'), { job: each, materials: materialsOf(each.materials) })
      expect([each.name, counts.error, counts.warning, worst.filter(({ severity }) => severity !== 'advice')]).toEqual([
        each.name,
        0,
        0,
        [],
      ])
    }
  })

  it('serves Dunlin’s three materials, and everything combined', () => {
    const runs = everythingCombined(named('Dunlin'), materials)
    const outcomes = runs.map(run => runOne(script('Any material'), run))
    expect(outcomes.filter(({ counts }) => counts.error + counts.warning > 0)).toEqual([])
    expect(new Set(outcomes.flatMap(each => each.materials)).size).toBe(3)
  })

  it('finds the one job that a script fails for', () => {
    const lift = {
      text: 'G91\nM83\nG1 E-2 F1800\nG1 Z10 F600\nG90\nG1 X0 Y199 F6000\nM104 S0\nM140 S0\nM107\nM84 X Y E',
      printer,
      moment: 'end' as const,
    }
    const outcomes = everythingCombined(printer, [material]).map(run => runOne(lift, run))
    expect(outcomes.filter(({ counts }) => counts.error > 0).map(each => each.job)).toEqual(['tall, Test stuff'])
    expect([...outcomes].sort(byWorst)[0]).toMatchObject({
      job: 'tall, Test stuff',
      worst: [{ rule: 'lift-past-top' }],
    })
  })

  it('says what the end state lacks', () => {
    expect(runOne({ text: 'G28', printer, moment: 'start' }, { job, materials: [material] }).lacking).toEqual(
      expect.arrayContaining(['nozzle cold', 'levelling off']),
    )
  })
})

describe('everything combined', () => {
  it('is 7 shapes for each material on a printer with one tool', () => {
    expect(everythingCombined(named('Dunlin'), materials)).toHaveLength(21)
  })

  it('is each tool alone and both on a printer with two: 7 shapes × 3 materials × 3 sets', () => {
    const runs = everythingCombined(named('Oystercatcher'), materials)
    expect(runs).toHaveLength(63)
    expect(new Set(runs.map(({ job: each }) => each.name)).size).toBe(63)
    for (const { job: each } of runs) expect(misfit(each, named('Oystercatcher'))).toBeNull()
  })

  it('leaves out what the hot end can’t melt', () => {
    const hot = { ...material, name: 'Hot stuff', nozzleC: 300 }
    expect(tooHotFor(hot, printer)).toBe('Hot stuff wants 300 °C; the nozzle of Test bench takes 260 °C.')
    expect(tooHotFor({ ...material, bedC: 120 }, printer)).toContain('bed of 120 °C')
    expect(everythingCombined(printer, [material, hot])).toHaveLength(7)
  })
})

describe('the jobs that a script fits', () => {
  const warm = { ...material, name: 'Warm stuff', nozzleC: 235, bedC: 80 }
  const hot = { ...material, name: 'Hot stuff', nozzleC: 300 }
  const wide = { ...job, name: 'wide', area: { kind: 'at', left: -5, right: 190, front: 0, back: 20 } as const }
  const known = [material, warm, hot]

  it('are looked for among those that the printer can print, in each material that it can melt', () => {
    expect(ownRuns([job, wide], known, printer).map(each => each.job.name)).toEqual(['test'])
    // The hot end takes 260 °C.
    expect(inEveryMaterial([job, wide], known, printer).map(each => each.job.name)).toEqual([
      'test, Test stuff',
      'test, Warm stuff',
    ])
  })

  it('are those of one material where temperatures are typed in, and all where the material says them', () => {
    const runs = inEveryMaterial([job], known, printer)
    const start = (bed: string, nozzle: string) => ({
      text: `G28\nM420 S1\nM190 S${bed}\nM109 S${nozzle}`,
      printer,
      moment: 'start' as const,
    })
    expect(fitting(start('60', '200'), runs)).toEqual(['test, Test stuff'])
    expect(fitting(start('@bed', '@nozzle'), runs)).toEqual(['test, Test stuff', 'test, Warm stuff'])
  })
})

describe('a job that does not fit', () => {
  it('is larger, higher, or wants a tool that is not there', () => {
    const at = { kind: 'at', left: -5, right: 20, front: 0, back: 20 } as const
    expect(misfit({ ...job, area: at }, printer)).toBe('It is larger than the bed of Test bench.')
    expect(misfit({ ...job, top: { kind: 'height', mm: 201 } }, printer)).toBe('It is higher than Test bench reaches.')
    expect(misfit({ ...job, materials: ['a', 'b'] }, printer)).toBe('It prints with tool T1; Test bench has one tool.')
    expect(misfit(job, printer)).toBeNull()
  })
})

describe('what a run comes to', () => {
  const counts = { error: 0, warning: 0, advice: 2 }

  it('is right only where nothing would go wrong and nothing is left in an unexpected state', () => {
    expect(isRight({ counts, lacking: [] })).toBe(true)
    expect(isRight({ counts, lacking: ['nozzle cold'] })).toBe(false)
    expect(isRight({ counts: { ...counts, warning: 1 }, lacking: [] })).toBe(false)
  })

  it('says of a start script that leaves the nozzle cold that it lacks that', () => {
    const { lacking } = runOne({ text: 'G28\nM190 S60\n', printer, moment: 'start' }, { job, materials: [material] })
    expect(lacking.join(', ')).toContain('nozzle')
  })

  it('leaves out jobs that a printer can’t print, with the reason', () => {
    const high = { ...job, name: 'mast', top: { kind: 'height' as const, mm: 201 } }
    const unknown = { ...job, name: 'cloud', materials: ['Moon dust'] }
    expect(leftOut([job, high, unknown], [{ ...material, name: job.materials[0] ?? '' }], printer)).toEqual([
      { job: 'mast', why: 'It is higher than Test bench reaches.' },
      { job: 'cloud', why: 'There is no material called “Moon dust”.' },
    ])
  })
})
