// The request to carry a script over.
import type { RehearsalInput } from '../round.ts'

/** Lines from…to, from 1. */
export type LineSpan = { first: number; last: number }

export type CarryRequest = {
  text: string
  from: RehearsalInput
  to: RehearsalInput
  /** Only these lines are carried; absent for all. */
  lines?: LineSpan | undefined
  /** By the question's key. */
  answers?: Readonly<Record<string, string>> | undefined
  /** Ids of refused changes: lines stay as they are, additions are left out. */
  refused?: readonly string[] | undefined
  /** Temperatures of the material become values. */
  heatsAsValues?: boolean | undefined
}
