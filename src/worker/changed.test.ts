import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { changedTo, ListsSender, listsChangedTo, Sender } from './changed.ts'

const list = (words: string) => words.split('').map(word => ({ word }))

describe('what crosses of a list', () => {
  it('is what changed: one line in the middle of five', () => {
    const sender = new Sender()
    expect(sender.changed(list('abcde'), false)).toEqual({ head: 0, tail: 0, middle: list('abcde') })
    expect(sender.changed(list('abXde'), false)).toEqual({ head: 2, tail: 2, middle: list('X') })
    expect(sender.changed(list('abXde'), false)).toEqual({ head: 5, tail: 0, middle: [] })
  })

  it('is all of it for a page that has not got the list before', () => {
    const sender = new Sender()
    sender.changed(list('abc'), false)
    expect(sender.changed(list('abc'), true)).toEqual({ head: 0, tail: 0, middle: list('abc') })
  })

  it('comes to the same list at the other end, whatever is put in, taken out or doubled; what stays is the same objects', () => {
    const words = fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 12 })
    fc.assert(
      fc.property(fc.array(words, { minLength: 1, maxLength: 6 }), lists => {
        const sender = new Sender()
        let have: { word: string }[] = []
        for (const each of lists) {
          const next = each.map(word => ({ word }))
          const before = have
          const changed = sender.changed(next, false)
          have = changedTo(before, changed)
          expect(have).toEqual(next)
          expect(have.slice(0, changed.head).every((it, i) => it === before[i])).toBe(true)
        }
      }),
    )
  })

  it('goes for several lists at once, each by itself', () => {
    const sender = new ListsSender<{ a: readonly number[]; b: readonly string[] }>()
    const first = { a: [1, 2], b: ['x'] }
    const got = listsChangedTo({ a: [], b: [] }, sender.changed(first, true))
    expect(got).toEqual(first)
    const changed = sender.changed({ a: [1, 3], b: ['x'] }, false)
    expect(changed).toEqual({ a: { head: 1, tail: 0, middle: [3] }, b: { head: 1, tail: 0, middle: [] } })
    expect(listsChangedTo(got, changed)).toEqual({ a: [1, 3], b: ['x'] })
  })
})
