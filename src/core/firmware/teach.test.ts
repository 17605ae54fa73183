import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { TaughtCommand } from '../model/taught.ts'
import { rehearseScript } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'

const taught = (over: object) =>
  v.parse(TaughtCommand, {
    family: 'board',
    name: 'm9100',
    title: 'Dry the nozzle',
    parameters: [],
    effect: 'harmless',
    ...over,
  })
const rehearsed = (text: string, ...commands: object[]) =>
  rehearseScript(text, { printer, material, job, moment: 'start', taught: commands.map(taught) })

describe('a taught command', () => {
  it('is no longer unknown, and its line says what it was taught to be', () => {
    const { findings, explained } = rehearsed('M9100 S3', { parameters: [{ letter: 's', means: 'strokes' }] })
    expect(findings).toEqual([])
    expect(explained[0]?.says).toBe('Dry the nozzle: strokes 3.')
  })

  it('heats, homes, levels, waits or takes its time as it was taught', () => {
    expect(rehearsed('M9100 S60\nM190 S60', { effect: 'heats-bed' }).durations.heatingS).toBeCloseTo(120, 6)
    expect(rehearsed('M9100', { effect: 'homes' }).durations.homingS).toBeCloseTo(14, 9)
    expect(rehearsed('G28\nM9100', { effect: 'levels' }).durations.probingS).toBe(18)
    expect(rehearsed('M9100', { effect: 'opaque', seconds: 42 }).durations.waitingS).toBe(42)
    expect(rehearsed('M104 S200\nM9100', { effect: 'waits' }).durations.heatingS).toBeCloseTo(100, 6)
  })

  it('speaks of its own family only', () => {
    expect(rehearsed('M9100', { family: 'host' }).findings).toHaveLength(1)
  })

  it.each(['G', 'M1 2', '12', 'hello world', ''])('can’t be called %j', name => {
    expect(
      v.safeParse(TaughtCommand, { family: 'board', name, title: 'x', parameters: [], effect: 'harmless' }).success,
    ).toBe(false)
  })
})
