import { describe, expect, it } from 'vitest'
import { round } from '../testing/stage.ts'

const host = { family: 'host' as const, version: '12.0', abilities: {} }
const told = (text: string, macros: string, configFiles: { name: string; text: string }[] = []) =>
  round(text, 'start', { firmware: host, macros, configFiles })
    .findings.filter(({ rule }) => rule === 'heats-twice' || rule === 'heats-in-turn')
    .map(({ message, at }) => ({ message: message.split('. ')[0], at: at?.line }))

describe('a finding inside a macro', () => {
  it('names the other line that it speaks of by its place in the config', () => {
    const macros = '[gcode_macro WARM]\ngcode:\n  M190 S60\n  G28\n  M190 S60\n'
    expect(told('WARM', macros)).toEqual([
      {
        message:
          'In the macro WARM, line 5 of the config: Waits for the bed at 60 °C again: line 3 has already waited, and nothing has changed since.',
        at: 5,
      },
    ])
  })

  it('or in the script that calls it', () => {
    const macros = '[gcode_macro WARM]\ngcode:\n  G28\n  M190 S60\n'
    expect(told('M190 S60\nWARM', macros)).toEqual([
      {
        message:
          'In the macro WARM, line 4 of the config: Waits for the bed at 60 °C again: line 1 of the script has already waited, and nothing has changed since.',
        at: 4,
      },
    ])
  })

  it('or in another file', () => {
    const macros = '[include bed.cfg]\n[gcode_macro WARM]\ngcode:\n  BED\n  G28\n  M190 S60\n'
    const file = { name: 'bed.cfg', text: '[gcode_macro BED]\ngcode:\n  M190 S60\n' }
    expect(told('WARM', macros, [file])).toEqual([
      {
        message:
          'In the macro WARM, line 6 of the config: Waits for the bed at 60 °C again: line 3 of bed.cfg has already waited, and nothing has changed since.',
        at: 6,
      },
    ])
  })

  it('speaks of what came before in the same call without its line, which is that of the call', () => {
    const macros = '[gcode_macro WARM]\ngcode:\n  G28\n  M190 S60\n  M109 S200\n'
    expect(told('G4 P1\nWARM', macros).map(({ message }) => message)).toEqual([
      'The nozzle starts to heat only here, after the wait for the bed',
    ])
  })
})
