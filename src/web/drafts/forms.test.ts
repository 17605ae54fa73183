import { beforeEach, expect, test, vi } from 'vitest'
import { type Browser, databaseOf, newBrowser, type OpenedTab, openTab } from './testing.ts'

let browser: Browser
vi.mock('idb-keyval', () => databaseOf(() => browser))
beforeEach(() => {
  browser = newBrowser()
})

const saved = { name: 'Knot', widthMm: 220 }

const write = ({ forms }: OpenedTab, form: string, value: object) =>
  forms.writeFormDraft(form, saved.name, JSON.stringify(value), JSON.stringify(saved))

test('a form opens with its draft, and tells whether the saved thing was changed meanwhile', async () => {
  const tab = await openTab(browser)
  const { forms } = tab
  write(tab, 'printer 1', { ...saved, widthMm: 230 })
  expect(forms.formDraftToOpen('printer 1', saved, 'Knot')).toMatchObject({ value: { widthMm: 230 }, stale: false })
  expect(forms.formDraftToOpen('printer 1', { ...saved, widthMm: 1 }, 'Knot')).toMatchObject({ stale: true })
  expect(forms.formDraftToOpen('printer 2', saved, 'Knot')).toBeNull()
  expect(forms.allFormDrafts().map(({ form }) => form)).toEqual(['printer 1'])
  forms.dropFormDraft('printer 1')
  expect(forms.allFormDrafts()).toEqual([])
})

test('a draft of another thing, that had this number on the shelf before, is offered and not put in', async () => {
  const tab = await openTab(browser)
  write(tab, 'printer 1', { ...saved, widthMm: 230 })
  const dunlin = { name: 'Dunlin', widthMm: 230 }
  expect(tab.forms.formDraftToOpen('printer 1', dunlin, 'Dunlin')).toBeNull()
  expect(tab.forms.formDrafts('printer 1', dunlin)).toMatchObject([{ of: 'Knot' }])
})

test('two tabs have a draft each of one form; that of the closed tab is put in', async () => {
  const [a, b] = [await openTab(browser), await openTab(browser)]
  write(a, 'printer 1', { ...saved, widthMm: 230 })
  expect(b.forms.formDraftToOpen('printer 1', saved, 'Knot')).toBeNull()
  write(b, 'printer 1', { ...saved, widthMm: 240 })
  a.close()
  b.close()
  const c = await openTab(browser)
  expect(
    c.forms
      .formDrafts('printer 1', saved)
      .map(({ value }) => (value as typeof saved).widthMm)
      .sort(),
  ).toEqual([230, 240])
})

test('a draft that lacks a field of the form, or can’t be read, does not fit it', async () => {
  const tab = await openTab(browser)
  write(tab, 'printer 1', { name: 'Knot' })
  expect(tab.forms.formDrafts('printer 1', saved)).toEqual([])
  tab.forms.writeFormDraft('printer 2', 'Knot', '{', '{}')
  expect(tab.forms.formDrafts('printer 2', saved)).toEqual([])
})

test('a draft is readable for a person, texts of several lines as they are', async () => {
  const { forms } = await openTab(browser)
  expect(forms.readableForm('{"name":"Knot","bed":{"widthMm":230},"config":"[a]\\nb: 1"}')).toBe(
    'name: Knot\nbed widthMm: 230\nconfig:\n[a]\nb: 1',
  )
})

test('a draft leads to the page of its form', async () => {
  const tab = await openTab(browser)
  const printers = [{ id: 6, printer: { name: 'Avocet' } }]
  const at = (form: string, value: object = saved) => {
    write(tab, form, value)
    const head = tab.store.draftsFor(`form ${form}`)[0]
    if (!head) throw new Error('no draft')
    return tab.forms.placeOfForm(form, head, printers)
  }
  const unnamed = { widthMm: 1 }
  expect(at('printer 6')).toEqual({ name: 'Avocet', to: '/printers/6' })
  expect(at('macro files 6')).toEqual({ name: 'The macros of Avocet', to: '/macros?printer=Avocet' })
  expect(at('new printer').to).toBe('/printers/new')
  expect(at('files to learn from').to).toBe('/printers/learn')
  expect(at('new material', unnamed)).toEqual({ name: 'A material', to: '/jobs' })
  expect(at('job 12', unnamed)).toEqual({ name: 'A job', to: '/jobs' })
  expect(at('material 3', { name: ' Sea glass ' }).name).toBe('A material “Sea glass”')
  expect(at('vocabulary of a b', unnamed)).toEqual({ name: 'A vocabulary', to: '/vocabularies' })
  expect(at('trial of revision 31 of script 4').to).toBe('/history/4')
  expect(at('command M9100').to).toBe('/commands')
  expect(at('Placeholders of a slicer at /desk/new/1f')).toEqual({
    name: 'Placeholders of a slicer',
    to: '/desk/new/1f',
  })
  expect(at('refrain 2', unnamed)).toEqual({ name: 'A refrain', to: '/refrains?refrain=2' })
})
