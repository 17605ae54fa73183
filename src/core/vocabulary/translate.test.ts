// Scripts of other programs, in made-up words, with what each must be in our values; and back again.
import { describe, expect, it } from 'vitest'
import { exportScript } from '../export/export.ts'
import { rehearseScript } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { learn } from './learn.ts'
import { toOurs } from './to-ours.ts'
import { toTheirs } from './to-theirs.ts'

const setting = { printer, material, job, moment: 'start' as const }

const learned = (text: string) => {
  const found = learn(text, 'made up')
  if (!found) throw new Error('nothing learned')
  return found.vocabulary
}

/** What a script comes to in the vocabulary that it is written in itself; what is told stands behind it. */
function read(text: string, more = ''): string {
  const { text: ours, untranslatable } = toOurs(text, learned(`${text}\n${more}`))
  return [ours, ...untranslatable.map(({ line, what }) => `! ${line}: ${what}`)].join('\n')
}

describe('signs', () => {
  it.each([
    ['doubled braces', 'M190 S{{ first_bed_temp }}', 'M190 S@bed'],
    ['hash signs', 'M190 S#first_bed_temp#', 'M190 S@bed'],
    // biome-ignore lint/suspicious/noTemplateCurlyInString: another program's signs
    ['a dollar and braces', 'M190 S${first_bed_temp + 5}', 'M190 S@(bed + 5)'],
    ['percent signs', 'M190 S%first_bed_temp%', 'M190 S@bed'],
    [
      'several in one text',
      'M190 S[first_bed_temp]\nM109 S{first_nozzle_temp + 5}\nM104 S<later_nozzle_temp>',
      'M190 S@bed\nM109 S@(nozzle + 5)\nM104 S@nozzle_later',
    ],
    ['a percentage beside words', 'M117 50% of %layer_count%, 5% more', 'M117 50% of @layers, 5% more'],
    [
      'branches with their own',
      '{% if first_bed_temp > 70 %}\nG28\n{% endif %}\nM190 S{{ first_bed_temp }}',
      ';? when bed > 70\nG28\n;? end\nM190 S@bed',
    ],
  ])('%s', (_, theirs, ours) => expect(read(theirs)).toBe(ours))

  it.each([
    'M190 S{{ first_bed_temp }}\nM109 S{{first_nozzle_temp}}',
    'M190 S#first_bed_temp#\nM109 S#first_nozzle_temp#',
    // biome-ignore lint/suspicious/noTemplateCurlyInString: another program's signs
    'M190 S${first_bed_temp + 5}',
    'M190 S[first_bed_temp]\nM109 S{first_nozzle_temp + 5}',
    '{% if first_bed_temp > 70 %}\nG28\n{% endif %}\nM190 S{{first_bed_temp}}',
  ])('come back as they were: %s', theirs => {
    const vocabulary = learned(theirs)
    const back = toTheirs(toOurs(theirs, vocabulary).text, vocabulary, () => false)
    expect(back).toEqual({ text: theirs.replaceAll('{{ first_bed_temp }}', '{{first_bed_temp}}'), untranslatable: [] })
  })
})

