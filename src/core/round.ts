// One whole round: a script's text against one printer, material, job and moment, read, rehearsed, checked and explained.
import { check } from './check/check.ts'
import type { Finding, SetAside } from './check/finding.ts'
import { type Explained, explain } from './explain/explain.ts'
import { familyOf } from './firmware/families.ts'
import { taughtFor, withTaught } from './firmware/teach.ts'
import type { Line } from './gcode/line.ts'
import { read } from './gcode/read.ts'
import { stateAfter } from './machine/after.ts'
import { type Ooze, oozeOf } from './machine/ooze.ts'
import { type Bounds, type Durations, type Filament, type Stroke, strokesOf, totals } from './machine/outcome.ts'
import type { MachineState, Stage } from './machine/state.ts'
import type { PlainCommand, Trace } from './machine/trace.ts'
import { configOf } from './macros/config.ts'
import type { Job } from './model/job.ts'
import type { Material } from './model/material.ts'
import type { Printer } from './model/printer.ts'
import type { Moment } from './model/script.ts'
import type { TaughtCommand } from './model/taught.ts'
import type { Vocabulary } from './model/vocabulary.ts'
import type { Resolution } from './resolve/resolution.ts'
import { rehearseLines } from './resolve/resolve.ts'
import type { RoundStep } from './round-steps.ts'
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
  /** How the program that makes this printer's print files writes values, where the person has said which it is. */
  vocabulary?: Vocabulary | undefined
  /** Numbers for words of another program that have no meaning here, by the word with its signs, as `{mood}`. */
  standIns?: Readonly<Record<string, number>> | undefined
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

type Told = (step: RoundStep) => void
const toNobody: Told = () => {}

/** What a script of this printer, job and moment is rehearsed on. */
export function stageOf(setting: RehearsalInput): Stage {
  const firmware = withTaught(familyOf(setting.printer), taughtFor(setting.printer, setting.taught))
  if (!setting.printer.macros) return { ...setting, firmware }
  const { macros, delayed } = configOf(setting.printer)
  return { ...setting, firmware, macros, delayed }
}

/**
 * Reads, rehearses and checks a text: all of a round but its sentences. Never throws, whatever the text. `lines` is the text
 * read already, where it is rehearsed more than once.
 */
export function rehearseAndCheck(
  text: string,
  setting: RehearsalInput,
  lines = read(text),
  told = toNobody,
): Omit<Round, 'explained'> {
  told('rehearsing')
  const stage = stageOf(setting)
  const { resolution, trace } = rehearseLines(lines, stage)
  const commands = trace.ran ?? []
  const strokes = strokesOf(trace, stage)
  const ooze = oozeOf(trace, stage)
  const passages = passagesOf(lines, trace, stage)
  told('checking')
  const { findings, setAside } = check({ text, lines, commands, resolution, trace, stage, strokes, ooze, passages })
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

/** Does everything there is to do with a text. Never throws, whatever the text. */
export function rehearseScript(text: string, setting: RehearsalInput, told = toNobody): Round {
  told('reading')
  const round = rehearseAndCheck(text, setting, read(text), told)
  told('explaining')
  const { lines, resolution, trace, stage } = round
  return { ...round, explained: explain(lines, resolution, trace, stage) }
}
