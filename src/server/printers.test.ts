import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { printerFrom, usualAnswers } from '../core/model/new-printer.ts'
import { makeShelf, type TestShelf } from './testing.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())
const ask: TestShelf['ask'] = (...asked) => shelf.ask(...asked)

const knot = printerFrom({ ...usualAnswers, name: 'Knot' })

describe('printers', () => {
  it('are made, changed and given up', async () => {
    const made = await ask('/printers', 'POST', knot)
    expect(made.status).toBe(201)
    const id = Number(made.json.id)
    const wider = { ...knot, bed: { ...knot.bed, x: [0, 240] } }
    expect((await ask(`/printers/${id}`, 'PUT', wider)).json).toMatchObject({ data: { bed: { x: [0, 240] } } })
    expect((await ask(`/printers/${id}`, 'DELETE')).status).toBe(200)
    expect((await ask(`/printers/${id}`, 'PUT', wider)).status).toBe(404)
    expect((await ask(`/printers/${id}`, 'DELETE')).status).toBe(404)
  })

  it('have names of their own, whatever the case and spaces, and spans that go upwards', async () => {
    expect((await ask('/printers', 'POST', { ...knot, name: ' dunlin ' })).json).toMatchObject({
      error: 'There is a printer called “Dunlin” already.',
      place: 'name',
    })
    const odd = { ...knot, bed: { ...knot.bed, x: [220, 0] } }
    expect((await ask('/printers', 'POST', odd)).json).toMatchObject({ place: 'bed.x' })
  })

  it('stay while they have scripts, in the bin too', async () => {
    const id = Number((await ask('/printers', 'POST', knot)).json.id)
    const script = await ask('/scripts', 'POST', { name: 'Mine', printerId: id, moment: 'start', text: 'G28\n' })
    await ask(`/scripts/${script.json.id}`, 'DELETE')
    const refused = await ask(`/printers/${id}`, 'DELETE')
    expect([refused.status, refused.json.error]).toEqual([409, expect.stringContaining('It has a script')])
    await ask(`/bin/scripts/${script.json.id}`, 'DELETE')
    expect((await ask(`/printers/${id}`, 'DELETE')).status).toBe(200)
  })

  it('are renamed in the vocabularies that are for them', async () => {
    const vocabulary = {
      name: 'ours',
      open: '{',
      close: '}',
      index: null,
      words: [],
      formulas: false,
      branch: null,
      printers: ['Dunlin', 'Curlew'],
    }
    await ask('/vocabularies', 'POST', vocabulary)
    const { printers } = (await ask('/things')).json as unknown as { printers: { id: number; data: object }[] }
    await ask(`/printers/${printers[0]?.id}`, 'PUT', { ...printers[0]?.data, name: 'Dunlin the Second' })
    expect((await ask('/things')).json.vocabularies).toMatchObject([
      { data: { printers: ['Dunlin the Second', 'Curlew'] } },
    ])
  })
})
