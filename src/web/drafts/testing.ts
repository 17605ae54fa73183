// For tests: a browser with local storage of a given size, IndexedDB and Web Locks, in which tabs are opened, closed and crashed.
import { vi } from 'vitest'

export type Browser = {
  local: Map<string, string>
  /** Characters that local storage takes in all. */
  localChars: number
  database: Map<string, unknown>
  /** Whether IndexedDB takes nothing more. */
  databaseFull: boolean
  /** While true, writes to IndexedDB do not come to an end. */
  databaseHeld: boolean
  /** Names of held locks, with the tab that holds each. */
  locks: { name: string; tab: number }[]
}

export const newBrowser = (): Browser => ({
  local: new Map(),
  localChars: 5_000_000,
  database: new Map(),
  databaseFull: false,
  databaseHeld: false,
  locks: [],
})

/** For `vi.mock('idb-keyval', …)`: a database of the browser that `current` returns. */
export function databaseOf(current: () => Browser) {
  return {
    get: async (key: string) => structuredClone(current().database.get(key)),
    set: async (key: string, value: unknown) => {
      const copy = structuredClone(value)
      const browser = current()
      while (browser.databaseHeld) await new Promise(resolve => setTimeout(resolve, 1))
      if (browser.databaseFull) throw new DOMException('full', 'QuotaExceededError')
      browser.database.set(key, copy)
    },
    del: async (key: string) => void current().database.delete(key),
    keys: async () => [...current().database.keys()],
  }
}

function storageOf(items: Map<string, string>, limit: () => number) {
  const storage = {
    getItem: (key: string) => items.get(key) ?? null,
    setItem: (key: string, value: string) => {
      const others = [...items].reduce((sum, [name, text]) => sum + (name === key ? 0 : name.length + text.length), 0)
      if (others + key.length + value.length > limit()) throw new DOMException('full', 'QuotaExceededError')
      items.set(key, value)
    },
    removeItem: (key: string) => void items.delete(key),
  }
  // A browser lists the stored names as the storage's own keys.
  return new Proxy(storage, {
    ownKeys: () => [...items.keys()],
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
  })
}

type Granted = (lock: object | null) => unknown

function locksOf(browser: Browser, tab: number) {
  return {
    query: async () => ({ held: browser.locks.map(({ name }) => ({ name })) }),
    request: async (name: string, options: { ifAvailable?: boolean; mode?: string }, granted: Granted) => {
      const taken = () => options.mode !== 'shared' && browser.locks.some(each => each.name === name)
      if (options.ifAvailable && taken()) return granted(null)
      while (taken()) await new Promise(resolve => setTimeout(resolve, 1))
      const lock = { name, tab }
      browser.locks.push(lock)
      try {
        return await granted(lock)
      } finally {
        browser.locks = browser.locks.filter(each => each !== lock)
      }
    },
  }
}

let tabs = 0

/** Opens a tab: the modules loaded anew. `session` is the tab's session storage, which a reload and a duplicate hand on. */
export async function openTab(browser: Browser, session = new Map<string, string>()) {
  const number = ++tabs
  vi.resetModules()
  const leaving: (() => void)[] = []
  const listen = (name: string, act: () => void) => name === 'pagehide' && leaving.push(act)
  vi.stubGlobal(
    'localStorage',
    storageOf(browser.local, () => browser.localChars),
  )
  vi.stubGlobal(
    'sessionStorage',
    storageOf(session, () => 100_000),
  )
  vi.stubGlobal('navigator', { locks: locksOf(browser, number) })
  vi.stubGlobal('BroadcastChannel', undefined)
  vi.stubGlobal('addEventListener', listen)
  vi.stubGlobal('window', { addEventListener: listen })
  const [tab, store, scripts, forms] = await Promise.all([
    import('./tab.ts'),
    import('./store.ts'),
    import('./scripts.ts'),
    import('./forms.ts'),
  ])
  await tab.joinTabs()
  await store.openDraftStorage()
  /** Without a word, as when the renderer process ends. */
  const crash = () => {
    browser.locks = browser.locks.filter(each => each.tab !== number)
  }
  const close = () => {
    for (const act of leaving) act()
    crash()
  }
  return { tab, store, scripts, forms, session, crash, close }
}

export type OpenedTab = Awaited<ReturnType<typeof openTab>>
