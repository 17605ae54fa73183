import { expect, it } from 'vitest'
import { printer } from './example.ts'
import { withoutTool, withTool } from './tools.ts'

const three = withTool(withTool(printer))

it('a tool is added like the last one, with a name of its own', () => {
  expect(three.tools.map(({ name }) => name).slice(1)).toEqual(['nozzle T1', 'nozzle T2'])
  expect(three.tools[2]).toMatchObject({ nozzleMm: printer.tools[0]?.nozzleMm, address: null })
})

it('without a tool the others keep the heater that they share, by its new number', () => {
  // T2 shares the heater of T1. Without T0 it is T1, and shares that of T0; without T1 it has one of its own.
  const sharing = { ...three, tools: three.tools.map((tool, i) => ({ ...tool, heater: i === 2 ? 1 : null })) }
  expect(withoutTool(sharing, 0).tools.map(({ heater }) => heater)).toEqual([null, 0])
  expect(withoutTool(sharing, 1).tools.map(({ heater }) => heater)).toEqual([null, null])
})

it('the last tool stays', () => {
  expect(withoutTool(printer, 0).tools).toEqual(printer.tools)
})