describe('formulas', () => {
  it.each([
    ['a function is no word with an index', 'M104 S{max(first_nozzle_temp, 200)}', 'M104 S@(max(nozzle, 200))'],
    ['rounding', 'M104 S{round(first_nozzle_temp * 0.9)}', 'M104 S@(round(nozzle * 0.9))'],
    ['a whole number', 'M104 S{int(first_nozzle_temp / 2)}', 'M104 S@(floor(nozzle / 2))'],
    [
      'a whole number that may be below 0',
      'G1 X{int(print_min_x - 5)}',
      'G1 X@(choose(print_left - 5 < 0, ceil(print_left - 5), floor(print_left - 5)))',
    ],
    ['a remainder', 'M117 {layer_count % 2}', 'M117 @(remainder(layers, 2))'],
    [
      'brackets only where they are needed',
      'M104 S{(first_nozzle_temp - 10) * 2 - (5 - 3)}',
      'M104 S@((nozzle - 10) * 2 - (5 - 3))',
    ],
    ['a choice', 'M104 S{first_bed_temp > 70 ? 240 : 200}', 'M104 S@(choose(bed > 70, 240, 200))'],
    ['a filter', 'M104 S{{ first_nozzle_temp | int }}', 'M104 S@(floor(nozzle))'],
  ])('%s', (_, theirs, ours) => expect(read(theirs)).toBe(ours))

  it.each([
    ['a function that is not known', 'M104 S{sqrt(first_nozzle_temp)}'],
    ['rounding to places', 'G1 Z{round(first_layer_height, 2)}'],
    ['a pattern', 'M104 S{first_nozzle_temp =~ /2/}'],
    ['a word without a meaning', 'M104 S{wibble + 5}'],
    ['a text', 'M117 {"hello " + filament_kind}'],
  ])('stays, and is told: %s', (_, theirs) => {
    const what = theirs.slice(theirs.indexOf('{'))
    expect(read(theirs, 'M190 S{first_bed_temp + 1}')).toBe(`${theirs}\n! 1: ${what}`)
  })
})

describe('what stands behind a word in brackets', () => {
  it.each([
    ['a tool', 'M104 T1 S{first_nozzle_temp[1]}', 'M104 T1 S@(nozzle of T1)'],
    ['the tool that begins', 'M109 S{first_nozzle_temp[first_tool]}', 'M109 S@(nozzle of first_tool)'],
    ['the tool that comes', 'M104 S{first_nozzle_temp[next_tool]}', 'M104 S@(nozzle of next)'],
    ['an axis', 'G1 X{part_min[0]} Y{part_min[1]}', 'G1 X@print_left Y@print_front'],
    ['an axis by its name', 'G1 X{part_max[x]} Y{part_max["y"]}', 'G1 X@print_right Y@print_back'],
    ['least and most of an axis', 'G1 X{part_x[0]} Y{part_y[1]}', 'G1 X@print_left Y@print_back'],
    ['two of them', 'G1 X{part_range[x][0]} Y{part_range[y][1]}', 'G1 X@print_left Y@print_back'],
    ['whether a tool is used', '{if tool_used[1]}\nT1\n{endif}', ';? when uses T1\nT1\n;? end'],
    ['whether it is, asked with a number', '{if tool_used[1] == 0}\nT0\n{endif}', ';? when not uses T1\nT0\n;? end'],
  ])('%s', (_, theirs, ours) => expect(read(theirs)).toBe(ours))

  it.each([
    ['a formula', 'M104 S{first_nozzle_temp[first_tool + 1]}'],
    ['a word that is no tool', 'M104 S{first_nozzle_temp[wibble]}'],
    ['a number behind what no tool has of its own', 'G1 Z{first_layer_height[1]}'],
  ])('is never lost: %s', (_, theirs) => {
    const what = theirs.slice(theirs.indexOf('{'))
    expect(read(theirs)).toBe(`${theirs}\n! 1: ${what}`)
  })

  it('in a word itself is a tool’s where there is one of tool 0', () => {
    expect(read('M104 T0 S{first_nozzle_temp_0}\nM104 T1 S{first_nozzle_temp_1}')).toBe(
      'M104 T0 S@(nozzle of T0)\nM104 T1 S@(nozzle of T1)',
    )
    expect(read('M104 T1 S{first_nozzle_temp_1}')).toBe('M104 T1 S{first_nozzle_temp_1}\n! 1: {first_nozzle_temp_1}')
  })
})

