// Killed without warning while it saves, imports, empties, restores, backs up and migrates: all is as before or as after.
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Killing } from './killing.ts'

const killing = new Killing()
beforeAll(() => killing.ready(), 60_000)
afterAll(() => killing.clear())

describe('killed at any moment', () => {
  it.each([
    ['saving', 60],
    ['importing', 25],
    ['emptying', 15],
    ['restoring', 25],
    ['backingUp', 20],
    ['migrating', 20],
  ] as const)(
    'while %s: nothing is lost, and nothing is half there',
    async (what, count) => {
      const { tried, killed, wrong } = await killing[what](count)
      expect(wrong).toEqual([])
      expect(tried).toBe(count)
      expect(killed).toBeGreaterThan(0)
    },
    180_000,
  )
})
