// Types of a whole print: its scripts, its input, and its situations.

import type { Finding } from '../check/finding.ts'
import type { MachineState } from '../machine/state.ts'
import type { Change } from '../model/job.ts'
import type { Moment } from '../model/moment.ts'
import type { RehearsalInput, Round } from '../round.ts'

/** A print's scripts by moment; a moment without a script has nothing to run. */
export type Scripts = Readonly<Partial<Record<Moment, string>>>

/** Printer, materials, job and taught commands: the input of a rehearsal without its moment. */
export type PrintSetting = Omit<RehearsalInput, 'moment' | 'from' | 'layer' | 'change' | 'opened'>

/** A round without its sentences. */
export type Rehearsed = Omit<Round, 'explained'>

/** A situation, rehearsed once for all its occurrences. Seconds, mm, mm³; volumes and seconds of one occurrence. */
export type Situation = {
  /** Identifies it within the print. */
  key: string
  moment: Moment
  /** Null without a tool change. */
  change: Change | null
  layer: number
  z: number
  firstUse: boolean
  /** Whether it is in the upper half of the print and also occurs in the lower half. */
  high: boolean
  times: number
  seconds: number
  /** By tool. */
  extrudedMm3: readonly number[]
  oozedMm3: number
  /** The slicer's own line that selects the tool, if the script does not. */
  bySlicer: string | null
  /** The script's round; null if there is only the slicer's line. */
  round: Rehearsed | null
  findings: readonly Finding[]
  /** The states before and after it. */
  from: MachineState | null
  state: MachineState
}

export const total = (numbers: readonly number[]): number => numbers.reduce((sum, each) => sum + each, 0)
