// Rectangles that marks and labels cover in the Desk's pictures.

/** Left to right and low to high, in one unit; the direction of Y is the picture's. */
export type Box = { left: number; right: number; low: number; high: number }

export const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.low < b.high && b.low < a.high
