import { describe, expect, it } from 'vitest'
import { applyEdits } from '../model/script.ts'
import { found, round } from '../testing/stage.ts'

const config = `
[gcode_macro START_PRINT]
description: Before every print
variable_purge: 12
gcode:
  {% set bed = params.BED|default(60)|float %}
  {% set nozzle = params.NOZZLE|default(200)|float %}
  M140 S{bed}
  G28
  M190 S{bed}
  {% if bed > 85 %}
  G4 P60000
  {% endif %}
  BED_MESH_PROFILE LOAD=default
  M109 S{nozzle}
  PURGE LENGTH=100

[gcode_macro PURGE]
gcode:
  G90
  M83
  G1 X10 Y20 Z0.3 F3000
  G1 X{ 10 + params.LENGTH|float } E{ printer["gcode_macro START_PRINT"].purge } F1200
  G92 E0
  {% if printer.extruder.temperature >= 170 %}
  M117 hot enough
  {% endif %}

[gcode_macro G28]
rename_existing: G28.1
gcode:
  M117 homing { rawparams }
  G28.1 { rawparams }

[gcode_macro ROUND]
gcode:
  AND_ROUND

[gcode_macro AND_ROUND]
gcode:
  ROUND

[gcode_macro ODD]
gcode:
  M117 { 1 / 0 }
`
const host = { firmware: { family: 'host' as const, version: '12.0', abilities: {} }, macros: config }
const run = (text: string) => round(text, 'start', host)

describe('macros of a host', () => {
  it('run as the lines that their templates make, from the line that calls them', () => {
    const { trace, strokes, commands, passages } = run('START_PRINT BED=60 NOZZLE=200')
    // 12 mm of filament over 100 mm: 12 · 2.405282 / 100 = 0.2886 mm².
    expect(strokes).toHaveLength(1)
    expect(strokes[0]).toMatchObject({ line: 1, lengthMm: 100 })
    expect(strokes[0]?.crossSectionMm2).toBeCloseTo(0.28863, 4)
    expect(trace.messages.map(({ text }) => text)).toEqual(['homing', 'hot enough'])
    expect(commands.every(({ line }) => line === 1)).toBe(true)
    expect(commands).toHaveLength(trace.rows.count)
    expect(passages).toMatchObject([{ firstLine: 1, lastLine: 1, startS: 0, endS: trace.totalS, extrudedMm: 12 }])
  })

  it('take parameters, or what they are otherwise, and choose their branches', () => {
    expect(run('START_PRINT').trace.rows.modes.at(-1)).toMatchObject({ bedTarget: 60, nozzleTargets: [200] })
    expect(run('START_PRINT BED=90').durations.waitingS).toBe(60)
    expect(run('START_PRINT BED=80').durations.waitingS).toBe(0)
  })

  it('see the simulated printer as it is then, and variables as they were set', () => {
    expect(run('G28\nPURGE LENGTH=50').trace.messages.map(({ text }) => text)).toEqual(['homing'])
    const text = 'SET_GCODE_VARIABLE MACRO=START_PRINT VARIABLE=purge VALUE=6\nSTART_PRINT'
    expect(run(text).filament.extrudedMm).toBe(6)
  })

  it('may take a command’s place, and still call it', () => {
    const { trace } = run('G28 X')
    expect(trace.messages).toMatchObject([{ text: 'homing X' }])
    expect(trace.rows.modes.at(-1)?.homed).toEqual({ x: true, y: false, z: false })
  })

  it('may hand on all parameters to the command that they stand for', () => {
    const macros =
      '[gcode_macro M109]\nrename_existing: M109.1\ngcode:\n  M109.1{% for p in params %} {p}{params[p]}{% endfor %}\n  M117 {params|length}\n'
    const { commands, trace } = round('M109 S200 T0', 'start', { ...host, macros })
    expect(commands.at(-2)?.command.words.map(({ text }) => text)).toEqual(['S200', 'T0'])
    expect(trace.messages.map(({ text }) => text)).toEqual(['2'])
    expect(trace.rows.modes.at(-1)?.nozzleTargets).toEqual([200])
  })

  it('say what they come to beside the line that calls them', () => {
    expect(run('PURGE LENGTH=100').explained[0]?.says).toMatch(/^Runs the macro PURGE: 5 commands, \d/)
  })

  it('that call each other for ever end the rehearsal with a finding', () => {
    const [finding] = found('never-ends', 'G28\nROUND\nM117 after', 'start', host)
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(finding?.message).toContain('ROUND → AND_ROUND → ROUND')
  })

  it('that fail stop the print, and no later line runs', () => {
    const { findings, trace } = run('ODD\nM117 after')
    expect(findings.find(({ rule }) => rule === 'stops-here')?.message).toContain('divides by zero')
    expect(trace.messages).toEqual([])
  })

  it('are never changed by a fix: what they make has no text in the script', () => {
    const text = 'G28\nPROBE_HOT\n'
    const macros = `${config}\n[gcode_macro PROBE_HOT]\ngcode:\n  M109 S200\n  BED_MESH_CALIBRATE\n  G1 X500 Y5 F3000\n`
    const { findings } = round(text, 'start', { ...host, macros })
    expect(findings.map(({ rule }) => rule)).toEqual(expect.arrayContaining(['probe-while-oozing', 'outside-reach']))
    for (const { fixes } of findings)
      for (const fix of fixes) expect(applyEdits(text, fix.edits)).toContain('PROBE_HOT\n')
  })

  it('are no unknown commands, and a name that no macro has still is', () => {
    expect(found('unknown-command', 'START_PRINT', 'start', host)).toEqual([])
    expect(found('unknown-command', 'STOP_PRINT', 'start', host)).toHaveLength(1)
  })
})

