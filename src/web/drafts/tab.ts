// This browser tab among the other tabs: its id, which other tabs are open, and which scripts they have open.
// Drafts carry the id of the tab that wrote them, so that no tab overwrites or deletes the draft of another open tab.
import { create } from 'zustand'

const idKey = 'warm-prelude tab'
const leftKey = 'warm-prelude tab left'
const tabLock = (id: string) => `warm-prelude tab ${id}`
const deskLock = 'warm-prelude desk '

const newId = (): string => crypto.randomUUID().slice(0, 8)

let id = newId()

/** The id of this tab. It stays the same when the page is reloaded. */
export const tabId = (): string => id

/** An id that no tab has: a draft under it belongs to nobody, so any tab may take it over. */
export const nobody = (): string => newId()

type Tabs = {
  /** The ids of all tabs that are open, this one included. */
  open: ReadonlySet<string>
  /** For each script that is on a Desk, how many tabs show it. */
  desks: ReadonlyMap<string, number>
}

export const useTabs = create<Tabs>(() => ({ open: new Set([id]), desks: new Map() }))

export const isOpenTab = (tab: string): boolean => useTabs.getState().open.has(tab)

// Without Web Locks (an address that is not secure) every other tab counts as closed. Their drafts are then copied, never deleted.
const locks: LockManager | undefined = globalThis.navigator?.locks
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('warm-prelude tabs')

/** Reads anew which tabs are open and what they show. A tab that crashed has lost its locks. */
export async function refreshTabs(): Promise<void> {
  const held = (await locks?.query())?.held ?? []
  const names = held.map(({ name = '' }) => name)
  const desks = new Map<string, number>()
  for (const name of names)
    if (name.startsWith(deskLock)) {
      const script = name.slice(deskLock.length)
      desks.set(script, (desks.get(script) ?? 0) + 1)
    }
  const open = names.filter(name => name.startsWith(tabLock(''))).map(name => name.slice(tabLock('').length))
  useTabs.setState({ open: new Set([id, ...open]), desks })
}

/** Holds a lock until `end` is called; resolves when the lock is granted. */
function hold(name: string, mode: LockMode): { granted: Promise<void>; end: () => void } {
  let end = () => {}
  const held = new Promise<void>(resolve => {
    end = resolve
  })
  const granted = new Promise<void>((resolve, reject) => {
    if (!locks) return resolve()
    locks
      .request(name, { mode }, () => {
        resolve()
        return held
      })
      .catch(reject)
  })
  return { granted, end }
}

/** How long a reloaded page waits for its predecessor to be gone, and how long others wait until a closed tab has let go, ms. */
const waitMs = 1000

const within = (ms: number, done: Promise<void>): Promise<boolean> =>
  Promise.race([done.then(() => true), new Promise<boolean>(resolve => setTimeout(resolve, ms, false))])

/**
 * Call once at start-up, before anything reads drafts: finds this tab's id and which other tabs are open.
 * A reloaded page goes on under its old id. A duplicated tab copies the id of the original, which is still open, and gets a new one.
 */
export async function joinTabs(): Promise<void> {
  const before = sessionStorage.getItem(idKey)
  const left = sessionStorage.getItem(leftKey) !== null
  if (before && (left || (await isFree(tabLock(before))))) id = before
  const mine = hold(tabLock(id), 'exclusive')
  if (!(await within(waitMs, mine.granted))) {
    mine.end()
    id = newId()
    await hold(tabLock(id), 'exclusive').granted
  }
  sessionStorage.setItem(idKey, id)
  sessionStorage.removeItem(leftKey)
  addEventListener('pagehide', () => {
    sessionStorage.setItem(leftKey, 'yes')
    tellOthers()
  })
  window.addEventListener('pageshow', ({ persisted }) => persisted && sessionStorage.removeItem(leftKey))
  channel?.addEventListener('message', () => {
    void refreshTabs()
    setTimeout(() => void refreshTabs(), waitMs)
  })
  addEventListener('focus', () => void refreshTabs())
  await refreshTabs()
  tellOthers()
}

/** Has the other tabs look again: something was opened or closed here. */
const tellOthers = () => channel?.postMessage('changed')

const isFree = (name: string): Promise<boolean> =>
  locks?.request(name, { ifAvailable: true }, lock => lock !== null) ?? Promise.resolve(true)

/** Runs `act` while nobody can open the tab of this id anew; returns false, without running it, when that tab is open. */
export async function whileClosed(tab: string, act: () => Promise<void>): Promise<boolean> {
  if (!locks || tab === id) return false
  return locks.request(tabLock(tab), { ifAvailable: true }, async lock => {
    if (lock) await act()
    return lock !== null
  })
}

let desk: { script: string; end: () => void } | null = null

/** Lets other tabs know that this tab shows a script on its Desk; null when it shows none. */
export function showsOnDesk(script: string | null): void {
  if (desk?.script === script) return
  desk?.end()
  desk = null
  if (script !== null) {
    const { granted, end } = hold(deskLock + script, 'shared')
    desk = { script, end }
    void granted.then(refreshTabs).then(tellOthers)
  } else setTimeout(() => void refreshTabs().then(tellOthers))
}

/** In how many other tabs a script is on the Desk. */
export const useOtherDesks = (script: string): number =>
  useTabs(({ desks }) => Math.max(0, (desks.get(script) ?? 0) - (desk?.script === script ? 1 : 0)))
