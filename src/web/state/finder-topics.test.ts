import { expect, test } from 'vitest'
import { rules } from '../../core/check/rules.ts'
import type { Things } from './api.ts'
import { fitsWords, knownAs, seenAs, withFewOfOne } from './finder-topics.ts'

const nothing = { things: undefined, settings: [], navigate: () => {}, toLine: () => {} }
const names = (words: string) => knownAs(words, nothing).map(({ group, title }) => `${group}: ${title}`)

test('a word of the trade finds the checks that bear on it', () => {
  for (const words of ['blob', 'stringing', 'first layer', 'leveling', 'crash', 'clog'])
    expect([words, names(words).some(each => each.startsWith('Checks: '))]).toEqual([words, true])
})

test('every check that a word leads to is one of ours', () => {
  const known = new Set(rules.map(({ name }) => name))
  expect(seenAs.flatMap(([, checks]) => checks.filter(check => !known.has(check)))).toEqual([])
})

test('a command is found by its name and by what it does', () => {
  expect(names('g29')[0]).toMatch(/^Commands: G29: /)
  expect(names('wait for bed').some(each => each.startsWith('Commands: M190'))).toBe(true)
})

test('one letter finds nothing yet, and every word has to fit', () => {
  expect(knownAs('g', nothing)).toEqual([])
  const action = { id: 'theme', group: 'Do', title: 'Light or dark', aliases: 'theme', run: () => {} }
  expect([fitsWords(action, 'DARK theme'), fitsWords(action, 'dark bed')]).toEqual([true, false])
})

test('a word is met by the beginning of one, and by two that are written apart', () => {
  const action = (title: string) => ({ id: title, group: 'Do', title, run: () => {} })
  const fits = (name: string, words: string) => fitsWords(action(name), words)
  expect([fits('The bin', 'bin'), fits('Probing', 'bin'), fits('Bins', 'BIN')]).toEqual([true, false, true])
  expect([fits('Report the end stops', 'endstop'), fits('Endstops', 'end stop')]).toEqual([true, true])
  expect([fits('Anything', ''), fits('Anything', '?')]).toEqual([true, false])
})

test('of the menus of a list eight items are shown under each heading', () => {
  const ten = (group: string, of?: string) =>
    Array.from({ length: 10 }, (_, i) => ({
      id: `${i}`,
      group,
      title: `${group} ${i}`,
      ...(of ? { of } : {}),
      run: () => {},
    }))
  const few = withFewOfOne([...ten('Passages', 'home'), ...ten('Tools'), ...ten('In this list', 'Everyday')])
  const counts = ['Passages', 'Tools', 'In this list'].map(group => few.filter(each => each.group === group).length)
  expect(counts).toEqual([8, 10, 8])
})

test('what is about one thing of many is offered when more is asked for than the thing’s name', () => {
  const action = {
    id: 'history',
    group: 'In this list',
    title: 'From the folder: Its history',
    of: 'From the folder',
    run: () => {},
  }
  const offered = ['', 'fol', 'from folder', 'history', 'fol hist'].map(words => fitsWords(action, words))
  expect(offered).toEqual([false, false, false, true, true])
})

test('what a printer’s page holds leads to the printers', () => {
  const printer = { id: 7, data: { name: 'Dunlin', about: 'slides' } }
  const things = { printers: [printer], taught: [] } as unknown as Things
  const found = (words: string) => knownAs(words, { ...nothing, things }).filter(({ group }) => group === 'Printers')
  expect(['nozzle diameter', 'dunlin', 'slides', 'jerk'].map(words => found(words).length)).toEqual([1, 1, 1, 0])
})

test('a setting of the open script is found by its name, and leads to its line', () => {
  const at: number[] = []
  const settings = [
    { name: 'purge_length', line: 4, body: '32 mm', range: null, note: 'how much', value: 32, unit: 'mm' as const },
  ]
  knownAs('purge length', { ...nothing, settings, toLine: line => at.push(line) })
    .find(({ group }) => group === 'Settings of this script')
    ?.run()
  expect(at).toEqual([4])
})
