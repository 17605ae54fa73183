// A tool change leaves a mode in a state that the print does not expect.
import { plain } from '../../format.ts'
import type { Modes } from '../../machine/state.ts'
import { lastModes } from '../../machine/trace.ts'
import { twoTools } from '../../model/example.ts'
import { goesOnAfter } from '../../model/moment.ts'
import { handedOn } from '../changing.ts'
import type { Checked, Found, Row, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'

/** A mode that a print sets once and relies on: its name, its old and new value, and how to restore it. */
type Left = { what: string; was: string; now: string; back: string | null; row: Row | undefined; surely: boolean }

const setBy = ({ rows }: Checked, differs: (modes: Modes) => unknown): Row | undefined =>
  rows.findLast(({ before, after }) => differs(before) !== differs(after))

const counted = { single: 'each by itself', 'auto-park': 'parking by itself', copied: 'copied', mirrored: 'mirrored' }

function leftBy(script: Checked): Left[] {
  const { trace, stage } = script
  const [was, now] = [trace.beginning.modes, lastModes(trace)]
  const { phrases } = stage.firmware
  const left: Left[] = []
  // The print's extrusion mode is known only if the state was given; the last line of a script may restore it.
  if (handedOn(script) && now.extrusion !== was.extrusion)
    left.push({
      what: 'Extrusion',
      was: was.extrusion,
      now: now.extrusion,
      back: phrases.countFilament(was.extrusion),
      row: setBy(script, ({ extrusion }) => extrusion),
      surely: true,
    })
  if (now.fan !== was.fan && Math.abs(now.fan - was.fan) > 0.02)
    left.push({
      what: 'The part fan',
      was: `at ${plain(was.fan * 100, 0)} %`,
      now: now.fan > 0 ? `at ${plain(now.fan * 100, 0)} %` : 'off',
      back: handedOn(script) ? phrases.fan(was.fan) : null,
      row: setBy(script, ({ fan }) => fan),
      surely: false,
    })
  for (const of of ['print', 'travel'] as const)
    if (now.acceleration[of] !== was.acceleration[of] && !left.some(({ what }) => what === 'The acceleration'))
      left.push({
        what: 'The acceleration',
        was: `${plain(was.acceleration[of], 0)} mm/s²`,
        now: `${plain(now.acceleration[of], 0)} mm/s²`,
        back: phrases.acceleration({ [of]: was.acceleration[of] }),
        row: setBy(script, ({ acceleration }) => acceleration[of]),
        surely: false,
      })
  if (now.carriages !== was.carriages)
    left.push({
      what: 'The carriages’ mode',
      was: counted[was.carriages],
      now: counted[now.carriages],
      back: null,
      row: setBy(script, ({ carriages }) => carriages),
      surely: false,
    })
  if (now.plane !== was.plane)
    left.push({
      what: 'The plane of arcs',
      was: was.plane.toUpperCase(),
      now: now.plane.toUpperCase(),
      back: null,
      row: setBy(script, ({ plane }) => plane),
      surely: true,
    })
  return left
}

function check(script: Checked): Found[] {
  return leftBy(script).map(({ what, was, now, back, row, surely }) => ({
    line: row?.line ?? script.rows.at(-1)?.line ?? 1,
    severity: surely ? 'warning' : 'advice',
    message: `${what} was ${was} before this and is ${now} after it. The print goes on as if nothing had changed${surely ? '' : ', unless the slicer sets it again'}.`,
    fixes: atTheEnd(script, back, 'Set it back'),
  }))
}

export const changeModeLeft = {
  name: 'change-mode-left',
  group: 'change',
  severity: 'warning',
  title: 'The change leaves a setting changed',
  why: 'The print goes on with the settings it had before the change. A fan that stays off, or extrusion counted the other way, spoils what is printed after it.',
  silentWhen:
    'Only a whole print shows whether the print uses absolute or relative extrusion. Slicers may set the fan and the acceleration again after a change, so findings about these two are only advice.',
  example: {
    text: 'M107\nT1\nM109 S200',
    moment: 'tool-change',
    job: { materials: ['Test stuff', 'Test stuff'] },
    printer: { tools: twoTools },
  },
  moments: goesOnAfter,
  judgesEnd: true,
  check,
} as const satisfies Rule