describe('branches', () => {
  it.each([
    [
      'in one line',
      '{if first_bed_temp > 70}M117 Hot{else}M117 Cool{endif}',
      ';? when bed > 70\nM117 Hot\n;? otherwise\nM117 Cool\n;? end',
    ],
    [
      'inside a command',
      'M104 S{if first_bed_temp > 70}240{else}200{endif} T0',
      ';? when bed > 70\nM104 S240 T0\n;? otherwise\nM104 S200 T0\n;? end',
    ],
    [
      'without another choice',
      'G1 X5{if first_bed_temp > 70} F600{endif}',
      ';? when bed > 70\nG1 X5 F600\n;? otherwise\nG1 X5\n;? end',
    ],
    [
      'with three choices',
      '{if first_bed_temp > 90}M117 A{elsif first_bed_temp > 70}M117 B{else}M117 C{endif}',
      ';? when bed > 90\nM117 A\n;? otherwise when bed > 70\nM117 B\n;? otherwise\nM117 C\n;? end',
    ],
    [
      'one in another, in one line',
      '{if first_bed_temp > 70}{if first_nozzle_temp > 230}M117 A{else}M117 B{endif}{endif}',
      ';? when bed > 70\n;? when nozzle > 230\nM117 A\n;? otherwise\nM117 B\n;? end\n;? end',
    ],
    [
      'two behind each other',
      'M117 {if first_bed_temp > 70}A{endif}{if first_nozzle_temp > 230}B{endif}',
      ';? when bed > 70\n;? when nozzle > 230\nM117 AB\n;? otherwise\nM117 A\n;? end\n;? otherwise\n;? when nozzle > 230\nM117 B\n;? otherwise\nM117\n;? end\n;? end',
    ],
    [
      'with a command behind the condition',
      '{if first_bed_temp > 70}M117 Hot\nM105{endif}',
      ';? when bed > 70\nM117 Hot\nM105\n;? end',
    ],
    [
      'over two lines',
      '{if first_bed_temp > 70 and\n  first_nozzle_temp > 230}\nM117 Hot\n{endif}',
      ';? when bed > 70 and nozzle > 230\nM117 Hot\n;? end',
    ],
    [
      'with a comment behind',
      '{if first_bed_temp > 70} ; hot beds\nM117 Hot\n{else} ; cool ones\nM117 Cool\n{endif}',
      ';? when bed > 70\n; hot beds\nM117 Hot\n;? otherwise\n; cool ones\nM117 Cool\n;? end',
    ],
    [
      'with signs for and, or, not',
      '{if first_bed_temp > 70 && !(first_nozzle_temp > 230 || first_layer_height < 0.2)}\nG28\n{endif}',
      ';? when bed > 70 and not (nozzle > 230 or first_layer < 0.2)\nG28\n;? end',
    ],
    ['that ask a number', '{if first_bed_temp}\nG28\n{endif}', ';? when bed is not 0\nG28\n;? end'],
    ['with “then”', '{if first_bed_temp > 70 then}\nG28\n{end if}', ';? when bed > 70\nG28\n;? end'],
    ['in large letters', '{IF first_bed_temp > 70}\nG28\n{ENDIF}', ';? when bed > 70\nG28\n;? end'],
  ])('%s', (_, theirs, ours) => expect(read(theirs)).toBe(ours))

  it('that ask for a material ask for its whole name, which is told', () => {
    expect(read('{if filament_kind == "PETG"}\nG28\n{endif}')).toBe(
      ';? when material is "PETG"\nG28\n;? end\n! 1: "PETG", which is compared with the material’s whole name here',
    )
  })

  it.each([
    [
      'a condition',
      '{if wibble > 3}\nM117 A\n{elsif first_bed_temp > 70}\nM190 S{first_bed_temp}\n{endif}',
      '{if wibble > 3}\nM117 A\n{elsif first_bed_temp > 70}\nM190 S@bed\n{endif}\n! 1: {if wibble > 3}',
    ],
    [
      'a later condition',
      '{if first_bed_temp > 70}\nM117 A\n{elsif wibble}\nM117 B\n{endif}',
      '{if first_bed_temp > 70}\nM117 A\n{elsif wibble}\nM117 B\n{endif}\n! 3: {elsif wibble}',
    ],
    [
      'a place in the middle of a line',
      'M117 A{if first_bed_temp > 70} hot\n{endif}',
      'M117 A{if first_bed_temp > 70} hot\n{endif}\n! 1: {if first_bed_temp > 70} in the middle of a line',
    ],
  ])('never come by half: %s that can’t be said', (_, theirs, ours) => expect(read(theirs)).toBe(ours))

  it('in a comment are told: that program reads them there too', () => {
    expect(read('; {if first_bed_temp > 70}\nM190 S{first_bed_temp}\n; {endif}')).toBe(
      '; {if first_bed_temp > 70}\nM190 S@bed\n; {endif}\n! 1: {if first_bed_temp > 70} in a comment\n! 3: {endif} in a comment',
    )
  })
})

