// Finds room for a label beside curves and other labels; pixels, Y down.
import { type Box, overlap } from '../boxes.ts'

/** The boxes that a curve passes through, from each of its points to the next. */
export const boxesOf = (points: readonly (readonly [x: number, y: number])[]): Box[] =>
  points.slice(1).map(([x, y], i) => {
    const [fromX, fromY] = points[i] as readonly [number, number]
    return { left: Math.min(fromX, x), right: Math.max(fromX, x), low: Math.min(fromY, y), high: Math.max(fromY, y) }
  })

type Word = Pick<Box, 'low' | 'high'> & { wide: number }

/** The first of these positions, from the left, where a label overlaps nothing; the first of all if there is none. */
export function freeX({ wide, low, high }: Word, xs: readonly number[], taken: readonly Box[]): number {
  const free = xs.find(x => !taken.some(each => overlap(each, { left: x, right: x + wide, low, high })))
  return free ?? xs[0] ?? 0
}
