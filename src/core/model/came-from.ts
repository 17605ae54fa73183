// Where a script was carried over from, kept with it so that later changes of the original can be carried after it.
import * as v from 'valibot'
import { count, listOf, plainName, plainText } from './pieces.ts'
import { ScriptName } from './script.ts'

/** How the plan was answered: which questions how, which changes were not wanted, whether heats became values. */
export const CarryOptions = v.object({
  answers: v.optional(v.record(plainText(200), plainText(200)), {}),
  refused: v.optional(listOf(plainText(400), 10_000), []),
  heatsAsValues: v.optional(v.boolean(), false),
  /** Only these lines, where a passage was brought. */
  lines: v.optional(v.nullable(v.object({ first: count, last: count })), null),
})
export type CarryOptions = v.InferOutput<typeof CarryOptions>

export const CameFrom = v.object({
  /** The original’s own for ever; names find it again on another shelf. */
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
