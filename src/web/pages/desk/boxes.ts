// What marks and words take up on the Desk's pictures.

/** From left to right and from low to high, in one unit; which way Y goes is the picture's. */
export type Box = { left: number; right: number; low: number; high: number }

export const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.low < b.high && b.low < a.high
