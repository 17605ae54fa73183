// The flow override of a tool, in percent or as a factor.

import { toolName, toolsAt } from '../firmware/tools.ts'
import { listed, plain } from '../format.ts'
import type { Command } from '../gcode/line.ts'
import { numberOf } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import { record } from './record.ts'
import { furtherLetters } from './table-words.ts'

const toolsOf = (recorder: Pick<Recorder, 'stage' | 'toolMeant'>, command: Command): number[] => {
  const named = numberOf(command, 'T')
  return named === null ? [recorder.toolMeant] : toolsAt(recorder.stage.firmware, recorder.stage.printer, named)
}

export const flowOverride = record<'flow-override'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'percent extrusion multiplier flow rate' },
  run: (recorder, command, { unit }) => {
    const given = numberOf(command, 'S')
    if (given === null || given <= 0) return
    const percent = unit === 'share' ? given * 100 : given
    const tools = toolsOf(recorder, command)
    recorder.set({
      flowPercents: recorder.modes.flowPercents.map((before, tool) => (tools.includes(tool) ? percent : before)),
    })
  },
  says: ({ command, spec, effect, stage, before }) => {
    const given = numberOf(command, 'S')
    const named = numberOf(command, 'T')
    const tools = named === null ? [Math.max(0, before.tool)] : toolsAt(stage.firmware, stage.printer, named)
    const several = stage.printer.tools.length > 1
    if (named !== null && tools.length === 0) return `Flow of a tool that ${stage.printer.name} doesn’t have.`
    const name = listed(tools.map(tool => toolName(stage.firmware, stage.printer, tool)))
    const of = several ? ` of ${name}` : ''
    const more = furtherLetters(command, spec, stage, 'ST')
    if (given === null) return more ? `Flow${of}${more.replace('; ', ': ')}.` : 'Reports the flow.'
    return `Flow${of} at ${plain(effect.unit === 'share' ? given * 100 : given)} % from here on${more}.`
  },
  purpose: 'limits',
})
