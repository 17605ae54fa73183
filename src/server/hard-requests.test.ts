// Requests that once brought down a page, the search or the whole server, and others of their kinds.
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { makeShelf, type TestShelf } from './testing.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())
const ask: TestShelf['ask'] = (...asked) => shelf.ask(...asked)

const identityOf = async (id: number) => (await ask(`/scripts/${id}`)).json.identity

describe('a search', () => {
  // Notes that look like data, patterns or commands of the database; each is found by its own first word or signs.
  const notes = [
    '["',
    '["a", "b"]',
    '[[[',
    '{"x": 1}',
    "it's'; DROP TABLE scripts; --",
    '100 % _off_',
    '\\',
    '"',
    '* NOT OR NEAR(',
    'ünïcödé',
  ]

  it.each(notes)('finds a note that is “%s”, and works for everything else', async note => {
    const saved = await shelf.save(1, { text: 'G28 ; sought\n', note })
    expect(saved.status).toBe(200)
    const byNote = await ask(`/search?q=${encodeURIComponent(note)}`)
    expect(byNote.status).toBe(200)
    expect((await ask('/search?q=sought')).json).toMatchObject([{ scriptId: 1 }])
    expect((await ask('/scripts/1/story')).status).toBe(200)
  })

  it('finds a note by its words where signs stand around them', async () => {
    await shelf.save(1, { text: 'G28\n', note: '["plover", 100 %]' })
    const { json } = await ask('/search?q=plover')
    expect(json).toMatchObject([{ kind: 'note', scriptId: 1 }])
  })
})

describe('a save', () => {
  const change = { printerId: 1, moment: 'start', note: '', base: 1 }

  it('that is repeated because its answer was lost gives the same revision, however often', async () => {
    const identity = await identityOf(1)
    const answers = []
    for (let i = 0; i < 3; i++) answers.push(await ask('/scripts/1', 'PUT', { ...change, text: 'G28\n', identity }))
    expect(answers.map(({ status, json }) => [status, json.revision])).toEqual([
      [200, 2],
      [200, 2],
      [200, 2],
    ])
  })

  it('with the same text, after somebody saved another in between, is refused', async () => {
    const identity = await identityOf(1)
    await ask('/scripts/1', 'PUT', { ...change, text: 'G28\n', identity })
    await ask('/scripts/1', 'PUT', { ...change, base: 2, text: 'G28 X\n', identity })
    const { status, json } = await ask('/scripts/1', 'PUT', { ...change, text: 'G28\n', identity })
    expect([status, json.place]).toEqual([409, 'base'])
  })

  it('of a script that was thrown away meanwhile says so', async () => {
    const identity = await identityOf(1)
    await ask('/scripts/1', 'DELETE')
    expect((await ask('/scripts/1', 'PUT', { ...change, text: 'G28\n', identity })).status).toBe(404)
  })

  it('keeps every sign of a text: line ends of all kinds, a mark at its beginning, tabs, none at its end', async () => {
    const identity = await identityOf(1)
    const text = '\uFEFFG28\r\n\tG1 X5\rG1 X6\n\n; é 🐦\u2028M84'
    expect((await ask('/scripts/1', 'PUT', { ...change, text, identity })).status).toBe(200)
    expect((await ask('/scripts/1')).json.text).toBe(text)
  })
})

describe('learning a printer', () => {
  const learn = (files: { name: string; text: string }[]) => ask('/learn', 'POST', { files })

  it('ends for files that include each other, themselves, or all there are', async () => {
    for (const files of [
      [{ name: 'printer.cfg', text: '[include printer.cfg]\n[printer]\nkinematics: cartesian\n' }],
      [
        { name: 'printer.cfg', text: '[include a.cfg]\n[printer]\nkinematics: cartesian\n' },
        { name: 'a.cfg', text: '[include b.cfg]\n' },
        { name: 'b.cfg', text: '[include a.cfg]\n[include printer.cfg]\n' },
      ],
      Array.from({ length: 120 }, (_, i) => ({
        name: i === 0 ? 'printer.cfg' : `part${i}.cfg`,
        text: '[include *.cfg]\n[printer]\nkinematics: cartesian\n',
      })),
    ])
      expect((await learn(files)).status).toBe(200)
  })

  it('takes a number of hundreds of digits for none', async () => {
    const { status, json } = await learn([
      {
        name: 'printer.cfg',
        text: `[printer]\nkinematics: cartesian\n[stepper_x]\nposition_max: ${'9'.repeat(310)}\n`,
      },
    ])
    expect(status).toBe(200)
    // As if it were not stated: what is usual, and told to be a guess.
    expect(json.printer).toMatchObject({ reach: { x: [0, 220] }, sources: { 'reach.x': { how: 'guessed' } } })
  })
})

describe('carrying over', () => {
  const carry = (text: string) => ask('/carry', 'POST', { text, from: 'Dunlin', to: 'Turnstone', moment: 'end' })

  it.each([
    ['M30', 'M30\n'],
    ['M140 S0\nM84', 'M140 S0\nM84\n'],
    ['M140 S0\r\nM84', 'M140 S0\r\nM84\r\n'],
    ['; off\nM104 S0', '; off\nM104 S0\n'],
    ['G91\nG1 Z5 F600\nG90', 'G91\nG1 Z5 F600\nG90\n'],
    ['', '\n'],
  ])('gives %j the same lines as %j', async (open, closed) => {
    const [one, other] = [await carry(open), await carry(closed)]
    expect(one.status).toBe(other.status)
    const text = (answer: typeof one) => String(answer.json.text ?? '').replace(/\r\n$|\n$/, '')
    expect(text(one)).toBe(text(other))
  })

  it('refuses a text as long as a print at once, with why', async () => {
    const { status, json } = await carry('G1 X5 F3000\n'.repeat(20_000))
    expect(status).toBe(400)
    expect(json.error).toMatch(/^A text of 20,000 lines is a whole print/)
  })
})

describe('a rehearsal', () => {
  it('of hundreds of findings says which fixes were tried', async () => {
    const text = Array.from({ length: 400 }, (_, i) => `G1 X5,${i} F3000\n`).join('')
    const { status, json } = await ask('/rehearse', 'POST', { text, printer: 'Dunlin', with: ['fixes'] })
    expect(status).toBe(200)
    const fixes = (json.findings as unknown as { fixes: { tried: boolean }[] }[]).flatMap(each => each.fixes)
    expect(fixes.length).toBeGreaterThan(100)
    expect(fixes[0]?.tried).toBe(true)
    expect(fixes.at(-1)?.tried).toBe(false)
  })
})
