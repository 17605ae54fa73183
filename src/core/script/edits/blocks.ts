// Finds blocks that must not be cut: guards, branches and loops, made passages, refrains.
import { effectOf } from '../../firmware/spec.ts'
import { guardsOf } from '../../formula/marks.ts'
import { type Line, numberOf } from '../../gcode/line.ts'
import { formulasIn } from '../../gcode/pieces.ts'
import { indentOf } from '../../gcode/read.ts'
import type { Stage } from '../../machine/state.ts'
import { isForeign } from '../../resolve/foreign.ts'
import { branchIn, insideOf } from '../../vocabulary/tags.ts'
import { madePassages } from '../makers/maker.ts'
import type { Passage } from '../passages.ts'
import { refrainsIn } from '../refrain-marks.ts'
import { blockOf, type Rehearsed } from './plan.ts'

/** Lines first…last, from 1; `seams` are the lines that separate its branches, including the first and the last. */
type Block = { what: string; first: number; last: number; seams: readonly number[] }

export type Range = { first: number; last: number }

/** A slicer's branches, each from its condition to its end. */
function foreignBlocks(lines: readonly Line[], stage: Stage): Block[] {
  const blocks: Block[] = []
  const open: number[][] = []
  for (const line of lines) {
    if (!isForeign(line, stage)) continue
    for (const { formula, text } of formulasIn(line.raw)) {
      const kind = formula ? branchIn(insideOf(text))?.kind : undefined
      if (kind === 'when') open.push([line.number])
      else if (kind === 'end') {
        const seams = [...(open.pop() ?? []), line.number]
        blocks.push({ what: 'branch', first: seams[0] ?? line.number, last: line.number, seams })
      } else if (kind) open.at(-1)?.push(line.number)
    }
  }
  return blocks
}

/** Branches and loops that are marked by indentation. */
function indentedBlocks(lines: readonly Line[]): Block[] {
  const blocks: Block[] = []
  const commands = lines.filter(({ command }) => command !== null)
  commands.forEach((opener, at) => {
    const name = opener.command?.name
    if (name !== 'IF' && name !== 'WHILE') return
    const indent = indentOf(opener.raw)
    const seams = [opener.number]
    let last = opener.number
    for (const line of commands.slice(at + 1)) {
      const further = indentOf(line.raw) - indent
      const branch = name === 'IF' && further === 0 && /^(?:ELIF|ELSE)$/.test(line.command?.name ?? '')
      if (further <= 0 && !branch) break
      if (branch) seams.push(line.number)
      last = line.number
    }
    blocks.push({ what: name === 'IF' ? 'branch' : 'loop', first: opener.number, last, seams })
  })
  return blocks
}

/** Lines between repeat markers. */
function repeatedBlocks(lines: readonly Line[], stage: Stage): Block[] {
  const blocks: Block[] = []
  const open: number[] = []
  for (const { number, command } of lines) {
    const effect = command ? effectOf(stage.firmware, command) : undefined
    if (!command || effect?.does !== 'repeat') continue
    if (numberOf(command, effect.times) !== null) open.push(number)
    else {
      const first = open.pop()
      if (first !== undefined) blocks.push({ what: 'loop', first, last: number, seams: [first, number] })
    }
  }
  return blocks
}

function blocksIn({ lines, stage }: Pick<Rehearsed, 'lines' | 'stage'>): Block[] {
  const guards = guardsOf(lines.map(({ kind, raw }) => (kind === 'mark' ? raw : ''))).map(
    ({ endLine, branches }): Block => {
      const seams = [...branches.map(({ line }) => line), endLine]
      return { what: 'guard', first: seams[0] ?? endLine, last: endLine, seams }
    },
  )
  const whole =
    (what: string) =>
    (each: { firstLine: number; lastLine: number }): Block => ({
      what,
      first: each.firstLine,
      last: each.lastLine,
      seams: [each.firstLine, each.lastLine],
    })
  return [
    ...guards,
    ...foreignBlocks(lines, stage),
    ...(stage.firmware.flow ? indentedBlocks(lines) : repeatedBlocks(lines, stage)),
    ...madePassages(lines).made.map(whole('made passage')),
    ...refrainsIn(lines).map(whole('refrain')),
  ]
}

/** Whether a range cuts a block: it neither contains the whole block nor lies within one branch. */
function cuts({ first, last }: Range, block: Block): boolean {
  if (last < block.first || first > block.last) return false
  if (first <= block.first && last >= block.last) return false
  const seam = block.seams.findLast(each => each < first)
  const next = block.seams.find(each => each > (seam ?? 0)) ?? block.last + 1
  return seam === undefined || last >= next || last > block.last
}

/** The first block that a range cuts; null if it cuts none. */
const cutBlock = (blocks: readonly Block[], range: Range): Block | null =>
  blocks.find(block => cuts(range, block)) ?? null

const toldAs = ({ what, first, last }: Block): string => `the ${what} on lines ${first} to ${last}`

/**
 * A passage's lines with its heading, and with the guards, branches and markers around them if those contain nothing
 * else. A sentence if the passage is an inseparable part of such a block.
 */
export function wholeBlockOf(script: Rehearsed, passage: Passage): Range | string {
  const blocks = blocksIn(script)
  let range: Range = blockOf(passage)
  for (let cut = cutBlock(blocks, range); cut; cut = cutBlock(blocks, range)) {
    const grown = { first: Math.min(range.first, cut.first), last: Math.max(range.last, cut.last) }
    const others = script.lines
      .slice(grown.first - 1, grown.last)
      .some(
        ({ number, command }) =>
          command && (number < range.first || number > range.last) && !cut.seams.includes(number),
      )
    if (others) return `“${passage.title}” and ${toldAs(cut)} overlap: a part of that can’t go by itself.`
    range = grown
  }
  return range
}

/** Why a range of lines can't be commented out or moved: it would cut a block. Null if it would not. */
export function whyParted(script: Rehearsed, range: Range): string | null {
  const cut = cutBlock(blocksIn(script), range)
  return cut ? `It would go into or out of ${toldAs(cut)}, where its lines would mean something else.` : null
}
