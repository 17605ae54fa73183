import { beforeEach, describe, expect, test, vi } from 'vitest'
import type { DraftHead } from './store.ts'
import { type Browser, databaseOf, newBrowser, type OpenedTab, openTab } from './testing.ts'

let browser: Browser
vi.mock('idb-keyval', () => databaseOf(() => browser))
beforeEach(() => {
  browser = newBrowser()
})

const texts = async ({ store }: OpenedTab, key: string): Promise<(string | undefined)[]> =>
  (await Promise.all(store.draftsFor(key).map(head => store.readDraft(head)))).map(draft => draft?.text)

/** Whether these are the texts, without showing them where they are long. */
const hasTexts = async (tab: OpenedTab, key: string, ...wanted: string[]): Promise<boolean> => {
  const found = await texts(tab, key)
  return found.length === wanted.length && found.every((text, i) => text === wanted[i])
}

const only = ({ store }: OpenedTab, key: string): DraftHead => {
  const [head, ...more] = store.draftsFor(key)
  if (!head || more.length > 0) throw new Error(`${store.draftsFor(key).length} drafts of ${key}`)
  return head
}

describe('drafts of several tabs', () => {
  test('a tab that typed nothing deletes no draft of another tab', async () => {
    const [a, b] = [await openTab(browser), await openTab(browser)]
    b.store.writeDraft('script 1', {}, 'G28')
    b.close()
    await a.store.dropDraft('script 1')
    a.close()
    expect(await texts(await openTab(browser), 'script 1')).toEqual(['G28'])
  })

  test('two tabs that typed in one script have a draft each', async () => {
    const [a, b] = [await openTab(browser), await openTab(browser)]
    a.store.writeDraft('script 1', {}, 'G28 ; a')
    b.store.writeDraft('script 1', {}, 'G28 ; b')
    a.crash()
    b.crash()
    expect((await texts(await openTab(browser), 'script 1')).sort()).toEqual(['G28 ; a', 'G28 ; b'])
  })

  test('the draft of a tab that is open can be read and not discarded; when that tab has crashed, it can', async () => {
    const [a, b] = [await openTab(browser), await openTab(browser)]
    a.store.writeDraft('script 1', {}, 'G28')
    const head = only(b, 'script 1')
    expect(b.store.isFree(head)).toBe(false)
    expect(await b.store.discardDraft(head)).toBe(false)
    expect(await texts(b, 'script 1')).toEqual(['G28'])
    a.crash()
    expect(await b.store.discardDraft(head)).toBe(true)
    expect(await texts(b, 'script 1')).toEqual([])
  })

  test('the draft of a closed tab is adopted: stored as this tab’s, then deleted as the other’s', async () => {
    const a = await openTab(browser)
    a.store.writeDraft('script 1', { base: 3 }, 'G28')
    a.close()
    const b = await openTab(browser)
    const draft = await b.store.readDraft(only(b, 'script 1'))
    if (!draft) throw new Error('no draft')
    await b.store.adoptDraft(draft)
    expect(only(b, 'script 1')).toMatchObject({ tab: b.tab.tabId(), about: { base: 3 } })
  })

  test('a draft is not deleted as the other’s where it can’t be stored as this tab’s', async () => {
    const a = await openTab(browser)
    a.store.writeDraft('script 1', {}, 'G28')
    a.close()
    const b = await openTab(browser)
    const draft = await b.store.readDraft(only(b, 'script 1'))
    browser.localChars = 0
    browser.databaseFull = true
    if (draft) await b.store.adoptDraft(draft)
    browser.localChars = 5_000_000
    expect(await texts(await openTab(browser), 'script 1')).toEqual(['G28'])
  })
})

