// Removes, moves and copies whole passages with their headings.
import type { Line } from '../../gcode/line.ts'
import type { Passage } from '../passages.ts'
import { type Range, wholeBlockOf, whyParted } from './blocks.ts'
import { type Plan, type Rehearsed, rangeOf, refuse } from './plan.ts'

const blank = (line: Line | undefined): boolean => line?.kind === 'blank'

/** Removes a passage, and blank lines around it that would be doubled. */
export function remove(script: Rehearsed, passage: Passage): Plan {
  const { lines } = script
  const block = wholeBlockOf(script, passage)
  if (typeof block === 'string') return refuse(block)
  const { first, last } = block
  let until = last
  if (first === 1 || blank(lines[first - 2])) while (blank(lines[until])) until++
  return { ok: true, title: `Remove “${passage.title}”`, edits: [{ ...rangeOf(lines, first, until), insert: '' }] }
}

/** The lines of a block with line breaks; a last line without one gets the text's own. */
function ended(text: string, lines: readonly Line[]): string {
  return /[\r\n]$/.test(text) ? text : text + (lines.find(line => line.ending)?.ending ?? '\n')
}

/** Swaps the passage with the previous or next one. Lines between the two stay between them. */
export function move(script: Rehearsed, passages: readonly Passage[], passage: Passage, down: boolean): Plan {
  const { text, lines } = script
  const at = passages.findIndex(each => each.firstLine === passage.firstLine)
  const other = passages[down ? at + 1 : at - 1]
  if (at < 0 || !other) return refuse(down ? 'It is the last passage.' : 'It is the first passage.')
  const [upper, lower] = (down ? [passage, other] : [other, passage]).map(each => wholeBlockOf(script, each))
  for (const block of [upper, lower]) if (typeof block === 'string') return refuse(block)
  const [upperBlock, lowerBlock] = [upper, lower] as [Range, Range]
  if (upperBlock.last >= lowerBlock.first) return refuse('The two belong to one block, which can only go as a whole.')
  const parted = whyParted(script, { first: upperBlock.first, last: lowerBlock.last })
  if (parted) return refuse(parted)
  const a = rangeOf(lines, upperBlock.first, upperBlock.last)
  const b = rangeOf(lines, lowerBlock.first, lowerBlock.last)
  const [above, between, below] = [text.slice(a.from, a.to), text.slice(a.to, b.from), text.slice(b.from, b.to)]
  // The text's last line keeps its line break, or stays without one.
  const unended = !/[\r\n]$/.test(below)
  const swapped = ended(below, lines) + between + (unended ? above.replace(/\r?\n$|\r$/, '') : above)
  return {
    ok: true,
    title: `Move “${passage.title}” ${down ? 'down' : 'up'}`,
    edits: [{ from: a.from, to: b.to, insert: swapped }],
  }
}

/**
 * Inserts a copy after the passage, separated as passages in this text are: by a blank line if there is one before or
 * after it.
 */
export function duplicate(script: Rehearsed, passage: Passage): Plan {
  const { text, lines } = script
  const block = wholeBlockOf(script, passage)
  if (typeof block === 'string') return refuse(block)
  const { first, last } = block
  const { from, to } = rangeOf(lines, first, last)
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  const gap = blank(lines[first - 2]) || blank(lines[last]) ? ending : ''
  const copy = text.slice(from, to)
  const insert = /[\r\n]$/.test(copy) ? gap + copy : ending + gap + copy
  return { ok: true, title: `Copy “${passage.title}”`, edits: [{ from: to, to, insert }] }
}

/** Changes the words of a heading and keeps its decoration, or adds a heading to a passage without one. */
export function rename({ lines }: Rehearsed, passage: Passage, title: string): Plan {
  const wanted = title.trim().replace(/\s+/g, ' ')
  if (wanted === '') return refuse('A heading needs words.')
  if (/[\r\n]/.test(title)) return refuse('A heading is one line.')
  const first = lines[passage.firstLine - 1]
  if (!first) return refuse('It is no longer there.')
  const heading =
    passage.headingLine === null
      ? undefined
      : lines.slice(passage.headingLine - 1, passage.firstLine - 1).find(line => line.raw.includes(passage.title))
  if (heading) {
    const from = heading.from + heading.raw.indexOf(passage.title)
    return {
      ok: true,
      title: `Call it “${wanted}”`,
      edits: [{ from, to: from + passage.title.length, insert: wanted }],
    }
  }
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  return {
    ok: true,
    title: `Call it “${wanted}”`,
    edits: [{ from: first.from, to: first.from, insert: `; --- ${wanted} ---${ending}` }],
  }
}
