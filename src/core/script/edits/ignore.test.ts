import { describe, expect, it } from 'vitest'
import { applyEdits } from '../../model/script.ts'
import { round } from '../../testing/stage.ts'
import { planEdit } from './edit.ts'
import { textSum } from './ignore.ts'

const text = 'G28\nM420 S1\nM109 S200\nG1 Z0 F600\nG1 X100 F6000\n'
const aside = (from: string, rule = 'low-travel', line = 5, reason = 'the bed is lowered by hand') => {
  const plan = planEdit(from, round(from), { do: 'set-aside', rule, line, reason })
  if (!plan.ok) throw new Error(plan.why)
  return applyEdits(from, plan.edits)
}
const rules = (from: string) => round(from).findings.map(({ rule }) => rule)

describe('a finding set aside', () => {
  const after = aside(text)

  it('is a keep mark above its line, with the reason', () => {
    expect(rules(text)).toContain('low-travel')
    expect(after).toBe(
      text.replace('G1 X100', `;! ignore low-travel #${textSum('G1 X100 F6000')}: the bed is lowered by hand\nG1 X100`),
    )
  })

  it('keeps silent, and is told apart with its reason', () => {
    expect(rules(after)).not.toContain('low-travel')
    expect(round(after).setAside).toMatchObject([{ rule: 'low-travel', line: 6, reason: 'the bed is lowered by hand' }])
  })

  it('comes back when its line changes, and not for another line', () => {
    expect(rules(after.replace('X100 F6000', 'X120 F6000'))).toContain('low-travel')
    expect(rules(after.replace('G28\n', 'G28\nG92 E0\n'))).not.toContain('low-travel')
  })

  it('says nothing of other rules', () => {
    const both = aside(text, 'fixed-temperature', 3)
    expect(rules(both)).toContain('low-travel')
    expect(rules(aside(both, 'low-travel', 6))).not.toContain('low-travel')
    expect(rules(aside(both, 'low-travel', 6))).not.toContain('fixed-temperature')
  })

  it('keeps several for one line, above each other', () => {
    const two = aside(aside(text, 'low-travel', 5), 'too-fast', 6)
    expect(two.split('\n').filter(line => line.startsWith(';! ignore'))).toHaveLength(2)
    expect(rules(two)).not.toContain('low-travel')
  })

  it('may be given another reason, and taken back to the first text', () => {
    expect(aside(after, 'low-travel', 6, 'it is fine')).toBe(after.replace('the bed is lowered by hand', 'it is fine'))
    const back = planEdit(after, round(after), { do: 'take-back-aside', rule: 'low-travel', line: 6 })
    expect(back.ok && applyEdits(after, back.edits)).toBe(text)
  })

  it('needs a reason', () => {
    expect(planEdit(text, round(text), { do: 'set-aside', rule: 'low-travel', line: 5, reason: '  ' }).ok).toBe(false)
  })

  it('for a made passage stands above the whole of it', () => {
    const made = 'M190 S60\n;@ heat-soak minutes=2 warm=ignored\nM117 Bed settles: 1 min\nG4 S60\n;@ end heat-soak\n'
    expect(aside(made, 'kept-line-changed', 2)).toMatch(
      /^M190 S60\n;! ignore kept-line-changed #\w{4}: .*\n;@ heat-soak/,
    )
    expect(rules(aside(made, 'kept-line-changed', 2))).not.toContain('kept-line-changed')
  })
})
