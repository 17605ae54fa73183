// Changes several properties of a purge at once: each step works on the result of the previous one, and all are one
// edit.
import { read } from '../../gcode/read.ts'
import { applyEdits, type Edit } from '../../model/script.ts'
import { rehearseLines } from '../../resolve/resolve.ts'
import { type Passage, passagesOf } from '../passages.ts'
import { type Edge, moveToEdge } from './edge.ts'
import { mirror } from './mirror.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'
import { scalePurge, setBead, setBeadWidth, setPurgeLength, setPurgeSpeed } from './purge.ts'

/** The wanted properties; missing ones stay as they are. At most one of amount, bead and width. */
export type Shape = {
  amountPercent?: number | undefined
  beadMm2?: number | undefined
  widthMm?: number | undefined
  speedMmS?: number | undefined
  lengthMm?: number | undefined
  edge?: Edge | undefined
  mirror?: 'x' | 'y' | undefined
}

type Way = (script: Rehearsed, passage: Passage) => Plan

/** The steps in order: first where the purge lies, then what it extrudes. */
function waysOf(wanted: Shape): Way[] {
  const { amountPercent, beadMm2, widthMm, speedMmS, lengthMm, edge, mirror: axis } = wanted
  const ways: (Way | undefined)[] = [
    lengthMm === undefined ? undefined : (script, passage) => setPurgeLength(script, passage, lengthMm),
    edge && ((script, passage) => moveToEdge(script, passage, edge)),
    axis && ((script, passage) => mirror(script, passage, axis)),
    amountPercent === undefined ? undefined : (script, passage) => scalePurge(script, passage, amountPercent),
    beadMm2 === undefined ? undefined : (script, passage) => setBead(script, passage, beadMm2),
    widthMm === undefined ? undefined : (script, passage) => setBeadWidth(script, passage, widthMm),
    speedMmS === undefined ? undefined : (script, passage) => setPurgeSpeed(script, passage, speedMmS),
  ]
  return ways.filter(way => way !== undefined)
}

/** The script after an edit, and the passage in it: these tools neither add nor remove lines. */
function after({ stage, text }: Rehearsed, { firstLine, kind }: Passage, edits: readonly Edit[]) {
  const now = applyEdits(text, edits)
  const lines = read(now)
  const { resolution, trace } = rehearseLines(lines, stage)
  const all = passagesOf(lines, trace, stage).flatMap(each => [each, ...each.parts])
  const passage =
    all.find(each => each.firstLine === firstLine && each.kind === kind) ??
    all.find(each => each.firstLine === firstLine)
  return { script: { text: now, lines, commands: trace.ran ?? [], resolution, trace, stage }, passage }
}

/** Refused if one of the steps is refused. Properties that already have the wanted value are skipped. */
export function shape(script: Rehearsed, passage: Passage, wanted: Shape): Plan {
  let now = script
  let its = passage
  const titles: string[] = []
  for (const way of waysOf(wanted)) {
    const plan = way(now, its)
    if (!plan.ok && plan.why.endsWith('already.')) continue
    if (!plan.ok) return plan
    const next = after(now, its, plan.edits)
    if (!next.passage) return refuse('It would no longer be the same passage. Change one thing at a time.')
    now = next.script
    its = next.passage
    titles.push(plan.title)
  }
  const edits = script.lines.flatMap(({ from, raw }, i): Edit[] => {
    const changed = now.lines[i]?.raw ?? raw
    return changed === raw ? [] : [{ from, to: from + raw.length, insert: changed }]
  })
  const [only] = titles
  return { ok: true, title: titles.length === 1 && only ? only : `Shape “${passage.title}”`, edits }
}