describe('what a rehearsal can’t know of a host', () => {
  const asking =
    '[gcode_macro WAIT]\ngcode:\n  {% set at = printer["temperature_sensor case"].temperature|float %}\n  G4 P{at * 100}\n  M117 done\n'
  const withMacros = (more = {}) => round('WAIT', 'start', { ...host, macros: asking, ...more })

  it('is told with its line in the config, and never passed over as 0', () => {
    const { trace, findings } = withMacros()
    // The template begins on line 2, where “gcode:” stands; the look-up is on the line after it.
    expect(trace.troubles.map(({ kind, inConfig }) => [kind, inConfig?.line, inConfig?.unknown])).toEqual([
      ['unseen', 3, 'printer.temperature_sensor case.temperature'],
    ])
    expect(findings.find(({ rule }) => rule === 'unknown-value')?.message).toContain('line 3 of the config')
    expect(trace.messages.map(({ text }) => text)).toEqual(['done'])
  })

  it('is what the printer keeps for it', () => {
    // 35 · 100 ms are 3.5 s.
    const { trace } = withMacros({ unseen: [{ path: 'printer.temperature_sensor case.temperature', value: 35 }] })
    expect(trace.troubles).toEqual([])
    expect(trace.totalS).toBeCloseTo(3.5, 6)
  })

  it('says and stops what its templates say and stop', () => {
    const macros =
      '[gcode_macro SAY]\ngcode:\n  {action_respond_info("bed is %d" % printer.heater_bed.target)}\n  G28\n[gcode_macro NO]\ngcode:\n  {% if not params.BED %}{action_raise_error("no bed given")}{% endif %}\n  G28\n'
    const say = round('M140 S60\nSAY', 'start', { ...host, macros })
    expect(say.trace.messages.map(({ text }) => text)).toEqual(['bed is 60'])
    const no = round('NO\nG1 X5', 'start', { ...host, macros })
    expect(no.trace.ended?.why).toContain('no bed given')
    expect(no.commands.map(({ command }) => command.name)).toEqual(['NO'])
  })

  it('keeps saved variables and takes lists from the config', () => {
    const macros =
      "[gcode_macro KEEP]\nvariable_spots: [[10, 20], [30, 40]]\ngcode:\n  SAVE_VARIABLE VARIABLE=last VALUE=7\n  TELL\n[gcode_macro TELL]\ngcode:\n  M117 {printer.save_variables.variables.last} {printer['gcode_macro KEEP'].spots[1][0]}\n"
    expect(round('KEEP', 'start', { ...host, macros }).trace.messages.map(({ text }) => text)).toEqual(['7 30'])
  })
})
