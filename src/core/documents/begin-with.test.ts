import { describe, expect, it } from 'vitest'
import { macroTexts } from '../firmware/host/macro-texts.ts'
import { fileTexts } from '../firmware/macro-file/file-texts.ts'
import { job, material } from '../model/example.ts'
import type { Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'
import { applyEdits } from '../model/script.ts'
import { type Round, rehearseScript, stageOf } from '../round.ts'
import { planEdit } from '../script/edits/edit.ts'
import { avocet, config, curlew, opened } from '../testing/machine-files.ts'
import { callablesIn, callOf, usualCall } from './calls.ts'

describe('macros that a config can begin with', () => {
  /** A config with the macro added, and the round after it. */
  function added(printer: Printer, name: string): { text: string; round: (call: string, moment: Moment) => Round } {
    const before = opened(printer, null, 'START_IT')
    const plan = planEdit(printer.macros, before, { do: 'add-macro', macro: name })
    if (!plan.ok) throw new Error(plan.why)
    const text = applyEdits(printer.macros, plan.edits)
    return { text, round: (call, moment) => opened(printer, null, call, moment, text) }
  }
  const [tool] = curlew.tools
  const two = tool ? [tool, { ...tool, name: 'right' }] : []
  const printer: Printer = {
    ...config('[gcode_macro START_IT]', 'gcode:', '  G28', '', '#*# [bed_mesh cool]', '#*# version = 1', ''),
    tools: two,
  }

  it.each(macroTexts.map(({ name }) => [name]))('%s loads, does what it says, and raises no alarm', name => {
    const { text, round } = added(printer, name)
    // What the host saved stays at the end.
    expect(text.trimEnd().endsWith('#*# version = 1')).toBe(true)
    const stage = stageOf({ printer: { ...printer, macros: text }, job, material, moment: 'start' })
    const own = callablesIn(stage, null).filter(each => each.name !== 'START_IT')
    expect(own.length).toBeGreaterThan(0)
    for (const callable of own) {
      const { findings, trace } = round(callOf(callable, {}), callable.moment)
      // A job of one tool leaves the other cold, which is rightly told.
      const wrong = findings.filter(
        ({ severity, rule }) => rule !== 'cold-extrude' && (severity === 'error' || rule === 'unknown-command'),
      )
      expect(wrong.map(({ line, message }) => `${callable.name} ${line}: ${message}`)).toEqual([])
      expect(trace.troubles.map(({ why }) => why)).toEqual([])
    }
  })

  it('has its numbers at its top, and a change of one changes what it does', () => {
    const { text, round } = added(printer, 'purge-by-print')
    const call = 'PURGE_BY_PRINT LEFT=100 FRONT=120 FIRST=0.25'
    const [stroke] = round(call, 'layer-change').strokes
    // 60 mm along X, 6 mm in front of the print at Y 120, as high as its first layer.
    expect(stroke?.from).toEqual([100, 114, 0.25])
    expect(stroke?.lengthMm).toBeCloseTo(60, 6)
    const longer = text.replace('variable_length: 60', 'variable_length: 90')
    expect(opened(printer, null, call, 'layer-change', longer).strokes[0]?.lengthMm).toBeCloseTo(90, 6)
  })

  it('shows the minutes that are left of a soak', () => {
    const { messages, durations } = (({ trace, durations }: Round) => ({ messages: trace.messages, durations }))(
      added(printer, 'heat-soak').round('HEAT_SOAK_FOR MINUTES=3', 'layer-change'),
    )
    expect(messages.map(({ text, at }) => [text, Math.round(at)])).toEqual([
      ['Heat soak: 3 min left', 0],
      ['Heat soak: 2 min left', 60],
      ['Heat soak: 1 min left', 120],
    ])
    expect(durations.totalS).toBeCloseTo(180, 6)
  })

  it('is refused where there is one of its name, and in a script', () => {
    const taken = config('[gcode_macro PAUSE]', 'rename_existing: OLD', 'gcode:', '  OLD')
    const plan = planEdit(taken.macros, opened(taken, null, 'PAUSE'), { do: 'add-macro', macro: 'pause-resume' })
    expect(plan.ok ? '' : plan.why).toBe('There is a macro PAUSE already. Change that one.')
    const script = rehearseScript('G28', { printer, job, material, moment: 'start' })
    const none = planEdit('G28', script, { do: 'add-macro', macro: 'cancel' })
    expect(none.ok ? '' : none.why).toContain('A macro goes into a config')
  })
})

describe('macro files that a card can begin with', () => {
  it.each(fileTexts.map(each => [each.name, each] as const))('%s runs, and raises no alarm', (_name, { files }) => {
    const made = files(avocet)
    const board = { ...avocet, macroFiles: [...avocet.macroFiles, ...made] }
    for (const { name, text } of made) {
      const usual = usualCall(stageOf({ printer: board, job, material, moment: 'start' }), name)
      const round = opened(board, name, usual?.call ?? '', usual?.moment, text)
      const wrong = round.findings.filter(({ severity, rule }) => severity === 'error' || rule === 'unknown-command')
      expect(wrong.map(({ line, message }) => `${name} ${line}: ${message}`)).toEqual([])
      expect(round.trace.troubles.map(({ why }) => why)).toEqual([])
      expect(round.commands.length).toBeGreaterThan(2)
    }
  })
})
