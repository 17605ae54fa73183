import { describe, expect, it } from 'vitest'
import { applyEdits } from '../model/script.ts'
import { rehearseScript } from '../round.ts'
import { exampleRound } from '../rule-example.ts'
import { rules } from './rules.ts'

describe('every rule’s example', () => {
  it.each(rules.map(rule => [rule.name, rule] as const))('%s has its finding', (name, rule) => {
    const found = exampleRound(rule).findings.filter(finding => finding.rule === name)
    expect(found.length).toBeGreaterThan(0)
  })

  it.each(rules.map(rule => [rule.name, rule] as const))('%s has fixes that mend it', (name, rule) => {
    const round = exampleRound(rule)
    const text = rule.example.text
    for (const finding of round.findings.filter(each => each.rule === name))
      for (const fix of finding.fixes) {
        const mended = rehearseScript(applyEdits(text, fix.edits), round.stage)
        const left = mended.findings.filter(each => each.rule === name && each.message === finding.message)
        expect(left, fix.title).toEqual([])
      }
  })

  it.each(rules.map(rule => [rule.name, rule] as const))('%s has few other troubles', (name, rule) => {
    const others = exampleRound(rule).findings.filter(finding => finding.rule !== name && finding.severity === 'error')
    expect(new Set(others.map(finding => finding.rule)).size).toBeLessThan(3)
  })
})
