import { expect, test } from 'vitest'
import type { ShelfPrinter, Summary } from '../../state/api.ts'
import { summarized } from './useSummaries.ts'

const script = (id: number) => ({ id, revisionId: 10 + id }) as ShelfPrinter['scripts'][number]
const printer = { id: 1, scripts: [script(1), script(2)] } as unknown as ShelfPrinter
const summary = { durationS: 5 } as Summary

test('where nothing has come, a printer and its scripts stay the same, so that they are not drawn anew', () => {
  const before = summarized(printer, new Map())
  expect(before.scripts.map(each => each.summary)).toEqual([null, null])
  expect(summarized(printer, new Map([['3/13', summary]]))).toBe(before)
})

test('what has come for one script changes that script and its printer, and no other script', () => {
  const before = summarized(printer, new Map())
  const now = summarized(printer, new Map([['2/12', summary]]))
  expect(now).not.toBe(before)
  expect(now.scripts[0]).toBe(before.scripts[0])
  expect(now.scripts[1]).toEqual({ id: 2, revisionId: 12, summary })
  // Another revision of it: what is known is of an older text.
  expect(summarized(printer, new Map([['2/11', summary]])).scripts[1]?.summary).toBeNull()
})
