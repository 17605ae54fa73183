import { describe, expect, it } from 'vitest'
import { readConfig, readValue } from './config.ts'
import { render } from './template/render.ts'

const text = (source: string, names = {}) => {
  const rendered = render(source, { names })
  return rendered.ok ? rendered.text : `✗ ${rendered.why}`
}

describe('a template', () => {
  it('puts in parameters, with what they are otherwise', () => {
    const source = '{% set bed = params.BED|default(60)|float %}M140 S{bed}'
    expect(text(source, { params: {} })).toBe('M140 S60.0')
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

  it('fails as a whole where the host fails, and leaves out a line that only we can’t evaluate', () => {
    const odd = (source: string, names = {}) => {
      const rendered = render(source, { names })
      return rendered.ok
        ? [rendered.text, ...rendered.flaws.map(({ line, why }) => `${line}: ${why}`)]
        : [rendered.line, rendered.why]
    }
    expect(odd('G28\nG1 X{ 1 / 0 }\nG29')).toEqual([2, 'It divides by zero.'])
    expect(odd('{ "x"|shout }\nG28')).toEqual([1, 'There is no filter “shout”.'])
    expect(odd('{ "x"|truncate }\nG28')).toEqual(['G28', '1: The filter “truncate” is not available in a rehearsal.'])
    expect(odd('{% set a = "x"|truncate %}\nG1 X{a}\nG1 Y{a + 1}\nG28')).toEqual([
      '\nG28',
      '1: The filter “truncate” is not available in a rehearsal.',
    ])
    expect(odd('G28\n{% if nozzle > 5 %}\nG28\n{% endif %}', { nozzle: 'hot' })).toEqual([
      2,
      expect.stringContaining('a text and a number can’t be compared'),
    ])
    expect(odd('G28\nG1 X{params.X + 1}', { params: {} })).toEqual([2, 'The parameter X is not passed.'])
    expect(odd('G1 X{params["X"]|float}', { params: {} })).toEqual([1, 'The parameter X is not passed.'])
    expect(odd('G1 X{a.b - 1}', { a: {} })).toEqual([1, '“a.b” is not defined.'])
    expect(odd('G1 X{ -a }')).toEqual([1, '“a” is not defined.'])
    expect(odd('{ params.M.lower() }', { params: {} })).toEqual([1, 'The parameter M is not passed.'])
    // What the template language does with a missing value without failing.
    expect(odd('{a}{% if a %}x{% endif %}{a|default(3)}{a|length}{a == 5}{% for b in a %}x{% endfor %}')).toEqual([
      '30False',
    ])
    expect(odd('G28\n{% if %}')).toEqual([2, expect.stringContaining('The template can’t be read')])
    expect(odd('G28\n{% if 1 %}\nG29\n')).toEqual([2, 'The template can’t be read: “if” has no “endif”.'])
    expect(odd('G28\nG1 X{ 3')).toEqual([2, 'The template can’t be read: “{” is not closed.'])
    expect(odd('G28\n{% include "a" %}')).toEqual([2, expect.stringContaining('“{% include … %}” is not a statement')])
    expect(odd('{# note')).toEqual([1, expect.stringContaining('is not closed')])
    expect(text('{% for i in range(300) %}{% for j in range(300) %}x{% endfor %}{% endfor %}')).toContain(
      'more than 50,000 steps',
    )
    expect(text('{% for i in range(1000000000) %}x{% endfor %}')).toContain('more than 50,000 times')
  })

  /** As the host’s own language answers, known from its description. */
  it.each([
    ['{ 7 / 2 } { 7 // 2 } { -7 // 2 } { 7 % 3 } { -7 % 3 } { 2 ** 3 } { 2 ** -1 }', '3.5 3 -4 1 2 8 0.5'],
    ['{ 6 / 2 } { 2 * 3.0 } { 1e3 } { 1.50 } { 10 } { 3 - 1 }', '3.0 6.0 1000.0 1.5 10 2'],
    ['{ "" or "a" } { 0 or none } { 5 and 7 } { 0 and 7 } { not 0 } { True } { none }', 'a None 7 0 True True None'],
    ['{ 1 < 2 < 3 } { 3 > 2 > 2 } { "a" < "b" } { 1 == 1.0 } { "1" == 1 }', 'True False True True False'],
    [
      '{ "%.2f mm" % 3 } { "%d of %d" % (2, 5) } { "%05.1f" % 3.14159 } { "%s" % "x" } { "%+d" % 5 }',
      '3.00 mm 2 of 5 003.1 x +5',
    ],
    ['{ "{:.1f}".format(2.25) } { "{} {1}".format(1, 2) } { "{a:>4}|".format(a=7) }', '2.2 1 2    7|'],
    [
      '{ [1, 2, 3][-1] } { [1, 2, 3][1:] } { "abcdef"[::2] } { "abc"[::-1] } { [1,2,3,4][-2:] }',
      '3 [2, 3] ace cba [3, 4]',
    ],
    ['{ {"a": 1, "b": "x"}["b"] } { {"a": 1} } { (1, 2)[0] } { {"a": 1}.get("z", 4) }', "x {'a': 1} 1 4"],
    ['{% for k, v in {"x": 1, "y": 2}.items() %}{k}{v} {% endfor %}', 'x1 y2 '],
    [
      '{ "a,b,c".split(",") } { " x ".strip() }| { "Ab".lower() } { "aXb".replace("X", "-") } { "PLA+".startswith("PLA") }',
      "['a', 'b', 'c'] x| ab a-b True",
    ],
    ['{% for i in [5, 6] %}{loop.index}:{i}{"" if loop.last else ","}{% endfor %}', '1:5,2:6'],
    ['{% for i in range(6) if i % 2 == 0 %}{i}{% else %}none{% endfor %}', '024'],
    ['{% for i in [] %}x{% else %}none{% endfor %}', 'none'],
    ['{% set ns = namespace(n=0) %}{% for i in range(3) %}{% set ns.n = ns.n + i %}{% endfor %}{ ns.n }', '3'],
    ['{% set n = 0 %}{% for i in range(3) %}{% set n = n + 1 %}{% endfor %}{ n }', '0'],
    ['{% set all = [] %}{% for i in range(3) %}{% do all.append(i * 2) %}{% endfor %}{ all|join("-") }', '0-2-4'],
    ['{% set note %}a{1 + 1}b{% endset %}{ note|upper }', 'A2B'],
    ['{% macro line(x, y=5) %}G1 X{x} Y{y}{% endmacro %}{ line(3) }|{ line(1, y=2) }', 'G1 X3 Y5|G1 X1 Y2'],
    ['a  {%- if true %}  b  {%- endif -%}  c', 'a  bc'],
    [
      '{ "3.7"|float|round|int } { 2.5|round } { 3.5|round } { 2.345|round(2) } { 2.1|round(0, "ceil") } { 2.9|round(method="floor") }',
      '4 2.0 4.0 2.35 3.0 2.0',
    ],
    ['{ "12"|int + 1 } { "x"|int } { "x"|int(7) } { "1.5"|float } { "2.9"|int } { 60|float }', '13 0 7 1.5 2 60.0'],
    [
      '{ [3, 1, 2]|sort } { [3, 1, 2]|sort(reverse=true)|first } { [3, 1, 2]|max } { [1, 2.5]|sum } { [1, 2]|length }',
      '[1, 2, 3] 3 3 3.5 2',
    ],
    [
      '{ ["1", "2"]|map("int")|sum } { [0, 1, 2]|select|list } { [1, 2, 3]|reject("odd")|list } { "abc"|last }',
      '3 [1, 2] [2] c',
    ],
    [
      '{ missing|default(4) } { ""|default("x", true) } { missing is defined } { 4 is number } { none is none } { 6 is divisibleby(3) }',
      '4 x False True True True',
    ],
    ['{ 5 in [1, 5] } { "b" in "abc" } { "z" not in ["a"] } { "a" in {"a": 1} }', 'True True True True'],
    ['{ "a" ~ 1 ~ 2.0 } { "ab" * 2 } { [1] + [2] } { "a" + "b" }', 'a12.0 abab [1, 2] ab'],
    ['{ 5 if false } { 5 if true else 6 } { (1 + 2) * 3 } { -2|abs } { -(3) }', ' 5 9 2 -3'],
  ])('answers as the host does: %s', (source, wanted) => {
    expect(text(source)).toBe(wanted)
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
    '{% call x() %}{% endcall %}',
    '{ [].__class__ }{ "".__class__.__mro__ }',
    '{ params.items.constructor }{ params.hasOwnProperty }{ params.toString }',
    '{ range.__globals__ }{ namespace.__init__.__globals__ }',
    '{ [].append.constructor("return 1")() }',
    '{ {}.__proto__ }{ {}["constructor"] }',
    '{ params|map("constructor")|list }',
    '{ [[]]|map(attribute="constructor")|join }',
    '{ params|attr("constructor") }',
  ])('can’t be broken out of: %s', source => {
    const rendered = render(source, { names: { params: { A: '1' } } })
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
      { line: 3, why: 'The macro A is defined twice; the later definition counts.' },
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