describe('loops and variables', () => {
  it('a loop stays, and is told', () => {
    expect(read('{for i in 1..3}\nG1 X{i}\n{endfor}\nM190 S{first_bed_temp}')).toBe(
      '{for i in 1..3}\nG1 X{i}\n{endfor}\nM190 S@bed\n! 1: {for i in 1..3}, a loop\n! 2: {i}',
    )
  })

  it('a loop’s end is not taken for a branch’s', () => {
    const theirs = '{if first_bed_temp > 70}\n{for i in 1..3}\nG28\n{end}\nM117 A\n{end}'
    expect(read(theirs)).toBe(
      ';? when bed > 70\n{for i in 1..3}\nG28\n{end}\nM117 A\n;? end\n! 2: {for i in 1..3}, a loop',
    )
  })

  it('a variable is a setting from there on', () => {
    expect(read('{local hot = first_nozzle_temp + 10}\nM104 S{hot}\n{hot = hot - 5}\nM109 S{hot}')).toBe(
      ';= hot = nozzle + 10\nM104 S@hot\n;= hot = hot - 5\nM109 S@hot',
    )
  })

  it('a variable with the name of a value gets another one', () => {
    expect(read('{set bed = first_bed_temp + 5}\nM190 S{bed}')).toBe(';= own_bed = bed + 5\nM190 S@own_bed')
  })

  it('a variable that can’t be worked out stays, with all that uses it', () => {
    expect(read('{local a = wibble * 2}\nM104 S{a}\nM190 S{first_bed_temp}')).toBe(
      '{local a = wibble * 2}\nM104 S{a}\nM190 S@bed\n! 1: {local a = wibble * 2}\n! 2: {a}',
    )
  })
})

describe('comments and plain text', () => {
  it('come back as they were, words of theirs and at signs too', () => {
    const theirs =
      '; bed at {first_bed_temp}, mail me@home\nM190 S{first_bed_temp} ; {first_bed_temp} @ start\nM117 a@b\n'
    const vocabulary = learned(theirs)
    const ours = toOurs(theirs, vocabulary)
    expect(ours.text).toBe(
      '; bed at {first_bed_temp}, mail me@home\nM190 S@bed ; {first_bed_temp} @ start\nM117 a@@b\n',
    )
    expect(toTheirs(ours.text, vocabulary, () => false).text).toBe(theirs)
  })
})

describe('written out', () => {
  const says = (ours: string, theirs: string) => {
    const { text, untranslatable } = toTheirs(ours, learned(theirs), () => false)
    return [text, ...untranslatable.map(({ line, what }) => `! ${line}: ${what}`)].join('\n')
  }
  const known =
    'M104 S{max(first_nozzle_temp[0], 5)}\n{if first_bed_temp > 5 && !(x)}{endif}\nG1 X{part_min[0]}\n{if tool_used[1]}{endif}\nM117 {filament_kind}'

  it.each([
    [
      'the joining signs that it has',
      ';? when bed > 70 and not nozzle > 230\nG28\n;? end',
      '{if first_bed_temp > 70 && !(first_nozzle_temp > 230)}\nG28\n{endif}',
    ],
    ['the functions that it has', 'M104 S@(max(nozzle, bed))', 'M104 S{max(first_nozzle_temp, first_bed_temp)}'],
    ['one of a list', 'G1 X@print_left', 'G1 X{part_min[0]}'],
    ['tools that are used', ';? when uses T2\nT2\n;? end', '{if tool_used[2]}\nT2\n{endif}'],
    ['texts', ';? when material is "Plain PLA"\nG28\n;? end', '{if filament_kind == "Plain PLA"}\nG28\n{endif}'],
  ])('with %s', (_, ours, theirs) => expect(says(ours, known)).toBe(theirs))

  it.each([
    [
      'a function that it was never seen to have',
      'M104 S@(min(nozzle, 5))',
      'M104 S@(min(nozzle, 5))\n! 1: “min”, for its formulas are not known to have it',
    ],
    ['a choice', 'M104 S@(choose(bed > 5, 1, 2))', 'M104 S@(choose(bed > 5, 1, 2))\n! 1: “choose(bed > 5, 1, 2)”'],
    ['a tool that it has no word for', 'M104 S@(nozzle of next)', 'M104 S@(nozzle of next)\n! 1: @(nozzle of next)'],
  ])('never with %s', (_, ours, told) => expect(says(ours, known)).toBe(told))
})

