import { describe, expect, it } from 'vitest'
import { applyEdits } from '../../model/script.ts'
import { provenFindings } from '../../prove.ts'
import { found, round, stage } from '../../testing/stage.ts'

const rule = 'misspelled'
const firmware = { family: 'host' as const, version: '12.0', abilities: {} }
const macros =
  '[gcode_macro PURGE_FRONT]\ngcode:\n  {% set length = params.LENGTH|default(20)|float %}\n  G1 E{length} F300\n'
const host = { firmware, macros }

describe(rule, () => {
  it('names the macro that was meant, and writes it', () => {
    const text = 'G28\nPRUGE_FRONT\n'
    const [finding] = found(rule, text, 'start', host)
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(finding?.message).toContain('Did you mean PURGE_FRONT?')
    expect(applyEdits(text, finding?.fixes[0]?.edits ?? [])).toBe('G28\nPURGE_FRONT\n')
  })

  it('names the parameter that was meant, and writes it before its value', () => {
    const text = 'G28\nPURGE_FRONT LENGHT=30\n'
    const [finding] = found(rule, text, 'start', host)
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(applyEdits(text, finding?.fixes[0]?.edits ?? [])).toBe('G28\nPURGE_FRONT LENGTH=30\n')
    expect(found('parameter-unknown', text, 'start', host)).toEqual([])
    // No near miss: it is only unknown.
    expect(found(rule, 'PURGE_FRONT SPEED=30\n', 'start', host)).toEqual([])
    expect(found('parameter-unknown', 'PURGE_FRONT SPEED=30\n', 'start', host)).toHaveLength(1)
  })

  it('is a warning without the config: the word may be a macro of it', () => {
    expect(found(rule, 'G28\nBED_MESH_CALIBRTAE\n', 'start', { firmware })).toMatchObject([{ severity: 'warning' }])
  })

  it('offers its fix also if the macro then shows faults of its own', () => {
    // The purge is in the print’s area or starts oozing strings: warnings that the misspelled name has hidden.
    const text = 'G28\nM109 S200\nPRUGE_FRONT\n'
    const [finding] = provenFindings(text, stage('start', host), round(text, 'start', host)).filter(
      each => each.rule === rule,
    )
    expect(finding?.fixes).toHaveLength(1)
  })

  it('is silent for names of other families, short names and the macro itself', () => {
    for (const line of ['M420 S1', 'T5', 'G29', 'PURGE_FRONT', 'SHAKE_IT'])
      expect(found(rule, line, 'start', host)).toEqual([])
  })
})