describe('a draft of this tab that the page has not opened', () => {
  const reloaded = async (text: string) => {
    const a = await openTab(browser)
    a.store.writeDraft('form printer 1', { of: 'Knot' }, text)
    await a.store.draftWritten('form printer 1')
    a.close()
    return openTab(browser, a.session)
  }

  test.each([
    ['short', 'G28'],
    ['long', 'G1 X1\n'.repeat(100_000)],
  ])('(%s) is not written over: it becomes nobody’s, beside what is typed', async (_, text) => {
    const again = await reloaded(text)
    // Reading it, as a list of drafts does, is not opening it.
    await again.store.readDraft(only(again, 'form printer 1'))
    again.store.writeDraft('form printer 1', { of: 'Dunlin' }, 'G90')
    await vi.waitFor(() => expect(again.store.draftsFor('form printer 1')).toHaveLength(2))
    again.crash()
    const found = (await texts(await openTab(browser), 'form printer 1')).map(each => each === text || each === 'G90')
    expect(found).toEqual([true, true])
  })

  test('is not dropped, but can be discarded', async () => {
    const again = await reloaded('G28')
    await again.store.dropDraft('form printer 1')
    expect(await texts(again, 'form printer 1')).toEqual(['G28'])
    expect(await again.store.discardDraft(only(again, 'form printer 1'))).toBe(true)
    expect(await texts(again, 'form printer 1')).toEqual([])
  })

  test('goes on when it is opened', async () => {
    const again = await reloaded('G28')
    const draft = await again.store.readDraft(only(again, 'form printer 1'))
    if (draft) void again.store.adoptDraft(draft)
    again.store.writeDraft('form printer 1', { of: 'Knot' }, 'G28\nG90')
    expect(await texts(again, 'form printer 1')).toEqual(['G28\nG90'])
    await again.store.dropDraft('form printer 1')
    expect(await texts(again, 'form printer 1')).toEqual([])
  })
})

describe('a tab’s id', () => {
  test('stays when the page is reloaded, so that its draft is its own again', async () => {
    const before = await openTab(browser)
    before.close()
    expect((await openTab(browser, before.session)).tab.tabId()).toBe(before.tab.tabId())
  })

  test('stays after a crash', async () => {
    const before = await openTab(browser)
    before.crash()
    expect((await openTab(browser, before.session)).tab.tabId()).toBe(before.tab.tabId())
  })

  test('is a new one in a duplicate, whose original is open', async () => {
    const original = await openTab(browser)
    const duplicate = await openTab(browser, new Map(original.session))
    expect(duplicate.tab.tabId()).not.toBe(original.tab.tabId())
  })

  test('other tabs know which scripts are on a Desk', async () => {
    const [a, b] = [await openTab(browser), await openTab(browser)]
    a.tab.showsOnDesk('script one')
    b.tab.showsOnDesk('script one')
    await vi.waitFor(() => expect(b.tab.useTabs.getState().desks.get('script one')).toBe(2))
    a.tab.showsOnDesk('script two')
    a.crash()
    b.tab.showsOnDesk('script one again')
    await vi.waitFor(() => expect([...b.tab.useTabs.getState().desks]).toEqual([['script one again', 1]]))
  })
})

const long = 'G1 X1\n'.repeat(100_000)

