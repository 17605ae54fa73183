// Macros that wait for their time: they run between two lines, once it has come.
import { describe, expect, it } from 'vitest'
import { rehearseScript } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'

const macros = `[delayed_gcode cool]
gcode:
  M117 cooled

[delayed_gcode beat]
gcode:
  M117 beat
  UPDATE_DELAYED_GCODE ID=beat DURATION=10

[gcode_macro LONG]
gcode:
  UPDATE_DELAYED_GCODE ID=cool DURATION=5
  G4 P20000
  M117 within
`
const host = { ...printer, firmware: { family: 'host' as const, version: '1.0', abilities: {} }, macros }
const run = (lines: string[]) => rehearseScript(lines.join('\n'), { printer: host, material, job, moment: 'start' })
const said = (lines: string[]) => run(lines).trace.messages.map(({ text, at }) => `${Math.round(at)} ${text}`)

describe('a delayed macro', () => {
  it('runs behind the line during which its time comes', () => {
    // Set at 0 for 30 s: not after the first stand of 20 s, but after the second, at 40 s.
    expect(said(['UPDATE_DELAYED_GCODE ID=cool DURATION=30', 'G4 P20000', 'M117 a', 'G4 P20000', 'M117 b'])).toEqual([
      '20 a',
      '40 cooled',
      '40 b',
    ])
  })

  it('waits until a macro that is under way has ended', () => {
    expect(said(['LONG', 'M117 after'])).toEqual(['20 within', '20 cooled', '20 after'])
  })

  it('may set its own time again', () => {
    // At 10 s, and then 10 s after each: behind the stands that end at 15, 30 and 45 s.
    expect(said(['UPDATE_DELAYED_GCODE ID=beat DURATION=10', 'G4 P15000', 'G4 P15000', 'G4 P15000'])).toEqual([
      '15 beat',
      '30 beat',
      '45 beat',
    ])
  })

  it('is turned off by no time, and told where it is not there', () => {
    expect(
      said(['UPDATE_DELAYED_GCODE ID=cool DURATION=30', 'UPDATE_DELAYED_GCODE ID=COOL DURATION=0', 'G4 P60000']),
    ).toEqual([])
    const { findings, explained } = run([
      'UPDATE_DELAYED_GCODE ID=cool DURATION=300',
      'UPDATE_DELAYED_GCODE ID=wibble DURATION=5',
    ])
    expect(findings.map(({ message }) => message).join()).toContain('no delayed macro “wibble”')
    expect(explained[0]?.says).toBe('Runs the delayed macro cool in 5 min, between two lines.')
  })
})
