import { describe, expect, it } from 'vitest'
import { families } from '../firmware/families.ts'
import { bookOf, searchBook } from './book.ts'

const book = bookOf(Object.values(families))
const found = (query: string) => searchBook(book, query).map(({ name }) => name)

describe('the command book', () => {
  it('has every name once, with the families that have it', () => {
    expect(new Set(book.map(({ name }) => name)).size).toBe(book.length)
    expect(book.find(({ name }) => name === 'G29')?.inFamilies.map(({ family }) => family)).toEqual([
      'board',
      'macro-file',
    ])
  })

  it('goes by number, not by letters: G2 before G10', () => {
    const names = book.map(({ name }) => name)
    expect(names.indexOf('G2')).toBeLessThan(names.indexOf('G10'))
    expect(names.indexOf('G92')).toBeLessThan(names.indexOf('M0'))
    expect(names.indexOf('M999')).toBeLessThan(names.indexOf('PAUSE'))
  })

  it('finds by name, by words of the title, and by what people call it', () => {
    expect(found('g28')[0]).toBe('G28')
    expect(found('wait for bed')[0]).toBe('M190')
    expect(found('leveling mesh')).toContain('M420')
    expect(found('babystep')).toContain('M290')
    expect(found('xyzzy')).toEqual([])
    expect(found('  ')).toHaveLength(book.length)
  })
})
