// The JSON that other programs rely on (contract.md), made from a plan. Names and shapes are fixed.
import { rehearsalAnswer } from '../answer.ts'
import type { CarryPlan } from './carry.ts'

export const carriedAnswer = ({ text, changes, asks, before, after }: CarryPlan) => ({
  text,
  changes: changes.map(({ line, became, kind, why }) => ({ line, became, kind, why })),
  asks: asks.map(({ key, question, proposed }) => ({ key, question, proposed })),
  before: rehearsalAnswer(before),
  after: rehearsalAnswer(after),
})

/** Whether something was refused, or is asked and not answered: then the plan is not the whole script. */
export const isIncomplete = ({ changes, open }: CarryPlan): boolean =>
  open.length > 0 || changes.some(({ kind }) => kind === 'refused')
