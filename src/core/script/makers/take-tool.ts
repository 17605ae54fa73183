// Makes the tool change itself: selects the next tool, beside the print where carriages park, and heats it.
import { sharesHeater } from '../../firmware/tools.ts'
import { forEachTool, notWithin } from './between.ts'
import { choice, type Made, type Maker, number, numberIn, onlyFor, type Surroundings, type Values } from './maker.ts'

function make(values: Values, surroundings: Surroundings): Made {
  const { stage } = surroundings
  const why = notWithin(surroundings)
  if (why) return { ok: false, why }
  const { phrases, toolsStandBy } = stage.firmware
  const { printer } = stage
  if (printer.tools.length < 2) return { ok: false, why: `${printer.name} has one tool.` }
  const ahead = values.heat === 'by-script' && !toolsStandBy
  const alone = (tool: number) => !sharesHeater(printer, tool)
  const aside = numberIn(values, 'aside')
  const parks = values.waits === 'beside-the-bed'
  const commands = [
    ...(ahead
      ? forEachTool(surroundings, 'to_tool', (tool, address) => [
          phrases.heat('nozzle', `@(nozzle_later of T${tool})`, address),
        ])
      : []),
    ...forEachTool(surroundings, 'to_tool', (tool, address) => [
      phrases.takeTool(address),
      parks
        ? phrases.move({
            x: tool % 2 ? `@(min(bed_right + ${aside}, reach_right))` : `@(max(bed_left - ${aside}, reach_left))`,
            f: 9000,
          })
        : null,
      values.heat === 'by-script' ? phrases.waitFor('nozzle', `@(nozzle_later of T${tool})`, address, false) : null,
    ]),
    ...(ahead
      ? forEachTool(surroundings, 'from_tool', (tool, address) => [
          alone(tool) ? phrases.heat('nozzle', `@(ooze_safe of T${tool})`, address) : null,
        ])
      : []),
  ]
  return { ok: true, lines: commands }
}

export const takeTool: Maker = {
  name: 'take-tool',
  title: 'Select the next tool',
  purpose: 'takes whichever tool comes, warms it, and lets the one that rests cool to what it may hold',
  aliases: 'standby idle temperature tool change',
  parameters: () => [
    choice('heat', 'Heat', 'by-script', 'by-program'),
    choice('waits', 'It waits', 'where-it-is', 'beside-the-bed'),
    onlyFor('waits', 'beside-the-bed', number('aside', 'Beside the bed', 'mm', 1, [0, 200], 30)),
  ],
  make,
}
