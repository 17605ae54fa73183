import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../../demo/load.ts'
import { rehearseScript } from '../round.ts'
import { round, serious } from '../testing/stage.ts'
import { rules } from './rules.ts'

const printers = demoPrinters()
const materials = demoMaterials()

const findingsOf = (script: string, jobName: string, materialName = 'Plain PLA') => {
  const {
    printer: printerName,
    moment,
    text,
  } = demoScripts().find(({ name }) => name === script) as never as {
    printer: string
    moment: 'start' | 'end'
    text: string
  }
  const job = demoJobs().find(({ name }) => name === jobName)
  const printer = printers.find(({ name }) => name === printerName)
  const material = materials.find(({ name }) => name === materialName)
  if (!printer || !job || !material) throw new Error('the demo data is not complete')
  return rehearseScript(text, { printer, job, material, moment })
}

describe('the list of rules', () => {
  it('has every file of the folder rules/', () => {
    const files = readdirSync(new URL('./rules', import.meta.url)).filter(name => !name.endsWith('.test.ts'))
    expect(files.map(name => name.replace('.ts', '')).sort()).toEqual(rules.map(({ name }) => name).sort())
  })

  it('has every name once, in kebab case', () => {
    const names = rules.map(({ name }) => name)
    expect(new Set(names).size).toBe(names.length)
    for (const name of names) expect(name).toMatch(/^[a-z]+(-[a-z]+)*$/)
  })

  it('puts the worst first and then goes by line', () => {
    const { findings } = round('M9999\nG1 X10 F0\nG1 Y10')
    expect(findings.map(({ severity }) => severity)).toEqual(
      [...findings.map(({ severity }) => severity)].sort(
        (a, b) => ['error', 'warning', 'advice'].indexOf(a) - ['error', 'warning', 'advice'].indexOf(b),
      ),
    )
    expect(findings.length).toBeGreaterThan(3)
  })
})

describe('the demo scripts', () => {
  const sound = demoScripts().filter(
    ({ name }) =>
      ![
        'From the café’s folder',
        'As it came',
        'Hot and hasty',
        'A friend’s swap',
        'Blend change from the forum',
      ].includes(name),
  )

  it('are more than ten, of different styles', () => expect(sound.length).toBeGreaterThan(10))

  it.each(sound.flatMap(({ name }) => ['small', 'tall', 'full-bed'].map(job => [name, job] as const)))(
    'finds nothing serious in “%s” for the %s job',
    (name, job) => {
      expect(serious(findingsOf(name, job))).toEqual([])
    },
  )

  it.each(demoMaterials().map(({ name }) => name))(
    'finds nothing serious in the script with values for %s',
    material => {
      expect(serious(findingsOf('Any material', 'small', material))).toEqual([])
    },
  )

  it('finds the honest mistakes in Turnstone’s start script', () => {
    expect(serious(findingsOf('From the café’s folder', 'small')).map(({ rule, line }) => [rule, line])).toEqual([
      ['levelling-commented-out', 8],
      ['outside-reach', 15],
      ['outside-reach', 17],
      ['filament-not-reset', 18],
    ])
  })

  it('finds drops that are felt as bed, and a bead too fat, in Sanderling’s hasty script', () => {
    // 16 mm · 2.405282 / 40 mm = 0.962 mm² at 0.3 mm: 3.27 mm wide, more than five nozzles.
    expect(
      serious(findingsOf('Hot and hasty', 'small')).map(({ rule, line, severity }) => [rule, line, severity]),
    ).toEqual([
      ['probe-while-oozing', 10, 'error'],
      ['bead-too-fat', 14, 'warning'],
    ])
  })

  it('finds the hot bed that Turnstone’s end script leaves', () => {
    expect(serious(findingsOf('As it came', 'small')).map(({ rule }) => rule)).toEqual(['heaters-left-on'])
  })
})