describe('a script and its translation do the same', () => {
  // Both ways are apart: the one works their formulas out as it runs, the other has ours worked out.
  it.each([
    'M190 S{first_bed_temp}\nM109 S{max(first_nozzle_temp, 200) - 5}',
    '{local hot = first_nozzle_temp + 10}\nM104 S{hot}\n{hot = hot - 5}\nM109 S{hot}',
    '{if first_bed_temp > 50}M117 Hot{else}M117 Cool{endif}\nM104 S{if first_bed_temp > 70}240{else}200{endif}',
    '{if first_bed_temp > 50 and first_nozzle_temp < 205}\nM140 S{first_bed_temp - 10}\n{elsif first_bed_temp > 40}\nM140 S40\n{else}\nM140 S30\n{endif}',
    'G28\nG1 X{part_min[0]} Y{part_max[1]} F3000',
    'M104 S{int(first_nozzle_temp / 7)}\nM140 S{first_bed_temp % 50}',
    '{if tool_used[0]}\nM104 S200\n{endif}\n{if tool_used[1] == true}\nM104 S100\n{endif}',
  ])('%s', theirs => {
    const vocabulary = learned(theirs)
    const { text, untranslatable } = toOurs(theirs, vocabulary)
    expect(untranslatable).toEqual([])
    const sent = (script: string) =>
      rehearseScript(script, { ...setting, vocabulary }).trace.ran?.map(({ command }) => [
        command.name,
        command.message,
        ...command.words.map(({ letter, value }) => `${letter}${value}`),
      ])
    expect(sent(text)).toEqual(sent(theirs))
    expect(sent(theirs)?.length).toBeGreaterThan(0)
  })
})

describe('signs and words that nobody knows', () => {
  it('are read by a vocabulary that has them, and proven by it', () => {
    const vocabulary = {
      ...learned('{first_bed_temp + 1}\n{first_nozzle_temp}'),
      open: '~(',
      close: ')~',
      branch: { when: 'wenn', otherwiseWhen: 'sonst wenn', otherwise: 'sonst', end: 'aus', signs: null },
    }
    const theirs =
      '~(wenn first_bed_temp > 70)~\nM117 Hot\n~(sonst wenn first_bed_temp > 50)~\nM117 Warm\n~(sonst)~\nM117 Cool\n~(aus)~\nM190 S~(first_bed_temp)~\n'
    const ours =
      ';? when bed > 70\nM117 Hot\n;? otherwise when bed > 50\nM117 Warm\n;? otherwise\nM117 Cool\n;? end\nM190 S@bed\n'
    expect(toOurs(theirs, vocabulary)).toEqual({ text: ours, untranslatable: [] })
    const wish = {
      form: { kind: 'vocabulary', vocabulary, decided: false },
      comments: true,
      ending: 'as-it-is',
    } as const
    const [taken] = exportScript(ours, [{ ...setting }], wish)
    expect(taken).toMatchObject({ text: theirs, untranslatable: [], otherwise: [] })
    // Without branches, what can't be said stays in our own words, which that program does not read.
    const [halved] = exportScript(ours, [{ ...setting }], {
      ...wish,
      form: { ...wish.form, vocabulary: { ...vocabulary, branch: null } },
    })
    expect(halved?.otherwise).not.toEqual([])
  })
})
