import { expect, it } from 'vitest'
import { pageAt, pages, sections, tabsOf } from './pages.ts'

it('has at most seven sections, each with a page', () => {
  expect(sections.length).toBeLessThanOrEqual(7)
  for (const { path } of sections) expect(pageAt(path)).not.toBeNull()
})

it('finds the page of an address, and none for one that is nowhere', () => {
  expect(pageAt('/')?.title).toBe('Shelf')
  expect(pageAt('/printers/new')?.title).toBe('A new printer')
  expect(pageAt('/printers/7')?.path).toBe('/printers/:id')
  expect(pageAt('/desk/new/abc')?.path).toBe('/desk/new/:draft')
  expect(pageAt('/nowhere')).toBeNull()
  expect(pageAt('/printers/7/more')).toBeNull()
})

it('has no address and no title twice', () => {
  const listed = pages.filter(each => each.listed).map(({ title }) => title)
  expect(new Set(listed).size).toBe(listed.length)
  expect(new Set(pages.map(({ path }) => path)).size).toBe(pages.length)
  expect(tabsOf('workshop').map(({ title }) => title)).toEqual([
    'Jobs and materials',
    'Refrains',
    'Vocabularies',
    'Backup, export and the bin',
  ])
})
