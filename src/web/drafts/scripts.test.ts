import { beforeEach, expect, test, vi } from 'vitest'
import type { SavedScript } from '../../core/model/stored.ts'
import { type Browser, databaseOf, newBrowser, openTab } from './testing.ts'

let browser: Browser
vi.mock('idb-keyval', () => databaseOf(() => browser))
beforeEach(() => {
  browser = newBrowser()
})

const saved = {
  id: 4,
  variantId: 7,
  identity: 'one',
  name: 'Everyday',
  revision: 3,
  changedAt: '2026-11-24T08:00:00.000Z',
} as SavedScript
const about = {
  separator: '\n',
  name: 'Everyday',
  printerId: 1,
  moment: 'start' as const,
  materialName: '',
  jobName: '',
  base: 3,
  baseAt: saved.changedAt,
  identity: 'one',
  pasted: null,
}

test('a draft belongs to its script by identity, whatever number the script has on a shelf that was imported', async () => {
  const { store, scripts } = await openTab(browser)
  store.writeDraft('script 4 variant 7', about, 'G28')
  expect(scripts.draftsOf(saved)).toHaveLength(1)
  expect(scripts.draftsOf({ ...saved, identity: 'two' })).toEqual([])
})

test('the draft of a closed tab opens over the revision that it is a change of; of an older one it is offered', async () => {
  const a = await openTab(browser)
  a.store.writeDraft('script 4 variant 7', about, 'G28')
  a.close()
  const b = await openTab(browser)
  const [draft] = b.scripts.draftsOf(saved)
  if (!draft) throw new Error('no draft')
  expect(b.scripts.opensOver(draft, saved)).toBe(true)
  expect(b.scripts.opensOver(draft, { ...saved, revision: 4, changedAt: '2026-11-26T08:00:00.000Z' })).toBe(false)
  // A restored backup may have another revision 3.
  expect(b.scripts.opensOver(draft, { ...saved, changedAt: '2026-11-20T08:00:00.000Z' })).toBe(false)
  expect(b.scripts.opensOver(draft, { ...saved, variantId: 8 })).toBe(false)
  expect(b.scripts.otherDrafts('script 4 variant 7', saved)).toHaveLength(1)
})

test('this tab’s own draft opens over its script, also when that was saved in another tab meanwhile', async () => {
  const { store, scripts } = await openTab(browser)
  store.writeDraft('script 4 variant 7', about, 'G28')
  const [draft] = scripts.draftsOf(saved)
  if (!draft) throw new Error('no draft')
  expect(scripts.opensOver(draft, { ...saved, revision: 4, changedAt: '2026-11-26T08:00:00.000Z' })).toBe(true)
  expect(scripts.otherDrafts('script 4 variant 7', saved)).toEqual([])
})

test('a new script opens as this tab has it; else as a closed tab left it; else as a copy of what an open tab has', async () => {
  const a = await openTab(browser)
  const address = await a.scripts.beginDraft('G28\r\nG90\r\n', 'pasted', 1)
  const id = address.replace('/desk/new/', '')
  const b = await openTab(browser)
  const copy = await b.scripts.newScriptToOpen(id)
  expect(copy).toMatchObject({ text: 'G28\nG90\n', about: { separator: '\r\n', pasted: 'G28\r\nG90\r\n' } })
  expect(copy?.tab).toBe(a.tab.tabId())
  a.close()
  await b.scripts.newScriptToOpen(id)
  // It is this tab's now, once.
  expect(b.store.allDrafts().map(({ tab }) => tab)).toEqual([b.tab.tabId()])
})

test('a draft whose script is gone opens as a new script', async () => {
  const { store, scripts } = await openTab(browser)
  store.writeDraft('script 4 variant 7', about, 'G28')
  const [draft] = scripts.draftsOf(saved)
  const address = draft && (await scripts.beginFromDraft(draft))
  expect(address).toMatch(/^\/desk\/new\/[0-9a-f]{8}$/)
  expect(store.allDrafts()).toMatchObject([{ about: { name: 'Everyday', base: 0, identity: '' } }])
})

test('drafts of an earlier version of the program are found', async () => {
  const { older, scripts, store } = await (async () => {
    const tab = await openTab(browser)
    return { ...tab, older: await import('./older.ts') }
  })()
  const { identity: _identity, pasted: _pasted, ...olderAbout } = about
  localStorage.setItem('warm-prelude draft new 1f2e', JSON.stringify({ ...olderAbout, text: 'G28', changedAt: '' }))
  localStorage.setItem('warm-prelude form job 3', JSON.stringify({ value: '{"name":"Cup"}', from: '{}', at: '' }))
  browser.database.set('warm-prelude draft new 2', { ...olderAbout, text: 'G90', changedAt: '' })
  await older.convertOlderDrafts()
  expect((await scripts.newScriptToOpen('1f2e'))?.text).toBe('G28')
  expect((await scripts.newScriptToOpen('2'))?.text).toBe('G90')
  const form = store.allDrafts().find(({ key }) => key === 'form job 3')
  expect(form && store.shortTextOf(form)).toBe('{"name":"Cup"}')
  expect([...browser.local.keys()].filter(key => /draft|form /.test(key) && !key.includes('unsaved'))).toEqual([])
})
