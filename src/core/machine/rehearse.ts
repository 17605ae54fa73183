// The simulated printer: runs plain commands one after another and records what the machine does.

import { type Effect, type LimitKind, specOf, toolNumber } from '../firmware/spec.ts'
import { type Command, hasLetter, numberOf, wordOf } from '../gcode/line.ts'
import { axes } from '../model/printer.ts'
import type { AxisLimits } from './motion.ts'
import { runArc, runFilament, runMove } from './move.ts'
import { probePoints } from './probe.ts'
import { Recorder } from './recorder.ts'
import type { Stage } from './state.ts'
import type { Trace } from './trace.ts'

/** A command as it is to be run, and the line of the script that it came from. */
export type PlainCommand = { line: number; command: Command }

/** A rehearsal ends here whatever the script asks, so that nothing runs for ever. */
const mostSteps = 4_000_000
const mostSeconds = 14 * 24 * 3600

/**
 * Runs the commands on the simulated printer and gives the trace. Never throws: commands that the family doesn't know
 * do nothing, numbers that can't be read count as absent. Times in s, lengths in mm, temperatures in °C.
 */
export function rehearse(commands: Iterable<PlainCommand>, stage: Stage): Trace {
  const recorder = new Recorder(stage)
  for (const { line, command } of commands) {
    recorder.beginCommand(line)
    const spec = specOf(stage.firmware, command.name)
    if (spec) runEffect(recorder, command, spec.effect)
    recorder.endCommand()
    if (recorder.steps.count > mostSteps || recorder.now > mostSeconds) {
      recorder.stopped = { line, why: stopReason(recorder) }
      break
    }
  }
  return recorder.finish()
}

const stopReason = (recorder: Recorder): string =>
  recorder.now > mostSeconds
    ? 'The rehearsal stops here: the script would take more than two weeks.'
    : 'The rehearsal stops here: the script makes more than four million moves.'

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
      const seconds = numberOf(command, 'S') ?? (numberOf(command, 'P') ?? 0) / 1000
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
    case 'levelling': {
      const on = numberOf(command, 'S')
      if (on !== null) recorder.set({ levelling: on > 0 ? 'on' : 'off' })
      break
    }
    case 'motors':
      runMotors(recorder, command, effect.on)
      break
    case 'heat':
      if (effect.heater === 'nozzle') heatNozzle(recorder, command, effect.wait)
      else heatBed(recorder, command, effect.wait)
      break
    case 'fan': {
      if ((numberOf(command, 'P') ?? 0) > 0) break
      const speed = effect.on ? (numberOf(command, 'S') ?? 255) / 255 : 0
      recorder.set({ fan: Math.min(1, Math.max(0, speed)) })
      break
    }
    case 'message':
      recorder.messages.push({ line: recorder.line, text: command.message ?? '', at: recorder.now })
      break
    case 'limits':
      setLimits(recorder, command, effect.of)
      break
    case 'move-acceleration': {
      const both = numberOf(command, 'S')
      const positive = (value: number | null, before: number) => (value !== null && value > 0 ? value : before)
      recorder.set({
        acceleration: {
          print: positive(numberOf(command, 'P') ?? both, modes.acceleration.print),
          travel: positive(numberOf(command, 'T') ?? both, modes.acceleration.travel),
          retract: positive(numberOf(command, 'R'), modes.acceleration.retract),
        },
      })
      break
    }
    case 'soft-limits': {
      const on = numberOf(command, 'S')
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
      const tool = toolNumber(command.name)
      if (tool !== null && tool < modes.nozzleTargets.length) recorder.set({ tool })
      break
    }
    case 'wait-for-moves':
    case 'change-filament':
    case 'nothing-shown':
      break
    default:
      effect satisfies never
  }
}

