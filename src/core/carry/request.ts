// What is asked of carrying over.
import type { RehearsalInput } from '../round.ts'

/** Lines from…to, counted from 1. */
export type LineSpan = { first: number; last: number }

export type CarryRequest = {
  text: string
  from: RehearsalInput
  to: RehearsalInput
  /** Only these lines are brought; all where absent. */
  lines?: LineSpan | undefined
  /** By the question's key. */
  answers?: Readonly<Record<string, string>> | undefined
  /** Changes that the person does not want, by their ids: lines stay as they are, additions stay away. */
  refused?: readonly string[] | undefined
  /** Temperatures that are the material’s become values. */
  heatsAsValues?: boolean | undefined
}
