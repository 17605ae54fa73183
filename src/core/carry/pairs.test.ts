// Every demo script of every printer brought to every other: the plan ends, brings no new error, and comes back as it was.
import { describe, expect, it } from 'vitest'
import { demoPrinters, demoScripts } from '../../../demo/load.ts'
import { partingOf } from '../machine/same-run.ts'
import { carried, named } from '../testing/carrying.ts'
import type { CarryPlan } from './carry.ts'

const printers = demoPrinters()

const errorsOf = ({ findings }: CarryPlan['before']) => findings.filter(({ severity }) => severity === 'error')

/** Each script with each printer that it is not for. */
const cases = demoScripts().flatMap(script =>
  printers
    .filter(({ name }) => name !== script.printer)
    .map(to => ({ script, to, title: `${script.printer}, ${script.name} → ${to.name}` })),
)

describe('every demo script to every other printer', () => {
  it('has cases', () => expect(cases.length).toBeGreaterThan(100))

  it.each(cases)('$title', ({ script, to }) => {
    const plan = carried(script.text, named(script.printer), to, script.moment)
    // Each line has its fate, in order, and a reason where it is not the same.
    const lines = plan.changes.flatMap(({ line }) => line ?? [])
    expect(lines).toEqual(lines.map((_, i) => i + 1))
    expect(plan.changes.filter(({ kind, why }) => kind !== 'same' && why === '')).toEqual([])
    const had = new Set(errorsOf(plan.before).map(({ rule }) => rule))
    const more = errorsOf(plan.after).filter(({ rule }) => !had.has(rule))
    expect(more.map(({ rule, line, message }) => `${rule} ${line} ${message}`)).toEqual([])
  })
})

describe('there and back', () => {
  const both = cases.flatMap(({ script, to, title }) => {
    const from = named(script.printer)
    const there = carried(script.text, from, to, script.moment)
    if (there.oneWay) return []
    const back = carried(there.text, to, from, script.moment)
    // What the first one lacked is there when it comes back.
    const added = back.changes.some(({ kind }) => kind === 'added')
    return back.oneWay || added ? [] : [{ title, there, back }]
  })

  it('has cases', () => expect(both.length).toBeGreaterThan(10))

  it.each(both)('$title', ({ there, back }) => {
    expect(partingOf(there.before.trace, back.after.trace, { but: [], as: ['before', 'after'] })).toBeNull()
  })
})
