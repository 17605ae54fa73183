// Requests that once brought down a page, the search or the whole server, and others of their kinds.
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { allEntries } from './catalog.ts'
import { type Answer, makeShelf, type TestShelf } from './testing.ts'

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

/** A refusal is a sentence: it begins with a capital letter or a quotation mark and ends with a full stop. */
const refused = ({ status, json }: Answer, statuses = [400, 404, 409, 413, 422]) => {
  expect(statuses).toContain(status)
  expect(json.error).toMatch(/^["“A-Z].*[.?]$/s)
}

const findingsOf = (json: Answer['json']) => json.findings as unknown as { rule: string; line: number }[]
const rehearse = (text: string, printer = 'Dunlin', extra = {}) => ask('/rehearse', 'POST', { text, printer, ...extra })
const withFinding = async (text: string, line: number, printer?: string) => {
  const { status, json } = await rehearse(text, printer)
  expect(status).toBe(200)
  expect(findingsOf(json).map(each => each.line)).toContain(line)
}

describe('searching for', () => {
  it.each([
    ['only spaces', '   '],
    ['10,000 characters', 'x'.repeat(10_000)],
    ['a character of value 0', '\u0000'],
    ['only operators', 'AND OR NOT NEAR'],
    ['brackets and stars', '((*))'],
  ])('%s', async (_, q) => {
    const response = await ask(`/search?q=${encodeURIComponent(q)}`)
    if (response.status !== 200) refused(response)
    else expect(Array.isArray(response.json)).toBe(true)
  })

  it('bytes that are no text', async () => {
    const response = await ask('/search?q=%ED%A0%80')
    expect([200, 400]).toContain(response.status)
  })
})

describe('saving', () => {
  it('a text with a character of value 0 keeps it', async () => {
    const text = 'G28\u0000 X\nM84\n'
    const { status } = await shelf.save(1, { text, note: '' })
    expect(status).toBe(200)
    expect((await ask('/scripts/1')).json.text).toBe(text)
  })

  it('half of a character pair keeps it or is refused, and never changes the text in silence', async () => {
    const text = '; \ud83d half\nG28\n'
    const response = await shelf.save(1, { text, note: '' })
    if (response.status === 200) expect((await ask('/scripts/1')).json.text).toBe(text)
    else refused(response)
  })

  it.each([1.5, '1', null, -1, 1e300])('based on revision %j is refused', async base => {
    refused(await shelf.save(1, { text: 'G28\n', note: '', base }))
  })

  it('two different texts at once: one is saved, the other is refused', async () => {
    const both = await Promise.all(['G28\n', 'G28 X\n'].map(text => shelf.save(1, { text, note: '' })))
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
  })

  it('a note of a million characters is refused or kept whole', async () => {
    const response = await shelf.save(1, { text: 'G28 ; long note\n', note: 'n'.repeat(1_000_000) })
    if (response.status !== 200) refused(response)
  })
})

describe('rehearsing a script with', () => {
  it.each([
    ['a variable that is computed from the whole scope', 'set global.g = global * 2\n', 1, 'Turnstone'],
    ['a loop without an end', 'while true\n  G4 P1\n', 1, 'Turnstone'],
    ['a brace that is never closed', 'G1 X{move.axes[0\n', 1, 'Turnstone'],
    ['a number of 400 digits', `G28\nG1 X${'9'.repeat(400)} F3000\n`, 2, 'Dunlin'],
    ['a number with an exponent beyond every number', 'G28\nG1 X1e400 F3000\n', 2, 'Dunlin'],
    ['a division by zero in a formula', 'G28\nG1 Z@(1 / 0) F600\n', 2, 'Dunlin'],
    ['a remainder of a division by zero', 'G28\nG1 Z@(remainder(5, 0)) F600\n', 2, 'Dunlin'],
    ['a setting defined by itself', ';= a = @a\nG28\nG1 Z@a F600\n', 1, 'Dunlin'],
    ['two settings defined by each other', ';= a = @b\n;= b = @a\nG28\nG1 Z@a F600\n', 1, 'Dunlin'],
    ['an “otherwise” without a branch', 'G28\n;? otherwise\nG1 Z5 F600\n', 2, 'Dunlin'],
    ['a formula nested 2,000 deep', `G28\nG1 Z@${'('.repeat(2000)}1${')'.repeat(2000)} F600\n`, 2, 'Dunlin'],
  ])('%s is reported at its line', async (_, text, line, printer) => {
    await withFinding(text, line, printer)
  })

  it('200 nested branches', async () => {
    const text = `${';? when bed > 1\n'.repeat(200)}G28\n${';? end\n'.repeat(200)}`
    expect((await rehearse(text)).status).toBe(200)
  })
})

describe('carrying over with', () => {
  const carry = (extra: object) =>
    ask('/carry', 'POST', { text: 'G28\nG1 Z5 F600\n', from: 'Dunlin', to: 'Turnstone', moment: 'start', ...extra })

  it.each([
    ['no line 0', { lines: { first: 0, last: 1 } }],
    ['lines that the script lacks', { lines: { first: 2, last: 9 } }],
    ['the last line before the first', { lines: { first: 2, last: 1 } }],
    ['half a line', { lines: { first: 1.5, last: 2 } }],
    ['the same printer', { to: 'Dunlin' }],
    ['a printer that nobody has', { to: 'Nobody' }],
    ['a moment that does not exist', { moment: 'noon' }],
    ['an answer that is not a text', { answers: { x: { y: 1 } } }],
  ])('%s is refused', async (_, extra) => {
    refused(await carry(extra))
  })
})

describe('a changed item', () => {
  type Item = object
  type Table = 'printers' | 'materials' | 'jobs'
  it.each<[Table, string, (each: Item) => Item]>([
    [
      'printers',
      'reach beyond every number',
      (each: Item) => ({ ...each, reach: { x: [0, 'BIG'], y: [0, 200], z: [0, 200] } }),
    ],
    [
      'printers',
      'a reach that ends before it begins',
      (each: Item) => ({ ...each, reach: { x: [200, 0], y: [0, 200], z: [0, 200] } }),
    ],
    ['materials', 'no temperature', (each: Item) => ({ ...each, nozzleC: null })],
    ['jobs', 'a negative height', (each: Item) => ({ ...each, top: { kind: 'height', mm: -5 } })],
  ])('of the %s, with %s, is refused', async (table, _, change) => {
    const [first] = allEntries(shelf.database, table)
    if (!first) throw new Error(`no ${table}`)
    // Saved unchanged it is accepted: the refusal is for the change.
    expect((await ask(`/${table}/${first.id}`, 'PUT', first.data)).status).toBe(200)
    refused(await ask(`/${table}/${first.id}`, 'PUT', JSON.stringify(change(first.data)).replace('"BIG"', '1e999')))
  })
})
