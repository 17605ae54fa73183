import { describe, expect, it } from 'vitest'
import { stageOf } from '../round.ts'
import { job, material, printer, round } from '../testing/stage.ts'
import { callsOf } from './calls.ts'
import { explainFile, explainMacro } from './macro.ts'

const config = `[gcode_macro WARM]
gcode:
  {% set bed = params.BED|default(60)|float %}
  {% set long = bed * 2 %}
  # for people
  {% if bed > 85 %}
    G4 P60000
  {% else %}
    M140 S{bed}
  {% endif %}
  BEEP

[gcode_macro BEEP]
gcode:
  M117 ready
`
const host = { firmware: { family: 'host' as const, version: '12.0', abilities: {} }, macros: config }
const board = { firmware: { family: 'macro-file' as const, version: '3.4', abilities: {} } }

describe('a host’s macro, line by line', () => {
  it('says what each line does, with its number in the config', () => {
    const stage = stageOf({ printer: { ...printer, ...host }, material, job, moment: 'start' })
    const macro = stage.macros?.get('WARM')
    if (!macro) throw new Error('no macro')
    expect(explainMacro(macro, stage).map(({ number, depth, says }) => [number, depth, says])).toEqual([
      [3, 0, 'Takes BED from the line that calls it, or 60 where it is not given; it is bed from here on.'],
      [4, 0, 'From here on long is bed * 2.'],
      [6, 0, 'The lines up to its end run only when bed > 85.'],
      [7, 1, 'Wait (dwell): for 60000 ms.'],
      [8, 0, 'These lines run when nothing above held.'],
      [9, 1, 'Start heating the bed: to {bed}.'],
      [10, 0, 'The branch ends here.'],
      [11, 0, 'Runs the macro BEEP.'],
    ])
  })

  it('tells what a call of it came to', () => {
    const { commands, trace, stage, explained } = round('G28\nWARM BED=70', 'start', host)
    expect(callsOf(commands, trace, stage)).toMatchObject([
      {
        line: 2,
        text: 'WARM BED=70',
        left: 0,
        commands: [
          { text: 'M140 S70', says: 'Heats the bed to 70 °C, doesn’t wait.' },
          { text: 'BEEP', says: 'Runs the macro BEEP.' },
          { text: 'M117 ready', says: 'Shows “ready” on the display.' },
        ],
      },
    ])
    expect(explained[1]?.says).toBe('Runs the macro WARM: 3 commands.')
  })
})

describe('a board’s macro file, line by line', () => {
  const file = { name: 'purge.g', text: 'if param.L > 20\n  G4 S{param.L / 10}\nM117 done\n' }
  it('says what each line does', () => {
    const stage = stageOf({ printer: { ...printer, ...board }, material, job, moment: 'start' })
    expect(explainFile(file, stage).map(({ number, depth, says }) => [number, depth, says])).toEqual([
      [1, 0, 'Only if: “param.L > 20”.'],
      [2, 1, 'Wait (dwell): for {param.L / 10}.'],
      [3, 0, 'Show a message: “done”.'],
    ])
  })

  it('tells what a call of it came to, with its numbers', () => {
    const { commands, trace, stage, explained } = round('M98 P"purge.g" L30', 'start', { ...board, macroFiles: [file] })
    const [call] = callsOf(commands, trace, stage)
    expect(call?.commands.map(({ text }) => text)).toEqual(['IF param.L > 20', 'G4 S3', 'M117 done'])
    expect(call?.commands[0]?.says).toContain('So it is this time')
    expect(call?.commands[1]?.says).toBe('Waits 3 s.')
    expect(explained[0]?.says).toBe('Runs the file purge.g: 3 commands, 3 s.')
  })
})
