// The bed's picture zoomed and panned: by wheel, pinch and dragging, by keys, and back to where all of it fits.
import { select } from 'd3-selection'
import { type D3ZoomEvent, type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom'
import { useEffect, useMemo, useRef, useState } from 'react'

/** What fits into the picture, mm, Y going up. */
export type Extent = { left: number; right: number; front: number; back: number }

type Size = { width: number; height: number }

export type BedZoom = {
  /** For the picture's element. */
  attach: (element: SVGSVGElement | null) => void
  viewBox: string
  /** What is seen: its left and upper edge, mm with Y going down, and its size, px. */
  shown: { left: number; top: number; width: number; height: number }
  /** Millimetres to a screen pixel. */
  pixel: number
  /** How many times larger than when all of it fits. */
  times: number
  zoomBy: (factor: number) => void
  panBy: (xShare: number, yShare: number) => void
  showAll: () => void
}

/** As near as a bead is wide enough to be seen, mm a pixel. */
const finestMm = 0.02

/**
 * `drags` is whether dragging does something else now; `focus` is where to look then, at no more than so many millimetres a pixel.
 */
export function useBedZoom(
  { left, right, front, back }: Extent,
  { width, height }: Size,
  drags: boolean,
  focus: { x: number; y: number; mostMmPixel: number } | null,
): BedZoom {
  const [element, attach] = useState<SVGSVGElement | null>(null)
  const [transform, setTransform] = useState(zoomIdentity)
  const fits = width > 0 && height > 0 ? Math.max((right - left) / width, (back - front) / height) : 1
  // What the picture shows without any zoom: all that is to fit, in the middle.
  const [shownLeft, shownTop] = [(left + right) / 2 - (width * fits) / 2, -(front + back) / 2 - (height * fits) / 2]
  const dragging = useRef(drags)
  dragging.current = drags
  const behavior = useMemo<ZoomBehavior<SVGSVGElement, unknown>>(
    () =>
      zoom<SVGSVGElement, unknown>()
        .filter(event => !(dragging.current && event.type !== 'wheel') && !event.button && event.type !== 'dblclick')
        .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => setTransform(event.transform)),
    [],
  )
  useEffect(() => {
    if (!element || width === 0) return
    behavior.extent([
      [0, 0],
      [width, height],
    ])
    behavior.translateExtent([
      [0, 0],
      [width, height],
    ])
    behavior.scaleExtent([1, Math.max(1, fits / finestMm)])
    select(element).call(behavior)
    return () => {
      select(element).on('.zoom', null)
    }
  }, [element, behavior, width, height, fits])
  const [focusX, focusY, mostMmPixel] = [focus?.x ?? null, focus?.y ?? null, focus?.mostMmPixel ?? 0]
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at once when it begins, and not at each step of a drag
  useEffect(() => {
    if (!element || focusX === null || focusY === null || width === 0) return
    const times = Math.max(1, fits / mostMmPixel)
    const at: [number, number] = [(focusX - shownLeft) / fits, (-focusY - shownTop) / fits]
    select(element).call(behavior.transform, zoomIdentity.scale(times))
    select(element).call(behavior.translateTo, ...at)
  }, [element, behavior, focusX === null, mostMmPixel, width])
  const { k, x, y } = transform
  const pixel = fits / k
  const shown = { left: shownLeft - x * pixel, top: shownTop - y * pixel, width, height }
  return {
    attach,
    viewBox: `${shown.left} ${shown.top} ${width * pixel || 1} ${height * pixel || 1}`,
    shown,
    pixel,
    times: k,
    zoomBy: factor => element && select(element).call(behavior.scaleBy, factor),
    panBy: (xShare, yShare) =>
      element && select(element).call(behavior.translateBy, (-xShare * width) / k, (yShare * height) / k),
    showAll: () => element && select(element).call(behavior.transform, zoomIdentity),
  }
}
