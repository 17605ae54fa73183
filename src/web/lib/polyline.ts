// A polyline as an SVG path.

/** Straight lines from point to point, to a tenth of a pixel; null ends a line and starts the next. */
export function polyline(points: Iterable<readonly [x: number, y: number] | null>): string {
  let path = ''
  let begun = false
  for (const point of points) {
    if (point) path += `${begun ? 'L' : 'M'}${Math.round(point[0] * 10) / 10},${Math.round(point[1] * 10) / 10}`
    begun = point !== null
  }
  return path
}