function setPosition(recorder: Recorder, command: Command): void {
  const scale = recorder.modes.units === 'inch' ? 25.4 : 1
  const all = command.words.length === 0
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

function runHome(recorder: Recorder, command: Command, turnsLevellingOff: boolean): void {
  const { printer, firmware } = recorder.stage
  const named = axes.filter(axis => hasLetter(command, axis.toUpperCase()))
  let wanted = named.length ? named : [...axes]
  if (hasLetter(command, 'O')) wanted = wanted.filter(axis => !recorder.modes.homed[axis])
  for (const axis of firmware.homingOrder) {
    if (!wanted.includes(axis)) continue
    const at = recorder.position[axis]
    const [low, high] = printer.reach[axis]
    const distance = Number.isNaN(at) ? (high - low) / 2 : Math.abs(at - printer.homing.at[axis])
    recorder.position[axis] = printer.homing.at[axis]
    recorder.step('home', distance / printer.homing.speedMmS[axis])
  }
  const homed = { ...recorder.modes.homed }
  const shift = { ...recorder.modes.shift }
  for (const axis of wanted) {
    homed[axis] = true
    shift[axis] = 0
  }
  const off = turnsLevellingOff && wanted.includes('z') && (printer.probe !== null || printer.storedMesh)
  recorder.set({ homed, shift, motorsOn: true, levelling: off ? 'off' : recorder.modes.levelling })
}

function runProbe(recorder: Recorder, turnsLevellingOn: boolean): void {
  const { probe } = recorder.stage.printer
  if (!probe) return
  for (const point of probePoints(recorder.stage.printer, probe)) {
    recorder.position = { ...recorder.position, ...point }
    recorder.step('probe', probe.secondsPerPoint)
  }
  if (turnsLevellingOn) recorder.set({ levelling: 'on' })
}

function runMotors(recorder: Recorder, command: Command, on: boolean): void {
  if (!on && hasLetter(command, 'S')) return
  const named = axes.filter(axis => hasLetter(command, axis.toUpperCase()))
  const whole = named.length === 0 && !hasLetter(command, 'E')
  if (on) {
    recorder.set({ motorsOn: true })
    return
  }
  const homed = { ...recorder.modes.homed }
  for (const axis of whole ? axes : named) homed[axis] = false
  recorder.set({ homed, motorsOn: whole ? false : recorder.modes.motorsOn })
}

/** The target of a heating command in °C, and whether it waits for cooling too; null when it names none. */
function heatTarget(command: Command): { targetC: number; coolingToo: boolean } | null {
  const either = numberOf(command, 'R')
  const target = either ?? numberOf(command, 'S')
  return target === null ? null : { targetC: Math.max(0, target), coolingToo: either !== null }
}

function waitSeconds(recorder: Recorder, history: Recorder['bed'], coolingToo: boolean): number {
  const last = history.legs.at(-1)
  if (!last) return 0
  const left = last.at + last.reachS - recorder.now
  const warming = last.targetC >= last.fromC
  return Number.isFinite(left) && left > 0 && (warming || coolingToo) ? left : 0
}

function heatNozzle(recorder: Recorder, command: Command, wait: boolean): void {
  const aim = heatTarget(command)
  const tool = numberOf(command, 'T') ?? recorder.modes.tool
  const history = recorder.nozzles[tool]
  if (!history) return
  if (aim) {
    recorder.aim(history, aim.targetC)
    const nozzleTargets = recorder.modes.nozzleTargets.map((target, each) => (each === tool ? aim.targetC : target))
    recorder.set({ nozzleTargets })
  }
  if (wait) recorder.step('wait-nozzle', waitSeconds(recorder, history, aim?.coolingToo ?? false))
}

function heatBed(recorder: Recorder, command: Command, wait: boolean): void {
  const aim = heatTarget(command)
  if (aim) {
    recorder.aim(recorder.bed, aim.targetC)
    recorder.set({ bedTarget: aim.targetC })
  }
  if (wait) recorder.step('wait-bed', waitSeconds(recorder, recorder.bed, aim?.coolingToo ?? false))
}

function setLimits(recorder: Recorder, command: Command, of: LimitKind): void {
  const before = of === 'speed' ? recorder.modes.speedLimits : recorder.modes.accelerationLimits
  const limits: AxisLimits = { ...before }
  for (const axis of ['x', 'y', 'z', 'e'] as const) {
    const value = wordOf(command, axis.toUpperCase())?.value
    if (value !== undefined && value !== null && value > 0) limits[axis] = value
  }
  recorder.set(of === 'speed' ? { speedLimits: limits } : { accelerationLimits: limits })
}
