// What a text is rehearsed for, and everything that a rehearsal of it gives.
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
import type { MachineState, Opened, Stage } from './machine/state.ts'
import type { PlainCommand, Trace } from './machine/trace.ts'
import { configOf } from './macros/config.ts'
import type { Change, Job } from './model/job.ts'
import type { Material } from './model/material.ts'
import type { Moment } from './model/moment.ts'
import type { Printer } from './model/printer.ts'
import type { TaughtCommand } from './model/taught.ts'
import type { Vocabulary } from './model/vocabulary.ts'
import type { Resolution } from './resolve/resolution.ts'
import { type Passage, passagesOf } from './script/passages.ts'

/** What a script is rehearsed for. */
export type RehearsalInput = {
  printer: Printer
  /** Of the tool that begins. */
  material: Material
  /** One for each tool, where the job prints with several. */
  materials?: readonly Material[] | undefined
  job: Job
  moment: Moment
  /** What the machine is in when the script begins, as an earlier rehearsal left it; what the moment says where absent. */
  from?: MachineState | undefined
  /** The layer of the print that it runs in, from 1, and the tools that it changes between; see `Stage`. */
  layer?: number | undefined
  change?: Change | undefined
  /** Whether the print goes on right after it; false where another script of the same change comes first. */
  goesOn?: boolean | undefined
  /** How the program that makes this printer's print files writes values, where the person has said which it is. */
  vocabulary?: Vocabulary | undefined
  /** Numbers for words of another program that have no meaning here, by the word with its signs, as `{mood}`. */
  standIns?: Readonly<Record<string, number>> | undefined
  /** Commands that the person taught, of any family. */
  taught?: readonly TaughtCommand[]
  /** Where the text is no script but a config or a macro file of this printer: which, and the line that calls what is in it. */
  opened?: Opened | undefined
}

export type Round = {
  stage: Stage
  lines: Line[]
  commands: PlainCommand[]
  resolution: Resolution
  trace: Trace
  strokes: Stroke[]
  ooze: Ooze
  /** What the machine is in at the end. */
  state: MachineState
  durations: Durations
  filament: Filament
  bounds: Bounds
  passages: Passage[]
  findings: Finding[]
  /** Findings that the person has set aside in the text, with their reasons. */
  setAside: SetAside[]
  explained: Explained[]
}

/** A round before its sentences. */
export type Unexplained = Omit<Round, 'explained'>

/** What a script of this printer, job and moment is rehearsed on. */
export function stageOf(setting: RehearsalInput): Stage {
  const firmware = withTaught(familyOf(setting.printer), taughtFor(setting.printer, setting.taught))
  // A config left from an earlier firmware is nothing that another family reads.
  if (!setting.printer.macros || setting.printer.firmware.family !== 'host') return { ...setting, firmware }
  const { macros, delayed } = configOf(setting.printer)
  return { ...setting, firmware, macros, delayed }
}

/** Works out strokes, ooze, passages and findings of a rehearsal. */
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
