// Makes the heating and homing of a start script for any set of tools: only used tools are heated, and the first tool
// is selected hot.
import { addressOf, sharesHeater } from '../../firmware/tools.ts'
import { momentFacts } from '../../model/moment.ts'
import { forEachTool } from './between.ts'
import { choice, type Made, type Maker, type Surroundings, type Values } from './maker.ts'

function make(values: Values, surroundings: Surroundings): Made {
  const { stage } = surroundings
  const { printer, firmware } = stage
  const { phrases } = firmware
  if (momentFacts[stage.moment].runs !== 'before')
    return { ok: false, why: 'It belongs to the beginning of a print. Choose “before the print” above first.' }
  if (printer.tools.length < 2) return { ok: false, why: `${printer.name} has one tool.` }
  const alone = [...printer.tools.keys()].filter(
    tool => !sharesHeater(printer, tool) || printer.tools[tool]?.heater === null,
  )
  const commands = [
    phrases.heat('bed', '@(highest bed)', null),
    ...alone.flatMap(tool => {
      const heat = phrases.heat('nozzle', `@(ooze_safe of T${tool})`, addressOf(firmware, printer, tool))
      return heat === null ? [] : [`;? when uses T${tool}`, heat, ';? end']
    }),
    phrases.waitFor('bed', '@(highest bed)', null, false),
    phrases.home(['x', 'y', 'z']),
    values.levelling === 'probe'
      ? phrases.probeBed()
      : values.levelling === 'saved-mesh'
        ? phrases.loadMesh(null)
        : null,
    ...forEachTool(surroundings, 'first_tool', (tool, address) => [
      phrases.takeTool(address),
      phrases.waitFor('nozzle', `@(nozzle of T${tool})`, address, false),
    ]),
  ]
  return {
    ok: true,
    lines: commands.flatMap(line => line?.split('\n') ?? []),
    note: 'Add a purge line after it: the first tool purges there, the others at their first use, in the tool change script.',
  }
}

export const manyTools: Maker = {
  name: 'many-tools',
  title: 'Start with many tools',
  purpose: 'warms only the tools that the job uses, homes, and takes the first one hot',
  aliases: 'several extruders start multi tool',
  parameters: ({ stage }) => [
    choice(
      'levelling',
      'Levelling',
      ...(stage.printer.probe ? ['probe', 'saved-mesh', 'none'] : ['saved-mesh', 'none']),
    ),
  ],
  make,
}
