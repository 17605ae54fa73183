// What a whole print is made of: its scripts and its setting, and the situations in which they run.

import type { Finding } from '../check/finding.ts'
import type { MachineState } from '../machine/state.ts'
import type { Change } from '../model/job.ts'
import type { Moment } from '../model/moment.ts'
import type { RehearsalInput, Round } from '../round.ts'

/** A print's scripts by their moments; a moment without one has nothing to run. */
export type Scripts = Readonly<Partial<Record<Moment, string>>>

/** Printer, materials, job and what was taught: all of a rehearsal but its moment. */
export type PrintSetting = Omit<RehearsalInput, 'moment' | 'from' | 'layer' | 'change' | 'opened'>

/** What a script did: all of a round but its sentences. */
export type Rehearsed = Omit<Round, 'explained'>

/** A kind of situation, rehearsed once for all the times that it comes. Seconds, mm, mm³; volumes and seconds of one time. */
export type Situation = {
  /** What tells it apart from the others of this print. */
  key: string
  moment: Moment
  /** Null where no tools change. */
  change: Change | null
  layer: number
  z: number
  firstUse: boolean
  /** Whether it is in the upper half of the print, and comes in the lower half as well. */
  high: boolean
  times: number
  seconds: number
  /** By tool. */
  extrudedMm3: readonly number[]
  oozedMm3: number
  /** The line by which the program that makes the print file takes the tool, where the script does not. */
  bySlicer: string | null
  /** The script's; null where there is only the program's own line. */
  round: Rehearsed | null
  findings: readonly Finding[]
  /** What the machine is in when it begins, and when it has run. */
  from: MachineState | null
  state: MachineState
}

export const total = (numbers: readonly number[]): number => numbers.reduce((sum, each) => sum + each, 0)
