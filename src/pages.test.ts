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
})

it('has tabs for the pages of a section that need no parameter, and none on the Shelf and the Desk', () => {
  const titles = tabsOf('library').map(({ title }) => title)
  expect(titles.slice(0, 2)).toEqual(['Commands', 'Checks'])
  expect(titles).not.toContain('A command')
  expect([tabsOf('shelf'), tabsOf('desk')]).toEqual([[], []])
})
