import { describe, expect, it } from 'vitest'
import { likelyHeight } from './likely-height.ts'

/** A print of 4 mm on a printer of 240 mm. */
const heights = { reachedMm: 4, limitMm: 240 }
const guess = (formula: string) => likelyHeight(formula, heights, () => null)

describe('the height of a slicer’s last lift', () => {
  it.each([
    // 0 + min(4 + 2, 240) = 6
    ['lift_shift+min(top_so_far+2, tallest)', 6],
    ['min(top_so_far+2, tallest)', 6],
    ['min(tallest, 10 + top_so_far) - lift_shift', 14],
    // min(4 + 300, 240) = 240
    ['min(top_so_far+300, tallest)', 240],
  ])('%s is %s mm', (formula, mm) => expect(guess(formula)).toBe(mm))

  it('keeps the values of known words', () => {
    // 0.5 + min(4 + 2, 240) = 6.5; min(12 + 2, 240) = 14
    const known = (name: string, value: number) => (word: string) => (word === name ? value : null)
    expect(likelyHeight('shift+min(top+2, tallest)', heights, known('shift', 0.5))).toBe(6.5)
    expect(likelyHeight('shift+min(top+2, tallest)', heights, known('top', 12))).toBe(14)
  })

  it.each(['top_so_far', 'top_so_far + 2', 'max(top+2, tallest)', 'min(top, tallest)', 'min(a+2, b+2)', '1 + +'])(
    'guesses nothing for %s',
    formula => expect(guess(formula)).toBeNull(),
  )
})