describe('long texts', () => {
  test('what is typed after the snapshot is stored at once, in steps', async () => {
    const a = await openTab(browser)
    a.store.writeDraft('new 1', {}, long)
    expect(a.store.useDraftStorage.getState().pending.has('new 1')).toBe(true)
    await a.store.draftWritten('new 1')
    expect(a.store.useDraftStorage.getState().pending.size).toBe(0)
    a.store.writeDraft('new 1', {}, `M117 a\n${long}`)
    a.store.writeDraft('new 1', {}, `M117 a\n${long}M117 b\n`)
    // No wait: the tab ends in this moment. Local storage has the two steps and not the 600,000 characters.
    expect([...browser.local.values()].join('').length).toBeLessThan(1000)
    a.crash()
    expect(await hasTexts(await openTab(browser), 'new 1', `M117 a\n${long}M117 b\n`)).toBe(true)
  })

  test('what is typed while a snapshot is being written is not lost, whether or not it comes to an end', async () => {
    for (const ends of [true, false]) {
      browser = newBrowser()
      const a = await openTab(browser)
      a.store.writeDraft('new 1', {}, long)
      await a.store.draftWritten('new 1')
      browser.databaseHeld = true
      // More than 50,000 characters in one step: a new snapshot is begun.
      const grown = `${long}${'M117 x\n'.repeat(10_000)}`
      a.store.writeDraft('new 1', {}, grown)
      a.store.writeDraft('new 1', {}, `${grown}M117 end\n`)
      browser.databaseFull = !ends
      browser.databaseHeld = false
      await a.store.draftWritten('new 1')
      browser.databaseFull = false
      a.crash()
      expect(await hasTexts(await openTab(browser), 'new 1', `${grown}M117 end\n`)).toBe(true)
    }
  })

  test('a reloaded page goes on from snapshot and steps', async () => {
    const a = await openTab(browser)
    a.store.writeDraft('new 1', {}, long)
    await a.store.draftWritten('new 1')
    a.store.writeDraft('new 1', {}, `${long}M117 one\n`)
    a.close()
    const again = await openTab(browser, a.session)
    const draft = await again.store.readDraft(only(again, 'new 1'))
    if (draft) await again.store.adoptDraft(draft)
    again.store.writeDraft('new 1', {}, `${long}M117 one\nM117 two\n`)
    again.crash()
    expect(await hasTexts(await openTab(browser), 'new 1', `${long}M117 one\nM117 two\n`)).toBe(true)
  })

  test('a text that becomes short is stored whole, and stays so', async () => {
    const a = await openTab(browser)
    a.store.writeDraft('new 1', {}, long)
    a.store.writeDraft('new 1', {}, 'G28')
    await a.store.draftWritten('new 1')
    a.crash()
    expect(await texts(await openTab(browser), 'new 1')).toEqual(['G28'])
    expect(browser.database.size).toBe(0)
  })

  test('a draft that is dropped while its snapshot is being written is gone', async () => {
    const a = await openTab(browser)
    a.store.writeDraft('new 1', {}, long)
    await a.store.dropDraft('new 1')
    a.crash()
    expect(await texts(await openTab(browser), 'new 1')).toEqual([])
    expect(browser.database.size).toBe(0)
  })
})

describe('full storage', () => {
  test('a short text goes to the database when local storage is full, and is found again', async () => {
    const a = await openTab(browser)
    a.store.writeDraft('new 1', {}, 'G28')
    browser.localChars = 0
    a.store.writeDraft('new 1', {}, 'G28\nG90')
    await a.store.draftWritten('new 1')
    a.crash()
    expect(browser.local.size).toBe(0)
    expect(await texts(await openTab(browser), 'new 1')).toEqual(['G28\nG90'])
  })

  test('every text typed while local storage is full is written in turn', async () => {
    browser.localChars = 0
    const a = await openTab(browser)
    for (const text of ['G', 'G2', 'G28']) a.store.writeDraft('new 1', {}, text)
    await a.store.draftWritten('new 1')
    a.crash()
    expect(await texts(await openTab(browser), 'new 1')).toEqual(['G28'])
  })

  test('the earlier draft stays where the new one can’t be written, and the failure is told', async () => {
    const a = await openTab(browser)
    a.store.writeDraft('new 1', {}, 'G28')
    browser.localChars = 0
    browser.databaseFull = true
    a.store.writeDraft('new 1', {}, 'G28\nG90')
    await a.store.draftWritten('new 1')
    expect([...a.store.useDraftStorage.getState().failed]).toEqual(['new 1'])
    expect(a.store.failedDrafts().map(({ text }) => text)).toEqual(['G28\nG90'])
    // Room is made, and another try stores it.
    browser.databaseFull = false
    a.store.retryFailedDrafts()
    await a.store.draftWritten('new 1')
    expect(a.store.useDraftStorage.getState().failed.size).toBe(0)
    a.crash()
    expect(await texts(await openTab(browser), 'new 1')).toEqual(['G28\nG90'])
  })
})

test('a single edit turns one text into the other', async () => {
  const { singleEdit } = (await openTab(browser)).store
  expect(singleEdit('G28', 'G28')).toBeNull()
  expect(singleEdit('G28\nG90', 'G28 X\nG90')).toEqual({ from: 3, to: 3, insert: ' X' })
  // Of equal letters the first stay: “aa” from “a” adds one after it.
  expect(singleEdit('a', 'aa')).toEqual({ from: 1, to: 1, insert: 'a' })
  expect(singleEdit('aXb', 'ab')).toEqual({ from: 1, to: 2, insert: '' })
})
