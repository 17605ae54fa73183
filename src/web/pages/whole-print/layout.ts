// Where the bands of a whole print's ribbon stand: folded, or true to time; and which tools have a lane.
import type { PrintShown, SituationShown } from '../../../core/print/shown.ts'

const bodyPx = 14
const gapPx = 6
const maxWider = 1.8
/** A tool that never gets warmer than this is cold. */
const warmC = 30

/** A situation as a band `width` wide from `x` on, with `body` of printing before it; all px. */
export type Piece = { situation: number; x: number; width: number; body: number }
/** What stands there once for all the times that it comes. */
export type Group = { x: number; width: number; times: number; fromLayer: number; toLayer: number; pieces: Piece[] }

type Shown = Pick<PrintShown, 'course' | 'totalS'> & { situations: readonly Pick<SituationShown, 'seconds'>[] }
type Laid = { groups: Group[]; width: number }
type Sizes = (printedS: number, seconds: number, times: number) => { body: number; width: number }

/** All bands one behind the other, a gap between what stands there once. */
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

/** Folded: what comes again stands once; each band as wide as a name needs, and a little wider for a longer one. */
export function folded(print: Omit<Shown, 'totalS'>, room: number): Laid {
  const stretched = (by: number) =>
    laid(print, gapPx * by, (printedS, seconds) => ({
      body: printedS > 0 ? bodyPx * by : 0,
      width: widthOf(seconds) * by,
    }))
  // Short prints use the width that there is.
  const wider = Math.min(maxWider, Math.max(1, room / stretched(1).width))
  const { groups, width } = stretched(wider)
  return { groups, width: Math.max(room, width) }
}

/** True to time: each stretch as wide as it takes of the whole, its scripts behind its printing. */
export function inTime(print: Shown, room: number): Laid {
  const perS = room / Math.max(1, print.totalS)
  const { groups, width } = laid(print, 0, (printedS, seconds, times) => ({
    body: printedS * times * perS,
    width: Math.max(1, seconds * times * perS),
  }))
  return { groups, width: Math.max(room, width) }
}

/** The tools that a print warms or has in use; the others stand in their docks, cold. */
export function lanesOf(situations: readonly Pick<SituationShown, 'heats' | 'tool'>[]): number[] {
  const tools = situations[0]?.heats.length ?? 1
  const used = Array.from({ length: tools }, (_, tool) => tool).filter(tool =>
    situations.some(each => each.tool === tool || (each.heats[tool] ?? []).some(heat => heat > warmC)),
  )
  return used.length ? used : [0]
}
