import { describe, expect, it } from 'vitest'
import { rehearseScript } from '../round.ts'
import { job, material, printer, round } from '../testing/stage.ts'

/** Commands as they are sent, with their source lines: `2 M190 S60`. */
const sent = (text: string, moment: 'start' | 'layer-change' = 'start') =>
  round(text, moment).commands.map(({ line, command }) => {
    const words = command.words.map(word => word.text)
    const keys = command.keys.map(key => key.text)
    return [line, command.name, ...words, ...keys, ...(command.message === null ? [] : [command.message])].join(' ')
  })

describe('values', () => {
  it('are put in as numbers, whole degrees and three decimals of a mm', () => {
    expect(sent('M190 S@bed\nM104 S@(nozzle * 0.9 + .4)\nG1 Z@(first_layer / 3) F@(1000 / 3)')).toEqual([
      '1 M190 S60',
      '2 M104 S180',
      '3 G1 Z0.067 F333',
    ])
  })

  it('stand in messages, in keys and in a tool’s name', () => {
    expect(sent('M117 Layer @layer of @layers, @height mm @@ home', 'layer-change')).toEqual([
      '1 M117 Layer 50 of 100, 10 mm @ home',
    ])
    expect(sent('T@first_tool\nSET_THING HEAT=@(bed + 1) DEPTH=2')).toEqual(['1 T0', '2 SET_THING HEAT=61 DEPTH=2'])
  })

  it('leave comments alone', () => expect(sent('G28 ; mail me @home\n; @bed')).toEqual(['1 G28']))

  it('that nobody knows leave their letter without a number', () => {
    const { commands, resolution } = round('G28\nG4 S@wibble')
    expect(commands[1]?.command.words[0]).toMatchObject({ letter: 'S', value: null })
    expect(resolution.problems).toMatchObject([{ kind: 'unknown', line: 2, from: 9, to: 15, standIn: null }])
  })

  it('that nobody knows are rehearsed with what the material wants where they are a temperature, and told so', () => {
    const { commands, resolution, findings } = round('G28\nM104 S@wibble\nM140 S@(bed / 0)')
    expect(commands.slice(1).map(({ command }) => command.words[0]?.value)).toEqual([200, 60])
    expect(resolution.problems.map(({ standIn }) => standIn)).toEqual(['200 °C', '60 °C'])
    expect(findings.find(({ rule }) => rule === 'unknown-value')?.message).toContain(
      'rehearsed with 200 °C in its place',
    )
  })

  it('are told with what they are worth now', () => {
    const { resolution } = round('M140 S@bed\nG1 Z@(first_layer + 0.2) F600')
    expect(resolution.worths).toEqual([
      { line: 1, from: 7, to: 10, formula: 'bed', text: '60', unit: '°C' },
      { line: 2, from: 17, to: 35, formula: 'first_layer + 0.2', text: '0.4', unit: 'mm' },
    ])
  })

  it('are of each tool’s own material where a job prints with several', () => {
    const tools = [printer.tools[0], printer.tools[0]] as (typeof printer)['tools']
    const soft = { ...material, name: 'Soft', nozzleC: 225, bedC: 45 }
    const both = rehearseScript('M104 T1 S@(nozzle of T1)\nM140 S@(lowest bed)', {
      printer: { ...printer, tools },
      material,
      materials: [material, soft],
      job: { ...job, materials: ['Test stuff', 'Soft'] },
      moment: 'start',
    })
    expect(both.resolution.worths.map(({ text }) => text)).toEqual(['225', '45'])
  })
})

