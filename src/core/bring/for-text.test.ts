// What a text does not need is not asked for: over the corpus and the demo's scripts, each rehearsed with nothing else at hand.
import { afterEach, describe, expect, it } from 'vitest'
import { corpusCases, inputOf } from '../../../corpus/load.ts'
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../../demo/load.ts'
import { changeRules } from '../check/change-rules.ts'
import { checkedFrom } from '../check/check.ts'
import type { Finding } from '../check/finding.ts'
import { bringTemplates, templates } from '../effects/templates.ts'
import { newVocabulary } from '../model/vocabulary.ts'
import { NotBrought } from '../on-demand.ts'
import { provenFinding } from '../prove.ts'
import { bringOtherPrograms, otherPrograms } from '../resolve/other-programs.ts'
import { type RehearsalInput, rehearseScript } from '../round.ts'
import { bringMakers } from '../script/makers/at-hand.ts'
import { makers } from '../script/makers/makers.ts'
import { job, material, printer } from '../testing/stage.ts'
import { neededFor, withFixes, withPartsFor } from './for-text.ts'

const [itsTemplates, itsOtherPrograms] = [templates(), otherPrograms()]
const bringAll = () => {
  bringTemplates(itsTemplates)
  bringMakers(makers)
  bringOtherPrograms(itsOtherPrograms)
}
afterEach(bringAll)

/** Stands for what has not been loaded. */
const away = <T extends object>(): T =>
  new Proxy({} as T, {
    get: () => {
      throw new Error('It was asked for.')
    },
  })

type Given = { name: string; text: string; setting: RehearsalInput }

const [plainJob] = demoJobs()
const given: Given[] = [
  ...corpusCases.map(each => ({ name: `${each.file} ${each.name}`, text: each.text, setting: inputOf(each) })),
  ...demoScripts().flatMap(({ name, text, moment }) =>
    demoPrinters().flatMap(own =>
      demoMaterials().map(its => ({
        name: `${name} on ${own.name} with ${its.name}`,
        text,
        setting: { printer: own, job: plainJob ?? job, material: its, moment },
      })),
    ),
  ),
]

/** Takes away whatever is not needed. */
function onlyFor(text: string, setting: RehearsalInput): void {
  const needed = neededFor(text, setting)
  bringAll()
  if (!needed.includes('templates')) bringTemplates(away())
  if (!needed.includes('makers')) bringMakers(away())
  if (!needed.includes('otherPrograms')) bringOtherPrograms(away())
}

describe('what a text does not need', () => {
  it('is not asked for, nor by trying the fixes that were found', () => {
    const tried = new Set<string>()
    for (const { name, text, setting } of given) {
      onlyFor(text, setting)
      const found = { findings: [] as readonly Finding[] }
      expect(() => Object.assign(found, rehearseScript(text, setting)), name).not.toThrow()
      for (const finding of found.findings) {
        // Of each rule some: its fixes are alike.
        const key = `${finding.rule} ${setting.printer.name}`
        if (tried.has(key) || finding.fixes.length === 0) continue
        tried.add(key)
        onlyFor(withFixes(text, finding), setting)
        expect(() => provenFinding(text, setting, found.findings, finding), `${name}, ${finding.rule}`).not.toThrow()
      }
    }
    expect(tried.size).toBeGreaterThan(60)
  }, 300_000)

  it('would find nothing: the rules of changes where nothing is changed', () => {
    let without = 0
    for (const { name, text, setting } of given) {
      if (neededFor(text, setting).includes('changeRules')) continue
      without++
      const checked = checkedFrom({ ...rehearseScript(text, setting), text })
      const found = changeRules
        .filter(({ moments }) => !moments || moments.includes(setting.moment))
        .flatMap(rule => rule.check(checked).map(({ message }) => `${rule.name}: ${message}`))
      expect(found, name).toEqual([])
    }
    expect(without).toBeGreaterThan(100)
  }, 300_000)

  it('is little: an ordinary start script of a board with one tool needs none of them', () => {
    const setting: RehearsalInput = { printer, job, material, moment: 'start' }
    expect(neededFor('M190 S60 ; [hot] bed, 100 %\nG28\nM109 S@nozzle\n; done {really}', setting)).toEqual([])
    expect(neededFor('M190 S{first_bed}', setting)).toEqual(['otherPrograms'])
    expect(neededFor('G28\n;@ heat-soak minutes=2\nG4 S120\n;@ end heat-soak', setting)).toEqual(['makers'])
    expect(neededFor('G28', { ...setting, moment: 'layer-change' })).toEqual(['changeRules'])
    expect(neededFor('G28', { ...setting, vocabulary: newVocabulary('ours', { open: '<<', close: '>>' }) })).toEqual([
      'vocabularyRules',
    ])
    expect(neededFor('G28', { ...setting, opened: { file: 'start.g', call: '' } })).toEqual(['documents'])
  })

  it('is brought all the same where it turns out to be needed; a mistake of another kind is none of its', async () => {
    const setting: RehearsalInput = { printer, job, material, moment: 'start' }
    let times = 0
    const work = () => {
      times++
      if (times === 1) throw new NotBrought('The list of makers has not been loaded.')
      return 'done'
    }
    await expect(withPartsFor('G28', setting, work)).resolves.toBe('done')
    expect(times).toBe(2)
    await expect(
      withPartsFor('G28', setting, () => {
        throw new TypeError('a mistake')
      }),
    ).rejects.toThrow('a mistake')
  })
})
