// Where a word has room beside curves and other words; pixels, Y going down.
import { type Box, overlap } from '../boxes.ts'

/** What a curve passes, from each of its points to the next. */
export const boxesOf = (points: readonly (readonly [x: number, y: number])[]): Box[] =>
  points.slice(1).map(([x, y], i) => {
    const [fromX, fromY] = points[i] as readonly [number, number]
    return { left: Math.min(fromX, x), right: Math.max(fromX, x), low: Math.min(fromY, y), high: Math.max(fromY, y) }
  })

type Word = Pick<Box, 'low' | 'high'> & { wide: number }

/** The first of these places, from the left, where a word lies over nothing; the first of all where there is none. */
export function freeX({ wide, low, high }: Word, xs: readonly number[], taken: readonly Box[]): number {
  const free = xs.find(x => !taken.some(each => overlap(each, { left: x, right: x + wide, low, high })))
  return free ?? xs[0] ?? 0
}
