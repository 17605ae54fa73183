// The layout of the bands on a whole print's ribbon: folded, or true to time; and the tools that have a lane.
import type { PrintShown, SituationShown } from '../../../core/print/shown.ts'

const bodyPx = 14
const gapPx = 6
const maxWider = 1.8
/** A tool that never exceeds this, °C, is cold. */
const warmC = 30

/** A situation as a band of `width` from `x` on, after a stretch of printing `body` long; all px. */
export type Piece = { situation: number; x: number; width: number; body: number }
/** Repeated situations that are drawn once. */
export type Group = { x: number; width: number; times: number; fromLayer: number; toLayer: number; pieces: Piece[] }

type Shown = Pick<PrintShown, 'course' | 'totalS'> & { situations: readonly Pick<SituationShown, 'seconds'>[] }
type Laid = { groups: Group[]; width: number }
type Sizes = (printedS: number, seconds: number, times: number) => { body: number; width: number }

/** All bands in a row, with gaps between groups. */
function laid({ course, situations }: Omit<Shown, 'totalS'>, gap: number, sizes: Sizes): Laid {
  let x = 0
  const groups = course.map(({ pieces, ...fold }): Group => {
    const began = x
    const placed = pieces.map(({ situation, printedS }): Piece => {
      const { body, width } = sizes(printedS, situations[situation]?.seconds ?? 0, fold.times)
      x += body + width
      return { situation, x: x - width, width, body }
    })
    const group = { ...fold, x: began, width: x - began, pieces: placed }
    x += gap
    return group
  })
  return { groups, width: x }
}

const widthOf = (seconds: number): number => Math.min(170, Math.max(58, 30 + 18 * Math.sqrt(seconds)))

/** Folded: repeated situations are drawn once, each band as wide as its label needs, slightly wider for longer ones. */
export function folded(print: Omit<Shown, 'totalS'>, room: number): Laid {
  const stretched = (by: number) =>
    laid(print, gapPx * by, (printedS, seconds) => ({
      body: printedS > 0 ? bodyPx * by : 0,
      width: widthOf(seconds) * by,
    }))
  // Short prints fill the available width.
  const wider = Math.min(maxWider, Math.max(1, room / stretched(1).width))
  const { groups, width } = stretched(wider)
  return { groups, width: Math.max(room, width) }
}

/** True to time: each stretch in proportion to its duration, its scripts after its printing. */
export function inTime(print: Shown, room: number): Laid {
  const perS = room / Math.max(1, print.totalS)
  const { groups, width } = laid(print, 0, (printedS, seconds, times) => ({
    body: printedS * times * perS,
    width: Math.max(1, seconds * times * perS),
  }))
  return { groups, width: Math.max(room, width) }
}

/** The tools that a print heats or uses; the others stay cold in their docks. */
export function lanesOf(situations: readonly Pick<SituationShown, 'heats' | 'tool'>[]): number[] {
  const tools = situations[0]?.heats.length ?? 1
  const used = Array.from({ length: tools }, (_, tool) => tool).filter(tool =>
    situations.some(each => each.tool === tool || (each.heats[tool] ?? []).some(heat => heat > warmC)),
  )
  return used.length ? used : [0]
}
