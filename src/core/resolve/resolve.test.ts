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
    expect(says(1)).toBe('The lines up to its end run only when bed > 85. Not this time.')
    expect(says(3)).toBe('Otherwise, these lines run when bed > 50. They run this time.')
    expect(says(2)).toBe('Not this time: show a message: “hot”.')
    expect(says(12)).toBe('The guard ends here: what follows runs always.')
  })

  it('whose condition can’t be made out run, and are told', () => {
    const { problems } = round(';? when wibble > 3\nG28\n;? end').resolution
    expect(problems).toMatchObject([{ kind: 'unknown', line: 1, from: 8, to: 14 }])
    expect(sent(';? when wibble > 3\nG28\n;? end')).toEqual(['2 G28'])
  })

  it('have one last “otherwise”', () => {
    const { problems } = round(';? when bed > 90\n;? otherwise\nG28\n;? otherwise\nG29\n;? end').resolution
    expect(problems).toMatchObject([{ kind: 'guard', line: 4 }])
  })
})
