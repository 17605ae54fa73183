// Chooses the labels on the bed that have room.
import { type Box, overlap } from '../boxes.ts'

export type Label = {
  text: string
  /** The position of the text's baseline, mm; Y points up. */
  x: number
  y: number
  anchor: 'start' | 'middle' | 'end'
}

/** The height of a line and the width of a letter, pixels, slightly overestimated. */
export const letterPx = 13
const [lineHighPx, letterWidePx] = [15, 6.6]
/** The size of a spot's symbol from its centre, pixels. */
const signPx = 6

function boxOf({ text, x, y, anchor }: Label, pixel: number): Box {
  const wide = text.length * letterWidePx * pixel
  const left = x - { start: 0, middle: wide / 2, end: wide }[anchor]
  return { left, right: left + wide, low: y - 3 * pixel, high: y + (lineHighPx - 3) * pixel }
}

/**
 * The labels that cover no earlier label and none of the symbols, which are given by their centres. `pixel` is the
 * width of a screen pixel, mm.
 */
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

/** The name of a spot in words. */
export const spaced = (name: string): string => name.replaceAll('_', ' ')
