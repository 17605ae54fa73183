// Words on the bed: those that there is room for.
import { type Box, overlap } from '../boxes.ts'

export type Label = {
  text: string
  /** Where its line of writing stands, mm, Y going up. */
  x: number
  y: number
  anchor: 'start' | 'middle' | 'end'
}

/** Height of a line and width of a letter, pixels: of the size that they are drawn in, and rather more than less. */
export const letterPx = 13
const [lineHighPx, letterWidePx] = [15, 6.6]
/** How far a spot's sign reaches from its middle, pixels. */
const signPx = 6

function boxOf({ text, x, y, anchor }: Label, pixel: number): Box {
  const wide = text.length * letterWidePx * pixel
  const left = x - { start: 0, middle: wide / 2, end: wide }[anchor]
  return { left, right: left + wide, low: y - 3 * pixel, high: y + (lineHighPx - 3) * pixel }
}

/** Those that cover none before them and none of the signs, given by their middles; `pixel` is the width of a screen pixel, mm. */
export function withRoom(labels: readonly Label[], pixel: number, signs: readonly { x: number; y: number }[]): Label[] {
  const reach = signPx * pixel
  const taken: Box[] = signs.map(({ x, y }) => ({ left: x - reach, right: x + reach, low: y - reach, high: y + reach }))
  return labels.filter(label => {
    const box = boxOf(label, pixel)
    if (taken.some(other => overlap(box, other))) return false
    taken.push(box)
    return true
  })
}

/** A spot's name as words. */
export const spaced = (name: string): string => name.replaceAll('_', ' ')
