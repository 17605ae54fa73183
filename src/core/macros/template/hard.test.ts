// Hard templates, written before they were run: what a host's own language makes of them, by its description.
import { describe, expect, it } from 'vitest'
import { render } from './render.ts'

const names = {
  printer: { toolhead: { position: { x: 12.5, z: 3 } } },
  params: { BED: '60', NAME: 'reed' },
  gap: [1, 2, 3],
}

const made = (source: string): string => {
  const rendered = render(source, { names })
  if (!rendered.ok) return `✗ ${rendered.why}`
  const [flaw] = rendered.flaws
  return flaw ? `✗ ${flaw.why}` : rendered.text
}

const cases: Record<string, [template: string, text: string][]> = {
  'numbers print as the language prints them': [
    ['{ 0.1 + 0.2 } { 1e16 } { 1e-5 } { 0.0001 } { 100000.0 }', '0.30000000000000004 1e+16 1e-05 0.0001 100000.0'],
    ['{ 10 / 5 } { 7 // 2.0 } { 5 // -2 } { 5.5 // 2 }', '2.0 3.0 -3 2.0'],
    ['{ 5 % -3 } { -5 % 3 } { 5.5 % 2 } { true + 1 }', '-1 1 1.5 2'],
    ['{ 1 + 2|float } { -1|abs } { params.BED|int + 1 } { 7|float // 2 }', '3.0 1 61 3.0'],
  ],
  'rounding goes to the even one of two': [
    ['{ 2.5|round } { 3.5|round } { 2.675|round(2) } { 1234.5|round(-2) }', '2.0 4.0 2.67 1200.0'],
    ['{ 2.1|round(0, "ceil") } { 2.9|round(0, "floor") } { 2.25|round(1, "ceil") }', '3.0 2.0 2.3'],
    // What is whole stays whole.
    ['{ 2|round } { 2|round(0, "ceil") } { 12|round(2) }', '2 2.0 12'],
  ],
  'texts become numbers': [
    ['{ "12.7"|int } { "x"|int } { "x"|int(5) } { 12.9|int } { -12.9|int } { " 7 "|int }', '12 0 5 12 -12 7'],
    ['{ ""|float(3) } { "1e3"|float } { "-.5"|float } { "5 mm"|float } { none|float }', '3 1000.0 -0.5 0.0 0.0'],
  ],
  texts: [
    ['{ "it\'s a TEST"|title } { "a-b c"|title } { "PLA+ Silk"|capitalize }', "It's A Test A-B C Pla+ silk"],
    ['{ "a b  c".split() } { "a,b,,c".split(",") }', "['a', 'b', 'c'] ['a', 'b', '', 'c']"],
    ['{ "a b c".split(" ", 1) } { "a=b=c".rsplit("=", 1) }', "['a', 'b c'] ['a=b', 'c']"],
    ['{ "abc".find("c") } { "abc".find("z") } { "aXbX".count("X") } { "a\nb".splitlines() }', "2 -1 2 ['a', 'b']"],
    ['{ "12".isdigit() } { "a1".isdigit() } { "7".zfill(3) } { "x".center(5, "*") }', 'True False 007 **x**'],
    ['{ "x".ljust(3) }|{ "x".rjust(3) }|{ "--a--".strip("-") }|{ "T0".lstrip("T") }', 'x  |  x|a|0'],
    ['{ "aaa"|replace("a", "b", 2) } { "abc"|reverse } { "a" ~ 1 ~ none } { 3 * "ab" }', 'bba cba a1None ababab'],
    ['{ "reed".upper() == params.NAME|upper } { "a" < "B" } { "a" in "abc" } { "abc"[-1] }', 'True False True c'],
    ['{ "T1".endswith("1") } { "a,b".partition(",") } { ",".join(["a", "b"]) }', "True ('a', ',', 'b') a,b"],
  ],
  formats: [
    ['{ "%.3f"|format(2) } { "%s-%s"|format("a", 1) } { "%5.1f|"|format(3.14159) }', '2.000 a-1   3.1|'],
    ['{ "%03d" % 7 } { "%-4s|" % "a" } { "%x" % 255 } { "%%" % () } { "%.1f%%" % 12.34 }', '007 a   | ff % 12.3%'],
    ['{ "{:.2f}".format(3.14159) } { "{:03d}".format(7) } { "{:,}".format(1234567) }', '3.14 007 1,234,567'],
    ['{ "{:.0%}".format(0.256) } { "{:+.1f}".format(2) } { "{:>6}|".format("ab") }', '26% +2.0     ab|'],
    ['{ "{:*^7}".format("ab") } { "{x}-{y}".format(x=1, y=2) } { "{{}}".format() }', '**ab*** 1-2 {}'],
  ],
  'what stands for nothing': [
    ['{ ""|default("y") }|{ ""|default("y", true) }|{ none|default(3) }|{ missing|default(3) }', '|y|None|3'],
    ['{ "a" if false }|{ [1, 2, 3][5]|default("none") }|{ {"a": 1}.get("b") }', '|none|None'],
    ['{ params.FAN is defined } { params.BED is defined } { none is none } { params.FAN|d(20) }', 'False True True 20'],
    ['{ not none } { [] or "x" } { none == 0 } { 1 == true } { "" and 1 }|', 'True x False True |'],
  ],
  'lists and dictionaries print as they are written': [
    [
      '{ [1, "a", none, true, 2.0] } { ("a",) } { (1, 2) } { {"a": [1]} }',
      "[1, 'a', None, True, 2.0] ('a',) (1, 2) {'a': [1]}",
    ],
    ['{ ["it\'s"] } { [] } { {} } { dict(a=1) } { range(3)|list }', "[\"it's\"] [] {} {'a': 1} [0, 1, 2]"],
    [
      '{ [1] * 3 } { [1] + [2] } { [1, 2] == [1, 2] } { [1, 2] < [1, 3] } { [1, 2, 3][::-1] }',
      '[1, 1, 1] [1, 2] True True [3, 2, 1]',
    ],
    ['{ printer.toolhead.position.x } { printer["toolhead"]["position"].z } { gap[1] }', '12.5 3 2'],
  ],
  'lists are worked through': [
    [
      '{ [3, 1, 2]|sort } { ["b", "A", "c"]|sort } { [3, 1, 2]|sort(reverse=true)|join(",") }',
      "[1, 2, 3] ['A', 'b', 'c'] 3,2,1",
    ],
    [
      '{ ["b", "A"]|min } { [1, 2, 2, 3]|unique|list } { [[1, 2], [3]]|sum(start=[]) } { gap|sum }',
      'A [1, 2, 3] [1, 2, 3] 6',
    ],
    [
      '{ [1, 2, 3, 4]|select("odd")|list } { ["1", "2"]|map("int")|sum } { gap|reject("even")|list }',
      '[1, 3] 3 [1, 3]',
    ],
    [
      '{ [{"n": 1}, {"n": 2}]|map(attribute="n")|join("+") } { [{"n": 2}, {"n": 1}]|sort(attribute="n")|map(attribute="n")|list }',
      '1+2 [1, 2]',
    ],
    [
      '{ gap|select("gt", 1)|list } { gap|select(">=", 3)|list } { gap|select("ne", 2)|list } { gap|reject("lt", 2)|list }',
      '[2, 3] [3] [1, 3] [2, 3]',
    ],
    [
      '{ [{"n": 1}, {"n": 5}]|selectattr("n", "lessthan", 3)|list|length } { gap|select("in", [1, 3])|list }',
      '1 [1, 3]',
    ],
    [
      '{ [1, 2, 3]|batch(2)|list } { gap|first } { gap|last } { gap|length } { "abc"|list }',
      "[[1, 2], [3]] 1 3 3 ['a', 'b', 'c']",
    ],
  ],
  tests: [
    [
      '{ 10 is divisibleby(5) } { 10 is divisibleby 3 } { 3 is odd and 4 is even } { 2 is gt 1 }',
      'True False True True',
    ],
    [
      '{ 2 is le 2 } { 2 is ne 2 } { "a" is string } { 1.5 is number } { {} is mapping } { [] is sequence }',
      'True False True True True True',
    ],
    [
      '{ 3 not in gap } { "k" in {"k": 1} } { 2 is not none } { none is sameas none } { 1 is in gap }',
      'False True True True True',
    ],
  ],
  loops: [
    ['{% for i in range(2, 10, 3) %}{i} {% endfor %}{% for i in range(5, 0, -2) %}{i} {% endfor %}', '2 5 8 5 3 1 '],
    ['{% for a, b in [(1, 2), (3, 4)] %}{a + b} {% endfor %}', '3 7 '],
    [
      '{% for i in gap %}{loop.index0}{loop.revindex}{loop.first}{loop.length} {% endfor %}',
      '03True3 12False3 21False3 ',
    ],
    [
      '{% for i in gap %}{loop.cycle("a", "b")}{loop.previtem|default("-")}{loop.nextitem|default("-")} {% endfor %}',
      'a-2 b13 a2- ',
    ],
    ['{% for i in gap if i > 1 %}{i}{% else %}none{% endfor %}{% for k in {"x": 1} %}{k}{% endfor %}', '23x'],
    ['{% for i in gap %}{% if i == 2 %}{% continue %}{% endif %}{i}{% endfor %}', '13'],
    [
      '{% for i in gap %}{% for j in gap %}{% if j == 2 %}{% break %}{% endif %}{i}{j} {% endfor %}{% endfor %}',
      '11 21 31 ',
    ],
  ],
  'what is set': [
    ['{% set a, b = 1, 2 %}{a}{b}{% set a, b = b, a %}{a}{b}', '1221'],
    ['{% with a = 1, b = 2 %}{a + b}{% endwith %}{ a|default("-") }', '3-'],
    ['{% if true %}{% set a = 5 %}{% endif %}{a}', '5'],
    ['{% set d = {"a": 1} %}{% set _ = d.update({"b": 2}) %}{ d }', "{'a': 1, 'b': 2}"],
    ['{% filter upper %}a{ 1 + 1 }b{% endfilter %}', 'A2B'],
    ['{% raw %}{ x }{% endraw %}', '{ x }'],
  ],
  blanks: [
    ['{% if 1 -%}\n  G1\n{%- endif %}', 'G1'],
    ['a {{- 1 }'.replace('{{', '{'), 'a1'],
    ['{# a note\nof two lines #}G28', 'G28'],
  ],
  'places in a text, by signs': [
    ['{ "%(b)d" % {"b": 5} } { "%*d|" % (4, 7) } { "%+d % d" % (5, 6) } { "%#x" % 255 }', '5    7| +5  6 0xff'],
    [
      '{ "%e" % 12345.678 } { "%g" % 0.00001234 } { "%g" % 1234567 } { "%.3g" % 1234 }',
      '1.234568e+04 1.234e-05 1.23457e+06 1.23e+03',
    ],
    [
      '{ "%d" % 2.9 } { "%d" % -0.5 } { "%.1f" % 0.25 } { "%5s|%-5s|" % ("a", "b") } { "%r" % "a" }',
      "2 0 0.2     a|b    | 'a'",
    ],
    ['{ "%d" % "5" }', '✗'],
    ['{ "%s" % (1, 2) }', '✗'],
    ['{ "%s %s" % "a" }', '✗'],
    ['{ "%s" % [1, 2] } { "%.3d" % 7 } { "%05.1f" % -2.5 }', '[1, 2] 007 -02.5'],
  ],
  'places in a text, in braces': [
    [
      '{ "{:5}|".format("ab") }{ "{:5}|".format(7) }{ "{:<5}|".format(7) }{ "{:^5}|".format(7) }',
      'ab   |    7|7    |  7  |',
    ],
    [
      '{ "{:05.1f}".format(-2.5) } { "{:e}".format(1500) } { "{}".format(2.0) } { "{:6}|".format(3.14159265) }',
      '-02.5 1.500000e+03 2.0 3.14159265|',
    ],
    [
      '{ "{:.3}".format(3.14159) } { "{:.2}".format(3.0) } { "{:,.2f}".format(12345.678) } { "{:>+6.1f}|".format(2) }',
      '3.14 3.0 12,345.68   +2.0|',
    ],
    ['{ "{:{w}d}|".format(7, w=4) } { "{0[1]} {1.x}".format(gap, printer.toolhead.position) }', '   7| 2 12.5'],
    [
      '{ "{!r}".format("a") } { "{:b} {:x} {:#o}".format(5, 255, 8) } { "{:=+5d}".format(3) } { "{:.1s}|".format("abc") }',
      "'a' 101 ff 0o10 +   3 a|",
    ],
    ['{ "{:d}".format(2.5) }', '✗'],
    ['{ "{:.1f}".format(params.BED) }', '✗'],
    ['{ "{} {}".format(1) }', '✗'],
  ],
  'none is given as it is, and is not what is missing': [
    [
      '{ missing|default(none) is none } { missing|default(default_value=none) } { params.FAN|d(none) is none }',
      'True None True',
    ],
    ['{ "x"|int(none) is none } { "x"|float(default=none) } { ""|default(none, true) }', 'True None None'],
    [
      '{% macro m(a, b=2) %}{a}{b}{% endmacro %}{ m(none) }|{ m(1, none) }|{ m(1) }|{ m(b=none) }',
      'None2|1None|12|None',
    ],
    ['{ [none, 1]|map("default", 5)|list } { [{"a": none}]|map(attribute="a", default=3)|list }', '[None, 1] [None]'],
  ],
  'no text grows without end': [
    ['{ ("%*d" % (1000000000, 5))|length }', '1000'],
    ['{ ("%.*f" % (1000000000, 1))|length }', '62'],
    ['{ ("a" * 300000)|replace("a", "b" * 300000) }', '✗'],
    ['{ range(5000)|join("a" * 300000) }', '✗'],
    ['{ ("a" * 300000).join(("b" * 300000)|list) }', '✗'],
    ['{ "a".ljust(1000000000)|length } { "a".zfill(1000000000)|length }', '10000 10000'],
    ['{ "a".center(5, "ab") }', '✗'],
    ['{ ("a\nb")|indent("c" * 300000)|length }', '203'],
  ],
  'numbers however they are written': [
    ['{ 0x1F } { 0b101 } { 0o17 } { 1_000 } { 1e3 }', '31 5 15 1000 1000.0'],
    // 1.0 is nine times 0.1, which is a little more than a tenth, and a rest.
    ['{ 1.0 // 0.1 } { -7 // 2 } { -7 % 3 } { 2 ** 3 } { 2 ** -1 } { 2 ** 0.5 }', '9.0 -4 2 8 0.5 1.4142135623730951'],
    // 0.29 × 100 is 28.999999999999996.
    ['{ 0.29|round(2, "floor") } { 1250.0|round(-2) } { 1350|round(-2) }', '0.28 1200.0 1400'],
    ['{ "0x1F"|int(0, 16) } { "z"|int(7, 16) } { "1_000"|int } { true|int }', '31 7 1000 1'],
    [
      '{ "common"|length } { 2.4|round(0, "common") } { 2.5.is_integer() } { (4 / 2).is_integer() }',
      '6 2.0 False True',
    ],
    ['{ 1.5|round(0, "up") }', '✗'],
  ],
  'what gives its items one after another is no list': [
    ['{ gap|select("odd")|length }', '✗'],
    [
      '{ gap|select("odd")|list|length } { gap|map("string")|join } { gap|reverse|first } { gap|reverse|list }',
      '2 123 3 [3, 2, 1]',
    ],
    ['[{ (gap|map("string"))[0] }]{% if gap|select("gt", 9) %}yes{% endif %}', '[]yes'],
    ['{ gap|map("string") }', '✗'],
    ['{ gap|unique|last }', '✗'],
    ['{% for i in gap|select("odd") %}{i}{loop.length} {% endfor %}{ 3 in gap|select("odd") }', '12 32 True'],
  ],
  'keys are numbers or texts': [
    ['{% set t = {0: "a", 1: "b"} %}{% for k in t %}{k + 1}{% endfor %}{t[1]}{ t }', "12b{0: 'a', 1: 'b'}"],
    ['{ {1: "a"}[1.0] } { {"1": "a"}[1]|d("-") } { 1 in {1: 2} } { {1: 2} == {1: 2.0} }', 'a - True True'],
    ['{ {"a": none}.get("a", 5) } { {"a": 1}.get("b", 5) }', 'None 5'],
    ['{% set d = dict(a=1) %}{ d.pop("a") }{ d }{ d.pop("z", 9) }{ d.setdefault("k", 3) }{ d }', "1{}93{'k': 3}"],
    [
      '{ {"b": 1, "a": 2}|dictsort } { {"b": 1, "a": 2}|dictsort(false, "value") }',
      "[('a', 2), ('b', 1)] [('b', 1), ('a', 2)]",
    ],
    [
      '{% for k, v in {"x": 1, "y": 2}.items() %}{k}{v}{% endfor %}{% for k, v in {"x": 1}|items %}{k}{v}{% endfor %}',
      'x1y2x1',
    ],
  ],
  'a text is no number': [
    ['{ "3" is odd }', '✗'],
    ['{ 1 in "123" }', '✗'],
    ['{ params.BED > 50 }', '✗'],
    ['{ params.BED + 5 }', '✗'],
    ['{ ",".join([1, 2]) }', '✗'],
    ['{ params.BED * 2 } { "1" in "123" } { params.BED == 60 } { params.BED|int == 60 }', '6060 True False True'],
  ],
  'tests with a name behind them': [
    ['{ 2 is sameas 2.0 } { 3 is divisibleby gap[2] and true } { 1 is in gap and 9 is not in gap }', 'False True True'],
    [
      '{ 12.5 is eq printer.toolhead.position.x } { 3 is not gt gap[0] } { 2 is in [1, 2] or false }',
      'True False True',
    ],
    ['{ "yes" if params.FAN is defined else "no" } { "yes" if 3 is odd else "no" }', 'no yes'],
    [
      '{ params.FAN is defined and params.FAN|int > 3 } { (2 is odd) == (4 is odd) } { "AB" is upper }',
      'False True True',
    ],
    ['{ 5 is nothing }', '✗'],
  ],
  'names of a block': [
    ['{% set a = 1 %}{% with a = 2, b = a %}{a}{b}{% endwith %}{a}', '211'],
    ['{% with %}{% set c = 1 %}{c}{% endwith %}{ c|d("-") }', '1-'],
    ['{% with a = [1, 2], b = max %}{% if a|length == 2 %}{a[1]}{% endif %}{% endwith %}', '2'],
    ['{% with a = 1 %}{a}', '✗'],
  ],
  'lists without brackets': [
    [
      '{% for i in 1, 2, 3 %}{i}{% endfor %}{% for i in (5,) %}{i}{% endfor %}{% for i in 4, 5 if i > 4 %}{i}{% endfor %}',
      '12355',
    ],
    ['{% set a = 1, %}{ a } { 1, 2 } { (1, 2,) } { [1, 2,] } { {"a": 1,} }', "(1,) (1, 2) (1, 2) [1, 2] {'a': 1}"],
    [
      '{ () } { ()|length } { (1, 2) + (3,) } { (1, 2)[:1] } { (1,) * 2 } { (1, 2) == [1, 2] }',
      '() 0 (1, 2, 3) (1,) (1, 1) False',
    ],
    ['{ (1 + 2) * 3 } { (gap|length) } { range(2)|list }', '9 3 [0, 1]'],
    ['{% set l = [] %}{% do l.append(1) %}{% do l.extend((2, 3)) %}{ l }{ l.pop(0) }{ l }', '[1, 2, 3]1[2, 3]'],
    ['{% set t = (1, 2) %}{% do t.append(3) %}{ t }', '✗'],
  ],
  'lists are parted and put in order': [
    [
      '{% for k, v in [{"t": 1, "n": 5}, {"t": 0, "n": 6}, {"t": 1, "n": 7}]|groupby("t") %}{k}:{ v|map(attribute="n")|join(",") } {% endfor %}',
      '0:6 1:5,7 ',
    ],
    ['{ [1, 2, 3, 4, 5]|slice(2)|list } { gap|batch(2, 0)|list }', '[[1, 2, 3], [4, 5]] [[1, 2], [3, 0]]'],
    ['{ ["b", "A"]|max } { ["a", "A"]|unique|list } { ["b", "A"]|sort(case_sensitive=true) }', "b ['a'] ['A', 'b']"],
    ['{ [{"a": 1, "b": 2}, {"a": 1, "b": 1}]|sort(attribute="a,b")|map(attribute="b")|list }', '[1, 2]'],
    [
      '{ [{"a": {"b": 3}}]|map(attribute="a.b")|first } { [[1, 2], [3, 4]]|map(attribute=1)|list } { [{"n": 1}]|sum("n", 10) }',
      '3 [2, 4] 11',
    ],
    ['{ [1.5, 2.4]|map("round")|map("int")|list } { [1.25]|map("round", precision=1)|first }', '[2, 2] 1.2'],
    [
      '{% set l = [3, 1] %}{% do l.sort() %}{ l }{% do l.sort(reverse=true) %}{ l }{% do l.remove(3) %}{ l }',
      '[1, 3][3, 1][1]',
    ],
  ],
  'texts, further': [
    ['{ "a b  c".split(none, 1) } { "a b  c".rsplit(none, 1) } { "it\'s".title() }', "['a', 'b  c'] ['a b', 'c'] It'S"],
    [
      '{ "-7".zfill(4) } { "ab".center(7, "*") } { "aB".swapcase() } { "a.b.c".rpartition(".") }',
      "-007 ***ab** Ab ('a.b', '.', 'c')",
    ],
    ['{ "abcabc".rfind("b") } { "T12".removeprefix("T") } { "12mm".removesuffix("mm")|int + 1 }', '4 12 13'],
    [
      '{ "a1".isalnum() } { " ".isspace() } { "AB1".isupper() } { "1".islower() } { "abcb".count("b", 2) }',
      'True True True False 1',
    ],
    ['{ "abc".index("z") }', '✗'],
    ['{ "a\nb"|indent(2) }|{ "one two"|wordcount }|{ "ab"|center(7) }|{ "a<b"|e }', 'a\n  b|2|   ab  |a&lt;b'],
    ['{ "x"|nothing }', '✗'],
    ['{%+ if true +%}x{%+ endif %}{ "a" "b" } { "tab\\there" }', 'xab tab\there'],
  ],
}

