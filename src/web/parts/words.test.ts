import { expect, it } from 'vitest'
import { howLongAgo } from './words.ts'

const now = new Date(2026, 10, 24, 12, 0, 0)
const ago = (days: number, hours = 0, minutes = 0, seconds = 0) =>
  howLongAgo(new Date(2026, 10, 24 - days, 12 - hours, -minutes, -seconds).toISOString(), now)

it('tells time past as people do', () => {
  expect([ago(0, 0, 0, 20), ago(0, 0, 5), ago(0, 5), ago(1), ago(3), ago(30)]).toEqual([
    'just now',
    '5 min ago',
    'today',
    'yesterday',
    '3 days ago',
    'Oct 25, 2026',
  ])
})

it('counts days by the calendar: late last night is yesterday', () => {
  expect(howLongAgo(new Date(2026, 10, 23, 23, 30).toISOString(), now)).toBe('yesterday')
})
