// Steps from page to page, and those that have to wait for an answer.
import { describe, expect, it } from 'vitest'
import { type Browser, Way } from './way.ts'

/** A browser's history and address; what goes back or forth comes at once. */
function browserAt(first: string, before: readonly string[] = []) {
  let entries: { state: unknown; url: string }[] = [...before, first].map(url => ({ state: null, url }))
  let now = entries.length - 1
  let popped = () => {}
  const history = {
    get state() {
      return entries[now]?.state
    },
    pushState: (state: unknown, _: string, url: string) => {
      entries = [...entries.slice(0, ++now), { state, url }]
    },
    replaceState: (state: unknown, _: string, url?: string) => {
      entries[now] = { state, url: url ?? entries[now]?.url ?? '' }
    },
    go: (by: number) => {
      now += by
      popped()
    },
  }
  const location = {
    get pathname() {
      return (entries[now]?.url ?? '').split(/[?#]/)[0]
    },
    get search() {
      return /\?[^#]*/.exec(entries[now]?.url ?? '')?.[0] ?? ''
    },
    get hash() {
      return /#.*/.exec(entries[now]?.url ?? '')?.[0] ?? ''
    },
  }
  const addEventListener = (_: string, listener: () => void) => {
    popped = listener
  }
  return {
    browser: { history, location, addEventListener } as unknown as Browser,
    go: history.go,
    urls: () => entries.map(({ url }) => url),
    url: () => entries[now]?.url,
    /** A link to a place within the page. */
    anchor: (url: string) => {
      entries = [...entries.slice(0, ++now), { state: null, url }]
      popped()
    },
  }
}

function steps(first: string, before?: readonly string[]) {
  const made = browserAt(first, before)
  const way = new Way(made.browser)
  const taken: string[] = []
  way.listen(({ action, location }) => taken.push(`${action} ${location.pathname}${location.search}`))
  return { ...made, way, taken }
}

describe('the way from page to page', () => {
  it('is where the address says, with what a page was given', () => {
    const { way, taken, urls } = steps('/desk/3?job=small#top')
    expect(way.here()).toMatchObject({ pathname: '/desk/3', search: '?job=small', hash: '#top', state: null })
    way.navigator.push({ pathname: '/macros', search: '', hash: '' }, { config: 'G28' })
    expect(way.here()).toMatchObject({ pathname: '/macros', search: '', state: { config: 'G28' } })
    way.navigator.replace('/macros?printer=2')
    expect(taken).toEqual(['PUSH /macros', 'REPLACE /macros?printer=2'])
    expect(urls()).toEqual(['/desk/3?job=small#top', '/macros?printer=2'])
  })

  it('goes back and forth, and forgets what was ahead of a new step', () => {
    const { way, taken, go, urls } = steps('/')
    way.navigator.push('/jobs')
    go(-1)
    go(1)
    go(-1)
    way.navigator.push('/runs')
    expect(taken).toEqual(['PUSH /jobs', 'POP /', 'POP /jobs', 'POP /', 'PUSH /runs'])
    expect(urls()).toEqual(['/', '/runs'])
  })

  it('goes on where a page that was loaded again had been', () => {
    const { browser, go } = steps('/')
    const first = new Way(browser)
    first.navigator.push('/jobs')
    // Loaded again: the browser has kept the number of the step.
    const again = new Way(browser)
    const taken: string[] = []
    again.hold(
      ({ pathname }) => pathname !== '/jobs',
      () => taken.push('asked'),
    )
    go(-1)
    expect(taken).toEqual(['asked'])
    expect(again.here().pathname).toBe('/jobs')
  })
})

describe('a step that has to wait', () => {
  it('is not taken before it is let go, and then once', () => {
    const { way, taken, url } = steps('/printers/1')
    let proceed = () => {}
    const end = way.hold(
      next => next.pathname !== '/printers/1',
      go => {
        proceed = go
      },
    )
    way.navigator.push('/printers/1?tab=tools')
    way.navigator.push('/')
    expect([url(), taken]).toEqual(['/printers/1?tab=tools', ['PUSH /printers/1?tab=tools']])
    proceed()
    expect([url(), taken.at(-1)]).toEqual(['/', 'PUSH /'])
    end()
    way.navigator.push('/jobs')
    expect(url()).toBe('/jobs')
  })

  it('back in the browser is undone until it is let go', () => {
    const { way, taken, go, url } = steps('/')
    way.navigator.push('/printers/1')
    way.navigator.push('/printers/2')
    const asked: (() => void)[] = []
    way.hold(
      ({ pathname }) => pathname !== '/printers/2',
      proceed => asked.push(proceed),
    )
    go(-2)
    expect([url(), asked.length, taken.length]).toEqual(['/printers/2', 1, 2])
    go(-1)
    expect([url(), asked.length]).toEqual(['/printers/2', 2])
    asked[0]?.()
    expect([url(), taken.at(-1)]).toEqual(['/', 'POP /'])
    // What was let go is held no longer: the page that held is gone with it, or asks anew.
    go(2)
    expect([url(), asked.length]).toEqual(['/printers/2', 2])
  })

  it('is known across a place within a page, which the browser goes to by itself', () => {
    const { way, taken, go, url, anchor } = steps('/')
    way.navigator.push('/printers/1')
    anchor('/printers/1#place')
    way.navigator.push('/printers/2')
    const asked: (() => void)[] = []
    way.hold(
      ({ pathname }) => pathname !== '/printers/2',
      proceed => asked.push(proceed),
    )
    go(-1)
    expect([url(), asked.length]).toEqual(['/printers/2', 1])
    asked[0]?.()
    expect([url(), taken.at(-1)]).toEqual(['/printers/1#place', 'POP /printers/1'])
  })

  it('of two that hold the later one is asked, and the first one’s end does not end it', () => {
    const { way, url } = steps('/refrains')
    const end = way.hold(
      () => true,
      () => {},
    )
    way.hold(
      () => true,
      () => {},
    )
    end()
    way.navigator.push('/')
    expect(url()).toBe('/refrains')
  })
})
