// Makes the public JSON of a plan (docs/contract.md). Names and shapes are fixed: other programs rely on them.
import { rehearsalAnswer } from '../answer.ts'
import type { CarryPlan } from './carry.ts'

export const carriedAnswer = ({ text, changes, asks, before, after }: CarryPlan) => ({
  text,
  changes: changes.map(({ line, became, kind, why }) => ({ line, became, kind, why })),
  asks: asks.map(({ key, question, proposed }) => ({ key, question, proposed })),
  before: rehearsalAnswer(before),
  after: rehearsalAnswer(after),
})

/** Whether something was refused, or a question is open: then the plan is not the whole script. */
export const isIncomplete = ({ changes, open }: CarryPlan): boolean =>
  open.length > 0 || changes.some(({ kind }) => kind === 'refused')
