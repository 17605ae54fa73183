// Waits for the same heater twice, or heats, cools and heats it again.
import { celsius, duration } from '../../format.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { commentOut } from '../fixes.ts'
import { heatings } from '../queries.ts'

/** A smaller drop is not a second heating, °C. */
const dipC = 20
const worthS = 5

function check(script: Checked): Found[] {
  const found: Found[] = []
  const all = heatings(script)
  for (const heater of ['nozzle', 'bed'] as const) {
    const own = all.filter(each => each.heater === heater)
    const waits = own.flatMap((each, at) => (each.waits && (each.targetC ?? 0) > 0 ? [{ ...each, at }] : []))
    for (let i = 1; i < waits.length; i++) {
      const [before, now] = [waits[i - 1], waits[i]]
      if (!before || !now || before.tool !== now.tool) continue
      const between = own
        .slice(before.at + 1, now.at)
        .some(each => each.tool === now.tool && each.targetC !== now.targetC)
      const seconds = now.row.endS - now.row.startS
      if (before.targetC === now.targetC && !between && seconds < worthS) {
        const message = `Waits for the ${heater} at ${celsius(now.targetC ?? 0)} again: line ${before.row.line} has already waited, and nothing has changed since.`
        found.push({ line: now.row.line, message, fixes: commentOut(now.row.source) })
      }
      const low = (now.targetC ?? 0) - dipC
      if (seconds < worthS || (before.targetC ?? 0) >= low) continue
      let at = i - 1
      while (at >= 0 && (waits[at]?.targetC ?? 0) < low) at--
      const top = waits[at]
      if (!top) continue
      const message = `Heats the ${heater} to ${celsius(now.targetC ?? 0)} a second time, ${duration(seconds)}: line ${top.row.line} had already heated it, and line ${before.row.line} let it cool to ${celsius(before.targetC ?? 0)}. Heat it fully only once.`
      found.push({ line: now.row.line, message })
    }
  }
  return found
}

export const heatsTwice = {
  name: 'heats-twice',
  group: 'firmware',
  severity: 'advice',
  title: 'Heats or waits twice',
  why: 'Often one line is the script’s own and the other was added by a profile. A second wait costs nothing or minutes, and hides which temperature counts.',
  silentWhen:
    'Silent for heating further from a lower temperature, as after probing. Lines that the slicer adds by itself are not visible here.',
  example: { text: 'M140 S60\nM104 S160\nG28\nM420 S1\nM190 S60\nM109 S200\nM190 S60' },
  moments: ['start'],
  check,
} as const satisfies Rule
