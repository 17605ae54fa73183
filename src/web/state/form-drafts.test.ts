import { beforeEach, expect, test } from 'vitest'
import { dropFormDraft, formDraft, keepFormDraft, placeOfForm, waitingForms } from './form-drafts.ts'

beforeEach(() => {
  const kept = new Map<string, string>()
  const storage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => {
      if (value.length > 200) throw new Error('full')
      kept.set(key, value)
    },
    removeItem: (key: string) => kept.delete(key),
  }
  // What the browser lists as the store's own keys.
  globalThis.localStorage = new Proxy(storage, {
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
  }) as unknown as Storage
})

const saved = { name: 'Knot', widthMm: 220 }

const keep = (key: string, value: object) => keepFormDraft(key, JSON.stringify(value), JSON.stringify(saved))

test('a change waits for its form, and says whether what it was made of is another by now', () => {
  keep('printer 1', { ...saved, widthMm: 230 })
  expect(formDraft('printer 1', saved)).toMatchObject({ value: { widthMm: 230 }, stale: false })
  expect(formDraft('printer 1', { ...saved, name: 'Dunlin' })).toMatchObject({ stale: true })
  expect(formDraft('printer 2', saved)).toBeNull()
  expect(waitingForms()).toEqual(['printer 1'])
  dropFormDraft('printer 1')
  expect(waitingForms()).toEqual([])
})

test('one that lacks what the form has by now, or can’t be read, is none', () => {
  keep('printer 1', { name: 'Knot' })
  expect(formDraft('printer 1', saved)).toBeNull()
  localStorage.setItem('warm-prelude form printer 1', '{')
  expect(formDraft('printer 1', saved)).toBeNull()
})

test('where there is no room for it, that is said', () => {
  expect(keep('printer 1', { ...saved, name: 'x'.repeat(300) })).toBe(false)
})

test('a form that waits is led to', () => {
  const printers = [{ id: 6, printer: { name: 'Avocet' } }]
  const at = (key: string) => placeOfForm(key, printers)
  expect(at('printer 6')).toEqual({ name: 'Avocet', to: '/printers/6' })
  expect(at('macro files 6')).toEqual({ name: 'The macros of Avocet', to: '/macros?printer=Avocet' })
  expect(at('new printer').to).toBe('/printers/new')
  expect(at('new material')).toEqual({ name: 'A material', to: '/jobs' })
  expect(at('job 12')).toEqual({ name: 'A job', to: '/jobs' })
  keep('material 3', { ...saved, name: ' Sea glass ' })
  expect(at('material 3').name).toBe('A material “Sea glass”')
  expect(at('vocabulary of a b')).toEqual({ name: 'A vocabulary', to: '/vocabularies' })
  expect(at('trial of revision 31 of script 4').to).toBe('/history/4')
  expect(at('command M9100').to).toBe('/commands')
  expect(at('Words of another program at /desk/new/1f')).toEqual({
    name: 'Words of another program',
    to: '/desk/new/1f',
  })
  expect(at('refrain 2')).toEqual({ name: 'A refrain', to: '/refrains?refrain=2' })
})