describe.each(Object.entries(cases))('%s', (_, each) => {
  it.each(each)('%s', (template, text) => {
    // What can’t be worked out is said; in which words is not held here.
    expect(text === '✗' ? made(template).charAt(0) : made(template)).toBe(text)
  })
})

describe('what a condition came to', () => {
  const decided = (condition: string) => {
    const rendered = render(`{% if ${condition} %}x{% endif %}`, { names })
    return rendered.ok ? rendered.decided.map(({ says }) => says) : [rendered.why]
  }
  it.each([
    ['params.FAN is defined', 'Not run this time, because this is not true: FAN is defined.'],
    ['params.BED is defined', 'Runs: BED 60 is defined.'],
    ['params.BED is not none', 'Runs: BED 60 is not none.'],
    ['gap[1] is gt 1', 'Runs: 2 is gt 1.'],
    ['params.BED|int is not divisibleby(7)', 'Runs: BED 60 is not divisibleby 7.'],
    ['not params.FAN', 'Runs: not FAN.'],
    ['params.BED|int == -5', 'Not run this time, because this is not true: BED 60 == -5.'],
    ['(params.FAN or params.BED) and gap', 'Runs: (FAN or BED 60) and gap [1, 2, 3].'],
    ['(params.BED|int > 50) == true', 'Runs: (BED 60 > 50) == true.'],
    ['"ee" in params.NAME', 'Runs: “ee” in NAME reed.'],
  ])('%s', (condition, says) => expect(decided(condition)).toEqual([says]))
})
