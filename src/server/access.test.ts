import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { makeApp } from './app.ts'
import { makeShelf, now, type TestShelf } from './testing.ts'

let shelf: TestShelf
let app: ReturnType<typeof makeApp>
beforeEach(() => {
  shelf = makeShelf()
  const screens = join(shelf.folder, 'screens')
  mkdirSync(join(screens, 'assets'), { recursive: true })
  writeFileSync(join(screens, 'index.html'), '<!doctype html>')
  app = makeApp({ database: shelf.database, backups: join(shelf.folder, 'backups'), screens, now: () => now })
})
afterEach(() => shelf.remove())

const status = async (path: string, headers: Record<string, string> = {}, method = 'GET') =>
  (await app.request(`http://127.0.0.1:4310${path}`, { method, headers })).status

describe('requests', () => {
  it('of our own pages and of programs on this machine are answered', async () => {
    expect(await status('/api/health')).toBe(200)
    expect(await status('/api/health', { origin: 'http://127.0.0.1:4310', 'sec-fetch-site': 'same-origin' })).toBe(200)
    expect(await status('/api/health', { host: 'localhost:4310' })).toBe(200)
  })

  it('of other origins are refused, whatever they ask', async () => {
    for (const origin of ['http://elsewhere.example', 'http://127.0.0.1:9999', 'https://127.0.0.1:4310', 'null'])
      expect([origin, await status('/api/health', { origin })]).toEqual([origin, 403])
    expect(await status('/api/shelf', { 'sec-fetch-site': 'cross-site' })).toBe(403)
    expect(await status('/api/scripts/1', { origin: 'http://elsewhere.example' }, 'DELETE')).toBe(403)
    expect(await status('/api/health', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' })).toBe(403)
  })

  it('sent to another name for this machine are refused', async () => {
    expect(await status('/api/shelf', { host: 'elsewhere.example' })).toBe(403)
    expect(await status('/', { host: 'localhost.elsewhere.example:4310' })).toBe(403)
  })

  it('that follow a link from another site get the page', async () => {
    expect(await status('/', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' })).toBe(200)
    expect(await status('/', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' })).toBe(403)
  })
})

it('a person at an address that leads nowhere gets the page, which says so; programs get an error in JSON', async () => {
  const html = { accept: 'text/html,application/xhtml+xml' }
  const page = await app.request('http://127.0.0.1:4310/nowhere', { headers: html })
  expect([page.status, await page.text()]).toEqual([404, '<!doctype html>'])
  expect(await status('/jobs/', html)).toBe(404)
  for (const path of ['/api/nowhere', '/assets/gone.js']) {
    const answer = await app.request(`http://127.0.0.1:4310${path}`, { headers: html })
    expect([answer.status, await answer.json()]).toEqual([404, { error: `There is nothing at ${path}.`, place: null }])
  }
  expect((await app.request('http://127.0.0.1:4310/nowhere')).headers.get('content-type')).toContain('application/json')
})

it('pages may load their own files only', async () => {
  const policy = (await app.request('http://127.0.0.1:4310/')).headers.get('content-security-policy') ?? ''
  expect(policy).toContain("default-src 'self'")
  expect(policy).toContain("script-src 'self'")
  expect(policy).not.toContain('unsafe-eval')
  expect(policy).toContain("frame-ancestors 'none'")
})
