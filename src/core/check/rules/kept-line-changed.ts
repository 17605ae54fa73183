// The lines of a made passage differ from what its parameters make for this printer at this position.
import type { Line } from '../../gcode/line.ts'
import { madeNow, makePassage } from '../../script/edits/make.ts'
import { ordinaryText } from '../../script/edits/ordinary-text.ts'
import { type MadePassage, madePassages } from '../../script/makers/maker.ts'
import { makerNamed } from '../../script/makers/makers.ts'
import type { Checked, Fix, Found, Rule } from '../finding.ts'

/** Lines that are all commented out are left alone: they do nothing, and can be put back. */
const commentedOut = (lines: readonly Line[]): boolean =>
  lines.every(({ kind }) => kind === 'comment' || kind === 'blank' || kind === 'mark')

function check(script: Checked): Found[] {
  const { lines } = script
  return madePassages(lines).made.flatMap((made): Found[] => {
    const inner = lines.slice(made.firstLine, made.lastLine - 1)
    const line = made.firstLine
    const title = makerNamed(made.name)?.title ?? made.name
    const now = madeNow(script, made.name, made.values, line)
    const toText: Fix = { title: 'Make it ordinary text', edits: ordinaryText(lines, made) }
    if (!now.ok)
      return [
        { line, severity: 'warning', message: `“${title}” can’t be made again here: ${now.why}`, fixes: [toText] },
      ]
    const same = inner.length === now.lines.length && inner.every(({ raw }, i) => raw === now.lines[i])
    if (same || commentedOut(inner)) return []
    return [{ line, message: told(script, made, now.lines, title), fixes: [...again(script, made), toText] }]
  })
}

function again(script: Checked, { name, values, firstLine }: MadePassage): Fix[] {
  const plan = makePassage(script, name, values, firstLine)
  return plan.ok ? [{ title: 'Make it again', edits: plan.edits }] : []
}

function told({ lines }: Checked, { firstLine, lastLine }: MadePassage, now: readonly string[], title: string): string {
  const inner = lines.slice(firstLine, lastLine - 1)
  const note = inner.find(({ kind, raw }) => kind === 'comment' && !now.includes(raw))
  if (note)
    return `Line ${note.number} is a comment inside the made passage “${title}”. It would be lost when the passage is made again; move it above.`
  return `The lines of “${title}” no longer match its numbers on this printer. Make it again, or turn it into ordinary text.`
}

export const keptLineChanged = {
  name: 'kept-line-changed',
  group: 'values',
  severity: 'advice',
  title: 'A made passage no longer matches its marker',
  why: 'A made passage is made from the numbers in its marker. If the printer, the numbers or the lines have changed since, making it again would change what the machine does.',
  silentWhen: 'Silent for a passage that is commented out as a whole.',
  example: { text: 'G28\nM420 S1\n;@ heat-soak minutes=2 warm=ignored\nG4 S60\n;@ end heat-soak' },
  check,
} as const satisfies Rule
