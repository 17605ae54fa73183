import { describe, expect, it } from 'vitest'
import { readConfig, readValue } from './config.ts'
import { render } from './template.ts'

const text = (source: string, names = {}) => {
  const rendered = render(source, names)
  return rendered.ok ? rendered.text : `✗ ${rendered.why}`
}

describe('a template', () => {
  it('puts in parameters, with what they are otherwise', () => {
    const source = '{% set bed = params.BED|default(60)|float %}M140 S{bed}'
    expect(text(source, { params: {} })).toBe('M140 S60')
    expect(text(source, { params: { BED: '82.5' } })).toBe('M140 S82.5')
  })

  it('has branches, tests, loops and reckoning', () => {
    const source =
      '{% if bed > 85 and not (params.QUICK is defined) %}hot{% elif bed >= 60 %}warm{% else %}cold{% endif %}'
    expect([90, 60, 20].map(bed => text(source, { bed, params: {} }))).toEqual(['hot', 'warm', 'cold'])
    expect(text('{% for i in range(3) %}X{i * 2} {% endfor %}')).toBe('X0 X2 X4 ')
    expect(text('{(2 + 3) * 4 - 1} {7 // 2} {7 % 3} {[3, 9, 4]|max} {(10 / 4)|round(1)} {"a" ~ "b"}')).toBe(
      '19 3 1 9 2.5 ab',
    )
    expect(text('{# a note #}{ ("x"|upper) if 1 in [1, 2] else "y" }')).toBe('X')
  })

  it('tells what it can’t do, and where it stops', () => {
    expect(text('{ 1 / 0 }')).toBe('✗ The template divides by zero.')
    expect(text('{ x|shout }')).toBe('✗ There is no filter “shout” here.')
    expect(text('{% if %}')).toMatch(/^✗ The template can’t be read/)
    expect(text('{% for i in range(300) %}{% for j in range(300) %}x{% endfor %}{% endfor %}')).toContain(
      'more than 50,000 steps',
    )
    expect(text('{% for i in range(1000000000) %}x{% endfor %}')).toContain('more than 50,000 times')
  })

  it.each([
    '{ params.constructor }',
    '{ params.__proto__ }',
    '{ params["constructor"]["constructor"]("return 1")() }',
    '{ "".constructor.constructor("return globalThis")() }',
    '{ range.constructor("return process")() }',
    '{ globalThis }{ process }{ require }',
    '{% import "fs" as fs %}',
    '{% include "/etc/passwd" %}',
    '{% macro f() %}{% endmacro %}{ f() }',
    '{ params|attr("constructor") }',
  ])('can’t be broken out of: %s', source => {
    const rendered = render(source, { params: { A: '1' } })
    expect(rendered.ok ? rendered.text : '').toBe('')
  })
})

describe('a config', () => {
  const config = [
    '[printer]',
    'kinematics: none',
    '',
    '[gcode_macro START_PRINT]',
    'description: Before every print',
    'variable_purge: 18',
    "variable_note: 'left edge'",
    'gcode:',
    '  G28',
    '  ; a note for people',
    '',
    '  M140 S{params.BED|default(60)}',
    '# between',
    '[gcode_macro g28]',
    'rename_existing: G28.1',
    'gcode:',
    '  G28.1 {rawparams}',
  ].join('\n')

  it('has macros with templates, variables and what they rename', () => {
    const { macros, problems } = readConfig(config)
    expect(problems).toEqual([])
    expect([...macros.keys()]).toEqual(['START_PRINT', 'G28'])
    expect(macros.get('START_PRINT')).toMatchObject({
      description: 'Before every print',
      line: 4,
      renames: null,
      variables: { purge: 18, note: 'left edge' },
    })
    expect(
      macros
        .get('START_PRINT')
        ?.gcode.split('\n')
        .map(line => line.trim())
        .filter(Boolean),
    ).toEqual(['G28', '; a note for people', 'M140 S{params.BED|default(60)}'])
    expect(macros.get('G28')?.renames).toBe('G28.1')
  })

  it('tells what it can’t read, with its line', () => {
    expect(readConfig('[gcode_macro A]\nhello\n[gcode_macro A]\ngcode:\n  G28').problems).toEqual([
      { line: 2, why: '“hello” is neither a section nor a key with a value.' },
      { line: 1, why: 'The macro A has no “gcode:”.' },
      { line: 3, why: 'The macro A stands there twice; the later one counts.' },
    ])
  })

  it('writes values as people do', () => {
    expect(['12', '-0.5', 'True', 'none', '"a b"', 'plain'].map(readValue)).toEqual([
      12,
      -0.5,
      true,
      null,
      'a b',
      'plain',
    ])
  })
})
