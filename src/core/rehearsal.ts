// The input and the results of a rehearsal: `stageOf` prepares the input, `analysed` turns a finished run into results.

import { check } from './check/check.ts'
import type { Finding, SetAside } from './check/finding.ts'
import { placed } from './documents/placed.ts'
import type { Explained } from './explain/explain.ts'
import { familyOf } from './firmware/families.ts'
import { taughtFor, withTaught } from './firmware/teach.ts'
import type { Line } from './gcode/line.ts'
import { stateAfter } from './machine/after.ts'
import { type Ooze, oozeOf } from './machine/ooze.ts'
import { type Bounds, type Durations, type Filament, type Stroke, strokesOf, totals } from './machine/outcome.ts'
import type { MachineState, Stage } from './machine/state.ts'
import type { PlainCommand, Trace } from './machine/trace.ts'
import { configOf } from './macros/config.ts'
import { macroStorage } from './model/printer.ts'
import type { TaughtCommand } from './model/taught.ts'
import type { Resolution } from './resolve/resolution.ts'
import { type Passage, passagesOf } from './script/passages.ts'

/** Everything a text is rehearsed with, apart from what follows from the printer (its firmware and macros). */
export type RehearsalInput = Pick<
  Stage,
  | 'printer'
  | 'material'
  | 'materials'
  | 'job'
  | 'moment'
  | 'from'
  | 'layer'
  | 'change'
  | 'goesOn'
  | 'vocabulary'
  | 'standIns'
  | 'opened'
> & {
  /** Commands that the person taught, of any family. */
  taught?: readonly TaughtCommand[]
}

export type Round = {
  stage: Stage
  lines: Line[]
  commands: PlainCommand[]
  resolution: Resolution
  trace: Trace
  strokes: Stroke[]
  ooze: Ooze
  /** The machine's state at the end. */
  state: MachineState
  durations: Durations
  filament: Filament
  bounds: Bounds
  passages: Passage[]
  findings: Finding[]
  /** Findings that the person ignores, with the reasons given in the script. */
  setAside: SetAside[]
  explained: Explained[]
}

/** A round before the sentences for its lines are added. */
export type Unexplained = Omit<Round, 'explained'>

/** Adds the firmware, with taught commands, and a host's macros to the input. */
export function stageOf(setting: RehearsalInput): Stage {
  const firmware = withTaught(familyOf(setting.printer), taughtFor(setting.printer, setting.taught))
  // Only some families read a config: one left from earlier firmware is ignored.
  if (!setting.printer.macros || macroStorage(setting.printer) !== 'config') return { ...setting, firmware }
  const { macros, delayed } = configOf(setting.printer)
  return { ...setting, firmware, macros, delayed }
}

/** Calculates strokes, ooze, passages, findings and totals from the trace of a rehearsal. */
export function analysed(text: string, lines: Line[], resolution: Resolution, trace: Trace, stage: Stage): Unexplained {
  const commands = trace.ran ?? []
  const strokes = strokesOf(trace, stage)
  const ooze = oozeOf(trace, stage)
  const passages = passagesOf(lines, trace, stage)
  const script = { text, lines, commands, resolution, trace, stage, strokes, ooze, passages }
  const { findings: found, setAside } = check(script)
  const findings = placed(found, script)
  return {
    stage,
    lines,
    commands,
    resolution,
    trace,
    strokes,
    ooze,
    state: stateAfter(trace, ooze, stage),
    ...totals(trace, stage),
    passages,
    findings,
    setAside,
  }
}
