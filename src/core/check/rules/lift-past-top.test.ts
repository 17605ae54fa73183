import { describe, expect, it } from 'vitest'
import { applyEdits } from '../../model/script.ts'
import { rehearseScript } from '../../round.ts'
import { job, material, printer } from '../../testing/stage.ts'

const rule = 'lift-past-top'

describe(rule, () => {
  const lifted = (text: string, topMm: number) =>
    rehearseScript(text, {
      printer,
      material,
      job: { ...job, name: 'stem', top: { kind: 'height', mm: topMm } },
      moment: 'end',
    })
  const told = (text: string, topMm: number) => lifted(text, topMm).findings.filter(finding => finding.rule === rule)
  const text = 'G91\nG1 Z10 F600\nG90'

  it('reports a lift of 10 mm over a print of 195 on a machine of 200, and names the job', () => {
    const [finding] = told(text, 195)
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(finding?.message).toContain('“stem”, 195 mm high, this lifts to Z 205')
  })

  it('is content with a print of 190, and of 20', () => {
    expect(told(text, 190)).toEqual([])
    expect(told(text, 20)).toEqual([])
  })

  it('lifts 5 mm instead, or writes what is right for every job', () => {
    const fixes = told(text, 195)[0]?.fixes ?? []
    const after = fixes.map(({ edits }) => applyEdits(text, edits))
    expect(after).toEqual(['G91\nG1 Z@(min(10, reach_top - top)) F600\nG90', 'G91\nG1 Z5 F600\nG90'])
    // For a print of 20 mm the formula still lifts by 10.
    expect(lifted(after[0] ?? '', 20).bounds.z?.[1]).toBe(30)
    expect(lifted(after[0] ?? '', 195).bounds.z?.[1]).toBe(200)
  })

  it('speaks instead of “outside-reach”', () => {
    expect(lifted(text, 195).findings.map(finding => finding.rule)).not.toContain('outside-reach')
  })
})
