// What a text does not need is not asked for: over the corpus and the demo's scripts, each rehearsed with nothing else at hand.
import { afterEach, describe, expect, it } from 'vitest'
import { corpusCases, inputOf } from '../../../corpus/load.ts'
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../../demo/load.ts'
import { changeRules } from '../check/change-rules.ts'
import { checkedFrom } from '../check/check.ts'
import { bringTemplates, templates } from '../effects/templates.ts'
import { newVocabulary } from '../model/vocabulary.ts'
import { bringOtherPrograms, otherPrograms } from '../resolve/other-programs.ts'
import { type RehearsalInput, rehearseScript } from '../round.ts'
import { bringMakers } from '../script/makers/at-hand.ts'
import { makers } from '../script/makers/makers.ts'
import { job, material, printer } from '../testing/stage.ts'
import { neededFor } from './for-text.ts'

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
const [plain] = demoMaterials()
const given: Given[] = [
  ...corpusCases.map(each => ({ name: `${each.file} ${each.name}`, text: each.text, setting: inputOf(each) })),
  ...demoScripts().flatMap(({ name, text, moment }) =>
    demoPrinters().map(own => ({
      name: `${name} on ${own.name}`,
      text,
      setting: { printer: own, job: plainJob ?? job, material: plain ?? material, moment },
    })),
  ),
]

describe('what a text does not need', () => {
  it('is not asked for', () => {
    for (const { name, text, setting } of given) {
      const needed = neededFor(text, setting)
      bringAll()
      if (!needed.includes('templates')) bringTemplates(away())
      if (!needed.includes('makers')) bringMakers(away())
      if (!needed.includes('otherPrograms')) bringOtherPrograms(away())
      expect(() => rehearseScript(text, setting), name).not.toThrow()
    }
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
})
