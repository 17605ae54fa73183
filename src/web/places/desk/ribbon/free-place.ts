// Where a word has room beside curves and other words.

/** Pixels, Y going down. */
export type Box = { left: number; right: number; top: number; bottom: number }

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/** What a curve passes, from each of its points to the next. */
export const boxesOf = (points: readonly (readonly [x: number, y: number])[]): Box[] =>
  points.slice(1).map(([x, y], i) => {
    const [fromX, fromY] = points[i] as readonly [number, number]
    return { left: Math.min(fromX, x), right: Math.max(fromX, x), top: Math.min(fromY, y), bottom: Math.max(fromY, y) }
  })

/** The first of these places, from the left, where a word lies over nothing; the first of all where there is none. */
export function freeX(
  word: Omit<Box, 'left' | 'right'> & { wide: number },
  xs: readonly number[],
  taken: readonly Box[],
): number {
  const { wide, top, bottom } = word
  const near = taken.filter(each => each.top < bottom && top < each.bottom)
  const free = xs.find(x => !near.some(each => overlap(each, { left: x, right: x + wide, top, bottom })))
  return free ?? xs[0] ?? 0
}
