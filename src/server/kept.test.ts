import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { job, material } from '../core/testing/stage.ts'
import { makeShelf, type TestShelf } from './testing.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())

const ask: TestShelf['ask'] = (...asked) => shelf.ask(...asked)
type Things = {
  materials: { id: number; data: { name: string } }[]
  jobs: { id: number; data: { name: string; materials: string[] } }[]
}
const things = async () => (await ask('/things')).json as unknown as Things
const idOf = (list: { id: number; data: { name: string } }[], name: string) =>
  list.find(({ data }) => data.name === name)?.id

describe('materials', () => {
  it('are made, changed and thrown away', async () => {
    const made = await ask('/materials', 'POST', { ...material, name: 'Shell white' })
    expect(made.status).toBe(201)
    const id = Number(made.json.id)
    expect(
      (await ask(`/materials/${id}`, 'PUT', { ...material, name: 'Shell white', nozzleC: 215 })).json,
    ).toMatchObject({ data: { nozzleC: 215 } })
    expect((await ask(`/materials/${id}`, 'DELETE')).status).toBe(200)
    expect(idOf((await things()).materials, 'Shell white')).toBeUndefined()
  })

  it('are renamed in the jobs that print with them', async () => {
    const id = idOf((await things()).materials, 'Plain PLA')
    expect((await ask(`/materials/${id}`, 'PUT', { ...material, name: 'Everyday PLA' })).status).toBe(200)
    const { jobs } = await things()
    expect(jobs.find(({ data }) => data.name === 'two-tool')?.data.materials).toEqual(['Everyday PLA', 'Bendy TPU'])
  })

  it('stay while a job prints with them', async () => {
    const id = idOf((await things()).materials, 'Bendy TPU')
    const refused = await ask(`/materials/${id}`, 'DELETE')
    expect([refused.status, refused.json.error]).toEqual([409, '“Bendy TPU” is used by the job “two-tool”.'])
  })

  it('have a name of their own, whatever the case, and numbers that can be', async () => {
    expect((await ask('/materials', 'POST', { ...material, name: 'plain  pla' })).json).toMatchObject({ place: 'name' })
    expect((await ask('/materials', 'POST', { ...material, name: 'Odd', densityGCm3: 0 })).json).toMatchObject({
      place: 'densityGCm3',
    })
  })
})

describe('jobs', () => {
  const mine = { ...job, name: 'buoy', materials: ['Plain PLA'] }

  it('are made, changed and thrown away', async () => {
    const made = await ask('/jobs', 'POST', mine)
    expect(made.status).toBe(201)
    const id = Number(made.json.id)
    const area = { kind: 'at', left: 10, right: 60, front: 20, back: 70 }
    expect((await ask(`/jobs/${id}`, 'PUT', { ...mine, area })).json).toMatchObject({ data: { area } })
    expect((await ask(`/jobs/${id}`, 'DELETE')).status).toBe(200)
    expect((await ask(`/jobs/${id}`, 'DELETE')).status).toBe(404)
  })

  it('print with materials that there are', async () => {
    expect((await ask('/jobs', 'POST', { ...mine, materials: ['Moon dust'] })).json).toMatchObject({
      error: 'There is no material called “Moon dust”.',
      place: 'materials',
    })
  })
})