describe('settings', () => {
  it('hold from their line on, and may be made of earlier ones', () => {
    const text = 'G1 Y@half\n;= length = 30 mm  how far\n;= half = length / 2\nG1 Y@half'
    expect(sent(text)).toEqual(['1 G1 Y@half', '4 G1 Y15'])
    expect(round(text).resolution.settings).toMatchObject([
      { name: 'length', value: 30, unit: 'mm', note: 'how far', line: 2 },
      { name: 'half', value: 15, unit: 'mm', line: 3 },
    ])
  })

  /** Boards, and those whose lines branch by themselves, so that all of a block is read before it runs. */
  const families = ['board', 'host', 'macro-file'] as const
  const on = (family: (typeof families)[number]) => ({
    printer: { ...printer, firmware: { family, version: '7.0', abilities: {} } },
    material,
    job,
    moment: 'start' as const,
  })

  it.each(families)('set twice hold each for the lines below it, on a %s', family => {
    const { commands } = rehearseScript(';= a = 20 mm\nG28\nG1 X@a F3000\n;= a = a + 10\nG1 X@a\n', on(family))
    expect(commands.map(({ command }) => command.words.find(({ letter }) => letter === 'X')?.value ?? null)).toEqual([
      null,
      20,
      30,
    ])
  })

  it.each(families)('set in a guard hold where it runs, on a %s', family => {
    const { commands } = rehearseScript(
      // The bench's bed is at 60 °C.
      ';= a = 1 mm\n;? when bed > 50\n;= a = 40 mm\n;? otherwise\n;= a = 50 mm\n;? end\nG28\nG1 X@a F3000\n',
      on(family),
    )
    expect(commands.at(-1)?.command.words[0]?.value).toBe(40)
  })

  it.each(['bed', 'true', 'none', 'min', 'params', 'when'])('may have the name of something else: %s', name => {
    const text = `;= ${name} = 5 mm\nG28\nG1 X@${name} F3000`
    expect(sent(text).at(-1)).toBe('3 G1 X5 F3000')
  })

  it('with the name of a joining word are told', () => {
    expect(round(';= of = 5 mm\nG28\nG1 X@of F3000').resolution.problems).toMatchObject([{ line: 3 }])
  })

  it('that turn in a circle are told', () => {
    const { problems } = round(';= a = b + 1\n;= b = a + 1\n').resolution
    expect(problems.map(({ line, kind }) => [line, kind])).toEqual([
      [1, 'unknown'],
      [2, 'unknown'],
    ])
  })
})

describe('guards', () => {
  const text = [
    ';? when bed > 85',
    'M117 hot',
    ';? otherwise when bed > 50',
    'M117 warm',
    ';? when has probe',
    'G29',
    ';? otherwise',
    'M420 S1',
    ';? end',
    ';? otherwise',
    'M117 cold',
    ';? end',
    'G90',
  ].join('\n')

  it('choose one branch, and nest', () => {
    // The bench's bed is 60 °C, and it has a probe.
    expect(sent(text)).toEqual(['4 M117 warm', '6 G29', '13 G90'])
    expect([...round(text).resolution.skipped]).toEqual([2, 8, 11])
  })

  it('say in words what runs', () => {
    const says = (line: number) => round(text).explained[line - 1]?.says
    expect(says(1)).toBe('The lines up to its end run only when bed > 85. They are skipped this time.')
    expect(says(3)).toBe('Otherwise, these lines run when bed > 50. They run this time.')
    expect(says(2)).toBe('Not run this time: show a message: “hot”.')
    expect(says(12)).toBe('The guard ends here: what follows runs always.')
  })

  it('whose condition can’t be made out run, and are told', () => {
    const { problems } = round(';? when wibble > 3\nG28\n;? end').resolution
    expect(problems).toMatchObject([{ kind: 'unknown', line: 1, from: 8, to: 14 }])
    expect(sent(';? when wibble > 3\nG28\n;? end')).toEqual(['2 G28'])
  })

  it('tell what stands behind an “otherwise” that asks nothing', () => {
    // 16 + 1 signs, 3 + 1 signs, and 13 signs up to the condition.
    const { problems } = round(';? when bed > 90\nG28\n;? otherwise bed > 50\nG29\n;? end').resolution
    expect(problems).toMatchObject([{ kind: 'guard', line: 3, from: 34, to: 42 }])
    expect(sent(';? when bed > 90\nG28\n;? otherwise bed > 50\nG29\n;? end')).toEqual(['4 G29'])
  })

  it('have one last “otherwise”', () => {
    const { problems } = round(';? when bed > 90\n;? otherwise\nG28\n;? otherwise\nG29\n;? end').resolution
    expect(problems).toMatchObject([{ kind: 'guard', line: 4 }])
  })
})
