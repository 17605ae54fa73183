import { expect, it } from 'vitest'
import { firstChange } from './first-change.ts'

it('tells the first line that differs', () => {
  expect(firstChange('', 'G28\nG29')).toBe(1)
  expect(firstChange('G28\nG29\n', 'G28\nG30\n')).toBe(2)
  expect(firstChange('G28\n', 'G28\nG1 X5')).toBe(2)
  expect(firstChange('G28', 'G28')).toBe(1)
})
