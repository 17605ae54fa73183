// Docks the tool in use and fetches the next one, each slowly from its approach position.
import { docksOf } from '../../model/printer.ts'
import { asBefore, forEachTool, notWithin, placesAgain } from './between.ts'
import {
  beyondReach,
  choice,
  type Made,
  type Maker,
  number,
  numberIn,
  type Surroundings,
  type Values,
} from './maker.ts'

/** A command as a parameter; a marker can't contain spaces, so `~` stands for a space. */
const command = (name: string, label: string) => ({
  name,
  label,
  kind: 'text' as const,
  pattern: /^(?:none|[A-Za-z][^\s;]*)$/,
  shape: '“none”, or a command with ~ for each space, as M280~P0~S90',
  standard: 'none',
})

function make(values: Values, surroundings: Surroundings): Made {
  const { stage } = surroundings
  const why = notWithin(surroundings)
  if (why) return { ok: false, why }
  const { printer, firmware } = stage
  const { phrases } = firmware
  const docks = docksOf(printer)
  const missing = printer.tools.findIndex((_, tool) => !docks[tool]?.approach)
  if (missing >= 0)
    return {
      ok: false,
      why: docks[missing]
        ? `The dock of T${missing} has no approach. Add it on the printer’s page.`
        : `${printer.name} has ${docks.length === 0 ? 'no dock' : `no dock for T${missing}`}. Add it among its spots on the printer’s page.`,
    }
  const places = docks.flatMap(({ x, y, approach }) => [{ x, y }, approach ?? { x, y }])
  const beyond = beyondReach(
    stage,
    places.flatMap(({ x, y }) => [['x', x] as const, ['y', y] as const]),
  )
  if (beyond) return { ok: false, why: beyond }
  const slow = numberIn(values, 'speed') * 60
  const visit = (value: 'from_tool' | 'to_tool', does: string) =>
    forEachTool(surroundings, value, tool => {
      const dock = docks[tool]
      if (!dock?.approach) return []
      const { x, y } = dock.approach
      return [
        phrases.move({ x, y, f: 9000 }),
        phrases.move({ x: dock.x, y: dock.y, f: slow }),
        does === 'none' ? null : does.replaceAll('~', ' '),
        phrases.move({ x, y, f: slow }),
      ]
    })
  const commands = [
    ...placesAgain(phrases),
    ...(values.what === 'fetch' ? [] : visit('from_tool', String(values.frees))),
    ...(values.what === 'put-away' ? [] : visit('to_tool', String(values.locks))),
    ...asBefore(surroundings),
  ]
  return { ok: true, lines: commands }
}

export const dock: Maker = {
  name: 'dock',
  title: 'Dock and undock',
  purpose: 'puts the tool in use into its dock and fetches the next one, in and out by its approach',
  aliases: 'tool changer swap pick up drop off',
  parameters: () => [
    choice('what', 'It does', 'both', 'put-away', 'fetch'),
    number('speed', 'In and out', 'mm/s', 1, [1, 200], 20),
    command('frees', 'Frees the tool by'),
    command('locks', 'Locks the tool by'),
  ],
  make,
}
