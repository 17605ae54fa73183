// The simulated printer: runs plain commands one after another and records what the machine does.
import { type Effect, specOf, toolNumber } from '../firmware/spec.ts'
import { type Command, numberOf, textOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import type { Macro } from '../macros/config.ts'
import { render } from '../macros/template.ts'
import { axes } from '../model/printer.ts'
import { runFlow } from './flow.ts'
import { runHeat, runWaitForHeaters, takeTool, turnHeatersOff } from './heaters.ts'
import { setCorners, setLimits, setMoveAcceleration, setOverallLimits } from './limits.ts'
import { namesFor, setVariable } from './macro.ts'
import { runArc, runFilament, runMove } from './move.ts'
import { Recorder } from './recorder.ts'
import { runAlign, runHome, runMotors, runProbe, runProbePoint } from './sense.ts'
import type { Stage } from './state.ts'
import type { PlainCommand, Trace } from './trace.ts'

export type { PlainCommand }

/** A rehearsal ends here whatever the script asks, so that nothing runs for ever. */
const mostSteps = 4_000_000
const mostSeconds = 14 * 24 * 3600
/** Macros that call macros go no deeper than this. */
const deepest = 20

/**
 * Runs the commands on the simulated printer and gives the trace. Never throws: commands that the family doesn't know
 * do nothing, numbers that can't be read count as absent. Times in s, lengths in mm, temperatures in °C.
 */
export function rehearse(commands: Iterable<PlainCommand>, stage: Stage): Trace {
  const recorder = new Recorder(stage)
  if (stage.firmware.flow) runFlow(recorder, commands, (line, command) => runCommand(recorder, line, command, []))
  else
    for (const { line, command } of commands) {
      runCommand(recorder, line, command, [])
      if (recorder.stopped) break
    }
  const trace = recorder.finish()
  return trace.stopped || trace.totalS <= mostSeconds
    ? trace
    : { ...trace, stopped: { line: lateLine(trace), why: tooLong } }
}

/** Runs a command, or what a macro makes of it; `within` are the macros that are under way. */
function runCommand(recorder: Recorder, line: number, command: Command, within: readonly string[]): void {
  const { stage } = recorder
  const renamed = recorder.renamed.get(command.name)
  const macro = renamed ? undefined : stage.macros?.get(command.name)
  recorder.beginCommand(line)
  if (macro) recorder.notes.set(recorder.rows.count, `Runs the macro ${macro.name}.`)
  recorder.ran?.push({ line, command: renamed ? { ...command, name: renamed } : command })
  const spec = macro ? undefined : specOf(stage.firmware, renamed ?? command.name)
  if (spec) runEffect(recorder, command, spec.effect)
  recorder.endCommand()
  if (recorder.steps.count > mostSteps || recorder.rows.count > mostSteps)
    recorder.stop('The rehearsal stops here: the script makes more than four million moves.')
  if (recorder.now > mostSeconds) recorder.stop(tooLong)
  if (macro) runMacro(recorder, line, command, macro, within)
}

function runMacro(recorder: Recorder, line: number, command: Command, macro: Macro, within: readonly string[]): void {
  if (within.length >= deepest || within.includes(macro.name)) {
    const way = [...within, macro.name].slice(-4).join(' → ')
    recorder.stop(`The macros call each other without end (${way}). The rehearsal stops here.`)
    return
  }
  const rendered = render(macro.gcode, namesFor(recorder, command, macro))
  if (!rendered.ok) {
    recorder.troubles.push({ sort: 'macro', line, why: `The macro ${macro.name} can’t be worked out. ${rendered.why}` })
    return
  }
  for (const made of read(rendered.text.replace(/^[ \t]+/gm, ''))) {
    if (recorder.stopped) return
    if (made.command) runCommand(recorder, line, made.command, [...within, macro.name])
  }
}

const tooLong = 'The rehearsal stops here: the script would take more than two weeks.'

/** The line under way when the rehearsal's time is over. */
const lateLine = ({ rows }: Trace): number =>
  rows.line[
    Math.max(
      0,
      rows.end.findIndex(end => end > mostSeconds),
    )
  ] ?? 1

function runEffect(recorder: Recorder, command: Command, effect: Effect): void {
  const { modes } = recorder
  switch (effect.does) {
    case 'move':
      runMove(recorder, command)
      break
    case 'arc':
      runArc(recorder, command, effect.clockwise)
      break
    case 'dwell': {
      const seconds = numberOf(command, effect.seconds) ?? (numberOf(command, effect.milliseconds) ?? 0) / 1000
      recorder.step('stand', Math.max(0, seconds))
      break
    }
    case 'firmware-retract': {
      const tool = recorder.stage.printer.tools[modes.tool] ?? recorder.stage.printer.tools[0]
      if (!tool || effect.back === modes.firmwareRetractedMm > 0) break
      recorder.set({ firmwareRetractedMm: effect.back ? tool.retractMm : 0 })
      runFilament(recorder, effect.back ? -tool.retractMm : tool.retractMm, tool.retractMmS)
      break
    }
    case 'units':
      recorder.set({ units: effect.units })
      break
    case 'positioning': {
      const { positioning, filamentToo } = effect
      recorder.set(filamentToo ? { positioning, extrusion: positioning } : { positioning })
      break
    }
    case 'extrusion-mode':
      recorder.set({ extrusion: effect.extrusion })
      break
    case 'set-position':
      setPosition(recorder, command)
      break
    case 'home':
      runHome(recorder, command, effect.turnsLevellingOff)
      break
    case 'probe':
      runProbe(recorder, effect.turnsLevellingOn)
      break
    case 'probe-or-mesh': {
      const what = numberOf(command, effect.by) ?? 0
      if (what === 0) runProbe(recorder, true)
      else recorder.set({ levelling: what === 1 ? 'on' : 'off' })
      break
    }
    case 'probe-point':
      runProbePoint(recorder, command)
      break
    case 'align':
      runAlign(recorder)
      break
    case 'levelling':
      setLevelling(recorder, command, effect.set)
      break
    case 'motors':
      runMotors(recorder, command, effect.on)
      break
    case 'heat':
      runHeat(recorder, command, effect)
      break
    case 'wait-for-heaters':
      runWaitForHeaters(recorder, command)
      break
    case 'heaters-off':
      turnHeatersOff(recorder)
      break
    case 'power':
      if (effect.on) break
      turnHeatersOff(recorder)
      recorder.set({ fan: 0, motorsOn: false, homed: { x: false, y: false, z: false } })
      break
    case 'fan': {
      if ((numberOf(command, 'P') ?? 0) > 0) break
      const wanted = numberOf(command, effect.speed) ?? effect.full
      // Where full speed is written 1, a number beyond it counts to 255.
      const full = wanted > effect.full ? 255 : effect.full
      recorder.blow(effect.on ? Math.min(1, Math.max(0, wanted / full)) : 0)
      break
    }
    case 'message':
      recorder.message((effect.key ? textOf(command, effect.key) : command.message) ?? '')
      break
    case 'limits':
      setLimits(recorder, command, effect.of, effect.perSecond)
      break
    case 'move-acceleration':
      setMoveAcceleration(recorder, command)
      break
    case 'overall-limits':
      setOverallLimits(recorder, numberOf(command, effect.speed), numberOf(command, effect.acceleration))
      if (effect.corners !== null) setCorners(recorder, command, effect.corners)
      break
    case 'corners':
      setCorners(recorder, command, effect.speed)
      break
    case 'soft-limits': {
      const on = numberOf(command, effect.by)
      if (on !== null) recorder.set({ softLimits: on > 0 })
      break
    }
    case 'feed-override':
    case 'flow-override': {
      const percent = numberOf(command, 'S')
      if (percent === null || percent <= 0) break
      recorder.set(effect.does === 'feed-override' ? { feedPercent: percent } : { flowPercent: percent })
      break
    }
    case 'tool': {
      const tool = toolTaken(command, effect.by)
      if (tool !== null && tool < modes.nozzleTargets.length) takeTool(recorder, tool)
      break
    }
    case 'opaque':
      recorder.step('stand', effect.seconds)
      break
    case 'save-state': {
      const { positioning, extrusion, units, feedMmMin, feedPercent } = modes
      recorder.remembered.set(stateName(command, effect.by), { positioning, extrusion, units, feedMmMin, feedPercent })
      break
    }
    case 'restore-state':
      recorder.set(recorder.remembered.get(stateName(command, effect.by)) ?? {})
      break
    case 'wait-for-moves':
      recorder.comeToRest()
      break
    case 'change-filament':
    case 'pause':
    case 'park':
    case 'wipe':
    case 'z-offset':
    case 'origin':
    case 'mix':
    case 'macro':
      setVariable(recorder, command)
      break
    case 'macro-file':
    case 'flow':
    case 'nothing-shown':
      break
    default:
      effect satisfies never
  }
}

const stateName = (command: Command, by: string | null): string =>
  by === null ? '' : (textOf(command, by) ?? String(numberOf(command, by) ?? 0))

/** The tool that a line takes: by its name (`T1`), by a letter (`M6 T11`), or by a key (`EXTRUDER=extruder1`). */
export function toolTaken(command: Command, by: string | null): number | null {
  if (by === null) return toolNumber(command.name)
  const named = textOf(command, by)
  return named === null ? numberOf(command, by) : Number(/\d+$/.exec(named)?.[0] ?? 0)
}

function setLevelling(recorder: Recorder, command: Command, set: 'on' | 'off' | { by: string }): void {
  const number = typeof set === 'string' ? null : numberOf(command, set.by)
  if (typeof set === 'string') recorder.set({ levelling: set })
  else if (number !== null) recorder.set({ levelling: number > 0 ? 'on' : 'off' })
  else if (textOf(command, set.by) !== null) recorder.set({ levelling: 'on' })
}

function setPosition(recorder: Recorder, command: Command): void {
  const scale = recorder.modes.units === 'inch' ? 25.4 : 1
  const all = command.words.length === 0 && command.keys.length === 0
  const shift = { ...recorder.modes.shift }
  for (const axis of axes) {
    const value = all ? 0 : numberOf(command, axis.toUpperCase())
    if (value === null) continue
    if (Number.isNaN(recorder.position[axis])) {
      recorder.position[axis] = value * scale
      shift[axis] = 0
    } else shift[axis] = recorder.position[axis] - value * scale
  }
  const filament = all ? 0 : numberOf(command, 'E')
  if (filament !== null) recorder.counterMm = filament * scale
  recorder.set({ shift })
}
