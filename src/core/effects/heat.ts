// Heats the nozzle, the bed or the chamber, and waits if the command says so.

import type { EffectOf } from '../firmware/effect.ts'
import { effectOf } from '../firmware/spec.ts'
import { toolName } from '../firmware/tools.ts'
import { celsius, duration, listed } from '../format.ts'
import { textOf } from '../gcode/line.ts'
import {
  aimBed,
  aimChamber,
  aimNozzle,
  setToolHeat,
  waitForBed,
  waitForChamber,
  waitForNozzle,
} from '../machine/heaters.ts'
import type { Recorder } from '../machine/recorder.ts'
import { temperatureAt } from '../machine/temperature.ts'
import { heatedTools, heaterOf, heatTarget } from './heating.ts'
import { type CommandContext, record } from './record.ts'

/** Carriages that copy each other share their targets. */
const heatedAlong = (recorder: Recorder, tools: readonly number[]): number[] => {
  const { carriages, tool } = recorder.modes
  const copies = carriages === 'copied' || carriages === 'mirrored'
  return copies && tools.includes(Math.max(0, tool)) ? [...new Set([...tools, 0, 1])] : [...tools]
}

function heatNozzle(recorder: Recorder, tool: number, targetC: number): void {
  const { firmware } = recorder.stage
  if (!firmware.toolsStandBy) {
    aimNozzle(recorder, tool, targetC)
    return
  }
  const used = tool === recorder.toolMeant
  setToolHeat(
    recorder,
    tool,
    used ? { activeC: targetC, state: 'active' } : { activeC: targetC, standbyC: targetC, state: 'standby' },
  )
}

export const heat = record<'heat'>({
  movesHead: false,
  book: {
    kind: ({ wait }) => (wait ? 'heats and waits' : 'heats, doesn’t wait'),
    alsoCalled: 'temperature hotend hot warm set target',
  },
  run: (recorder, command, effect) => {
    const aim = heatTarget(command, effect)
    const coolingToo = aim?.coolingToo ?? false
    switch (heaterOf(command, effect)) {
      case 'bed':
        if (aim) aimBed(recorder, aim.targetC)
        if (effect.wait) waitForBed(recorder, coolingToo)
        break
      case 'chamber':
        if (aim) aimChamber(recorder, aim.targetC)
        if (effect.wait) waitForChamber(recorder, coolingToo)
        break
      case 'nozzle': {
        const tools = heatedAlong(recorder, heatedTools(command, effect, recorder.modes.tool, recorder.stage))
        if (aim) for (const tool of tools) heatNozzle(recorder, tool, aim.targetC)
        if (effect.wait) for (const tool of tools) waitForNozzle(recorder, tool, coolingToo)
        break
      }
      case 'other':
        break
    }
  },
  says: sayHeat,
  purpose: ({ command, effect }) =>
    heatTarget(command, effect)?.targetC === 0 ? 'cool-down' : effect.wait ? 'heat-wait' : 'heat',
})

function sayHeat(context: CommandContext<EffectOf<'heat'>>): string {
  const { command, effect, before, stage, trace, row, tookS, spec } = context
  const heater = heaterOf(command, effect)
  if (heater === 'other')
    return `Heats “${textOf(command, 'HEATER')}”, which is not this printer’s nozzle, bed or chamber.`
  const { printer, firmware } = stage
  const tools = heatedTools(command, effect, before.tool, stage)
  const name =
    heater !== 'nozzle'
      ? heater
      : trace.nozzles.length > 1
        ? `nozzle of ${listed(tools.map(tool => toolName(firmware, printer, tool)))}`
        : 'nozzle'
  const Name = name.charAt(0).toUpperCase() + name.slice(1)
  if (heater === 'nozzle' && tools.length === 0) return `Heats a tool that ${printer.name} doesn’t have.`
  const history = { nozzle: trace.nozzles[tools[0] ?? 0], bed: trace.bed, chamber: trace.chamber }[heater]
  if (!history) return 'Heats a chamber, which this printer doesn’t have.'
  const formula = command.words.find(word => word.formula)?.formula
  if (formula)
    return effect.wait ? `Waits for the ${name}: ${formula}.` : `Heats the ${name} to ${formula}, doesn’t wait.`
  const aim = heatTarget(command, effect)
  if (!aim) {
    if (!effect.wait) return `${spec.title}: names no temperature, so nothing changes.`
    return tookS > 0 ? `Waits for the ${name}, ${duration(tookS)}.` : `${Name} has its temperature: no wait.`
  }
  const { targetC, coolingToo } = aim
  if (targetC <= 0) return `${Name} heater off.`
  const target = celsius(targetC)
  if (!effect.wait) return `Heats the ${name} to ${target}, doesn’t wait.`
  const startC = temperatureAt(history, trace.rows.start[row] as number)
  const cools = startC > targetC + 1
  if (tookS > 0) {
    const since = startedOn(context, targetC)
    const how = cools ? ` to cool to ${target}` : `: ${target}`
    return `Waits for the ${name}${how}, ${duration(tookS)}${since === null ? '' : `; heating since line ${since}`}.`
  }
  if (cools && !coolingToo)
    return `Sets the ${name} to ${target}; it is at ${celsius(startC)}, and this command doesn’t wait for cooling.`
  return `${Name} is already at ${target}: no wait.`
}

/** The earlier line that set this heater to the same temperature without waiting; null if none did. */
function startedOn(
  { command, effect, row, commands, trace, stage, before }: CommandContext<EffectOf<'heat'>>,
  targetC: number,
): number | null {
  const heater = heaterOf(command, effect)
  const [tool] = heatedTools(command, effect, before.tool, stage)
  for (let earlier = row - 1; earlier >= 0; earlier--) {
    const at = commands[earlier]
    const does = at && effectOf(stage.firmware, at.command)
    if (!at || does?.does !== 'heat' || heaterOf(at.command, does) !== heater) continue
    const inUse = trace.rows.modes[earlier]?.tool ?? 0
    if (heater === 'nozzle' && !heatedTools(at.command, does, inUse, stage).includes(tool ?? 0)) continue
    return !does.wait && heatTarget(at.command, does)?.targetC === targetC ? at.line : null
  }
  return null
}
