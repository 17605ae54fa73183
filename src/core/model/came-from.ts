// The origin of a carried-over script, stored with it so that later changes of the original can be carried over too.
import * as v from 'valibot'
import { count, listOf, plainName, plainText } from './pieces.ts'
import { ScriptName } from './script.ts'

/**
 * The options of a carry-over: answers to questions, changes that the person refused, temperatures as values, and
 * lines.
 */
export const CarryOptions = v.object({
  answers: v.optional(v.record(plainText(200), plainText(200)), {}),
  refused: v.optional(listOf(plainText(400), 10_000), []),
  heatsAsValues: v.optional(v.boolean(), false),
  /** Set if only these lines were carried over. */
  lines: v.optional(v.nullable(v.object({ first: count, last: count })), null),
})
export type CarryOptions = v.InferOutput<typeof CarryOptions>

export const CameFrom = v.object({
  /** The permanent identity of the original script; on a different shelf it is found by its names. */
  identity: v.optional(plainText(80), ''),
  printer: plainName('a printer'),
  script: ScriptName,
  variant: ScriptName,
  revision: count,
  asked: v.optional(CarryOptions, { answers: {}, refused: [], heatsAsValues: false, lines: null }),
})
export type CameFrom = v.InferOutput<typeof CameFrom>

/** “Dunlin, Everyday, revision 4” */
export const originWords = ({ printer, script, revision }: Pick<CameFrom, 'printer' | 'script' | 'revision'>): string =>
  `${printer}, ${script}, revision ${revision}`
