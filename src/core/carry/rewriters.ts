// Helpers for rewriting the commands of all effects.
import type { Does, EffectOf } from '../firmware/effect.ts'
import { familyFacts } from '../model/family.ts'
import { leftOut, type Ran, type Rewritten, same, sayOr } from './rewritten.ts'
import { takenAsItIs } from './unchanged.ts'

export type Rewriter<D extends Does> = (ran: Ran<EffectOf<D>>) => Rewritten

/** “host firmware of Curlew” */
export const firmwareThere = ({ to }: Ran): string => `${familyFacts[to.family.family].name} of ${to.printer.name}`
export const writtenForTarget = (ran: Ran): string => `Written as the ${firmwareThere(ran)} expects it.`
export const hasNone = (ran: Ran, what: string): string => `The ${firmwareThere(ran)} has no ${what}.`

/** The owner of a missing feature: the target machine, or the new firmware of the same machine. */
export const whose = (ran: Ran): string => (ran.sameMachine ? `The ${firmwareThere(ran)}` : ran.to.printer.name)

/** For values that were measured or tuned on the source and do not apply to the target. */
export const ofThisMachine =
  (what: string): ((ran: Ran) => Rewritten) =>
  ran =>
    ran.sameMachine && takenAsItIs(ran.own, ran.from, ran.to)
      ? same
      : leftOut(`${what} belongs to ${ran.from.printer.name} alone.`)

/** The outcome for a phrase, if the family has it. */
export const through = (ran: Ran, text: string | null, what: string): Rewritten =>
  sayOr(text, writtenForTarget(ran), hasNone(ran, what))
