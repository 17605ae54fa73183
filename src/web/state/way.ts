// Where in the application one is, as the browser's address has it, and what holds a person back from leaving. Each step has its
// number in the browser's history, so that a step back that must wait can be undone until the person has chosen.
import { createPath, type Location, NavigationType, type Navigator, parsePath, type To } from 'react-router'

export type Step = { location: Location; action: NavigationType }

/** Whether this step has to wait for an answer. */
type Holds = (next: Location) => boolean

/** What the browser's history keeps of each step. */
type Entry = { idx: number; key: string; usr: unknown }

/** The browser's own, or what stands for it in a test. */
export type Browser = Pick<Window, 'history' | 'location' | 'addEventListener'>

export class Way {
  private at: number
  private readonly listeners = new Set<(step: Step) => void>()
  private held: { holds: Holds; ask: (proceed: () => void) => void } | null = null
  /** A step of ours in the browser's history that is to change nothing here. */
  private turningBack = false
  private allowed = false

  constructor(private readonly browser: Browser) {
    const known = this.entry()
    this.at = known?.idx ?? 0
    if (!known) browser.history.replaceState(this.entryOf(this.at, browser.history.state?.usr), '')
    browser.addEventListener('popstate', () => this.popped())
  }

  /** For React Router: how a page is gone to. */
  readonly navigator: Navigator = {
    createHref: to => (typeof to === 'string' ? to : createPath(to)),
    go: by => this.browser.history.go(by),
    push: (to, state) => this.step(NavigationType.Push, to, state),
    replace: (to, state) => this.step(NavigationType.Replace, to, state),
  }

  here(): Location {
    const { pathname, search, hash } = this.browser.location
    const { usr = null, key = 'default' } = this.entry() ?? {}
    return { pathname, search, hash, state: usr, key }
  }

  /** Tells of every step taken; gives what ends that. */
  listen(listener: (step: Step) => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** A step for which `holds` is true waits: `ask` is given what takes it. Gives what ends that. */
  hold(holds: Holds, ask: (proceed: () => void) => void): () => void {
    const mine = { holds, ask }
    this.held = mine
    return () => {
      if (this.held === mine) this.held = null
    }
  }

  private entry(): Entry | null {
    const { state } = this.browser.history
    return typeof state?.idx === 'number' ? state : null
  }

  private entryOf(idx: number, usr: unknown): Entry {
    return { idx, key: Math.random().toString(36).slice(2, 10), usr: usr ?? null }
  }

  private tell(action: NavigationType): void {
    const step = { location: this.here(), action }
    for (const listener of this.listeners) listener(step)
  }

  private step(action: NavigationType.Push | NavigationType.Replace, to: To, state: unknown): void {
    const path = typeof to === 'string' ? parsePath(to) : to
    const idx = action === NavigationType.Push ? this.at + 1 : this.at
    const take = () => {
      const entry = this.entryOf(idx, state)
      if (action === NavigationType.Push) this.browser.history.pushState(entry, '', createPath(path))
      else this.browser.history.replaceState(entry, '', createPath(path))
      this.at = idx
      this.tell(action)
    }
    const next = { pathname: '', search: '', hash: '', ...path, state, key: '' }
    if (this.held?.holds(next)) this.held.ask(take)
    else take()
  }

  /** The browser has gone back or forth; where that has to wait, it goes back to where it was. */
  private popped(): void {
    if (this.turningBack) {
      this.turningBack = false
      return
    }
    // A place within the page, as `#place`, is a step that the browser has taken by itself.
    const idx = this.entry()?.idx ?? this.at + 1
    if (!this.entry()) this.browser.history.replaceState(this.entryOf(idx, null), '')
    const by = idx - this.at
    if (by !== 0 && !this.allowed && this.held?.holds(this.here())) {
      this.turningBack = true
      this.browser.history.go(-by)
      this.held.ask(() => {
        this.allowed = true
        this.browser.history.go(by)
      })
      return
    }
    this.allowed = false
    this.at = idx
    this.tell(NavigationType.Pop)
  }
}
