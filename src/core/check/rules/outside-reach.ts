// Moves beyond the reach of the head.
import { mm, plain } from '../../format.ts'
import { zoneOn } from '../../machine/beyond.ts'
import { modesBefore } from '../../machine/trace.ts'
import { axes, beyondRadiusMm } from '../../model/printer.ts'
import { replacePiece, sourceWord } from '../../script/edits/lines.ts'
import type { Checked, Fix, Found, Rule } from '../finding.ts'
import { liftsPast } from './lift-past-top.ts'

const doubtMm = 0.01
const sides = { x: ['left', 'right'], y: ['front', 'back'], z: ['bottom', 'top'] } as const

function check({ lines, commands, trace, stage, steps }: Checked): Found[] {
  const found = new Map<string, Found>()
  for (const step of steps) {
    if (step.kind === 'home' || step.kind === 'probe') continue
    for (const axis of axes) {
      const [low, high] = stage.printer.reach[axis]
      const [from, to] = [step.from[axis], step.to[axis]]
      const beyond = to < low - doubtMm ? low - to : to > high + doubtMm ? to - high : 0
      if (beyond === 0 || from === to || (axis === 'z' && liftsPast({ stage }, to, from))) continue
      const { line } = commands[step.command] as (typeof commands)[number]
      const key = `${line} ${axis}`
      if (found.has(key)) continue
      const letter = axis.toUpperCase()
      const limit = to < low ? low : high
      const side = sides[axis][to < low ? 0 : 1]
      const message = `Goes to ${letter} ${plain(to)}, ${mm(beyond)} beyond the ${side} of the reach (${letter} ${plain(low)} to ${plain(high)} mm). The board cuts the move short, or the head runs into its limits.`
      const modes = modesBefore(trace, step.command)
      const plainMove = modes.positioning === 'absolute' && modes.units === 'mm' && modes.shift[axis] === 0
      const source = lines[line - 1]
      const word = source && sourceWord(source, letter)
      const fixes: Fix[] =
        word?.value === to && plainMove && source
          ? [
              {
                title: `Stop at the edge of the reach (${letter}${plain(limit)})`,
                edits: [replacePiece(source, word, letter + plain(limit))],
              },
            ]
          : []
      found.set(key, { line, message, fixes })
    }
  }
  return [...found.values(), ...beyondTheCircle({ steps, trace, stage }), ...throughZones({ steps, trace, stage })]
}

/** For a round reach: the first move that leaves it. */
function beyondTheCircle({ steps, trace, stage }: Pick<Checked, 'steps' | 'trace' | 'stage'>): Found[] {
  const { printer } = stage
  const step = steps.find(({ to }) => beyondRadiusMm(printer, to.x, to.y) > doubtMm)
  if (!step) return []
  const { x, y } = step.to
  const message = `Goes to X ${plain(x)} Y ${plain(y)}, ${mm(beyondRadiusMm(printer, x, y))} beyond the circle that the head can reach (${plain(printer.reachRadiusMm ?? 0)} mm about the middle).`
  return [{ line: trace.rows.line[step.command] as number, message }]
}

/** The first move through each keep-out zone. */
function throughZones({ steps, trace, stage }: Pick<Checked, 'steps' | 'trace' | 'stage'>): Found[] {
  return stage.printer.zones.flatMap((zone): Found[] => {
    const { name, x, y, highMm } = zone
    const step = steps.find(each => zoneOn({ zones: [zone] }, each))
    if (!step) return []
    const message = `Goes through “${name}” (X ${plain(x[0])} to ${plain(x[1])}, Y ${plain(y[0])} to ${plain(y[1])}, ${mm(highMm)} high), a keep-out zone.`
    return [{ line: trace.rows.line[step.command] as number, message }]
  })
}

export const outsideReach = {
  name: 'outside-reach',
  group: 'motion',
  severity: 'error',
  title: 'Moves beyond the printer’s reach',
  why: 'The head can’t go there. The board cuts the move short, so the line is shorter than planned; without soft limits the head hits its end stop or the frame.',
  silentWhen:
    'Uses the reach and the keep-out zones in your printer’s description. A lift past the top after a print is reported separately.',
  example: { text: 'G28\nM420 S1\nG1 X250 Y20 F3000' },
  check,
} as const satisfies Rule
