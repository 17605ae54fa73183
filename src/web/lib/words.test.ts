import { expect, it } from 'vitest'
import { howLongAgo, unparted } from './words.ts'

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

it('keeps a number on the line of its unit, and no other words together', () => {
  const shown = (sentence: string) => unparted(sentence).replaceAll('\u00a0', '~')
  expect(shown('Moves to Y 170 mm at 17 mm/s: bead 0.3 mm², 90 mm³, 45 °C, 0.11 g.')).toBe(
    'Moves to Y 170~mm at 17~mm/s: bead 0.3~mm², 90~mm³, 45~°C, 0.11~g.',
  )
  expect(shown('4 min 22 s, 1 h 2 min, 50 % and 5 µm')).toBe('4~min 22~s, 1~h 2~min, 50~% and 5~µm')
  expect(shown('On line 12 the message has 30 signs, 4 moves, 3 heaters and 2 mistakes')).toBe(
    'On line 12 the message has 30 signs, 4 moves, 3 heaters and 2 mistakes',
  )
})
