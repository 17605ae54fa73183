// The effects of a change to an open config on each macro: time, filament, and position.

import { callablesIn, callOf } from '../documents/calls.ts'
import { withText } from '../documents/open.ts'
import { duration, plain } from '../format.ts'
import type { Opened } from '../machine/state.ts'
import { type RehearsalInput, rehearseAndCheck, stageOf } from '../round.ts'

/** A macro with a different result, and the difference in a few words. */
export type Changed = { name: string; says: string }

/** Limit of macros that are tried. */
const maxMacros = 40

type Setting = RehearsalInput & { opened: Opened }

/** Rehearses each macro in the open file with the text before and after, and returns those that differ. */
export function changedMacros(before: string, after: string, setting: Setting): Changed[] {
  const stage = stageOf({ ...setting, printer: withText(setting.printer, setting.opened, after) })
  return callablesIn({ ...stage, opened: setting.opened }, setting.opened.file)
    .slice(0, maxMacros)
    .flatMap((callable): Changed[] => {
      const opened = { ...setting.opened, call: callOf(callable, {}) }
      const [was, is] = [before, after].map(text =>
        rehearseAndCheck(text, { ...setting, moment: callable.moment, opened }),
      )
      const says = was && is ? differences(was, is) : []
      return says.length ? [{ name: callable.name, says: says.join(', ') }] : []
    })
}

type Came = ReturnType<typeof rehearseAndCheck>

function differences(was: Came, is: Came): string[] {
  const says: string[] = []
  const [time, now] = [was.durations.totalS, is.durations.totalS]
  if (Math.abs(time - now) > 0.05) says.push(`${duration(time)} → ${duration(now)}`)
  const [mm, then] = [is.filament.extrudedMm, was.filament.extrudedMm]
  if (Math.abs(mm - then) > 0.005) says.push(`${plain(then)} → ${plain(mm)} mm of filament`)
  for (const axis of ['x', 'y', 'z'] as const) {
    const [a, b] = [was.bounds[axis], is.bounds[axis]]
    if (JSON.stringify(a) !== JSON.stringify(b) && a && b)
      says.push(`${axis.toUpperCase()} ${plain(a[0])} to ${plain(a[1])} → ${plain(b[0])} to ${plain(b[1])}`)
  }
  const targets = ({ trace }: Came) =>
    trace.rows.modes.map(({ nozzleTargets, bedTarget }) => [nozzleTargets, bedTarget])
  if (says.length === 0 && JSON.stringify(targets(was)) !== JSON.stringify(targets(is))) says.push('other temperatures')
  if (says.length === 0 && was.strokes.length !== is.strokes.length) says.push('other moves')
  const worse = is.findings.filter(({ severity }) => severity === 'error').length
  const had = was.findings.filter(({ severity }) => severity === 'error').length
  if (worse > had) says.push('something would go wrong')
  return says
}
