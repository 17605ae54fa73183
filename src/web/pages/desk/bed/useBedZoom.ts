// Zooms and pans the bed's picture: by wheel, pinch, dragging and keys, and back to the whole.
import { useEffect, useRef, useState } from 'react'
import { useLatest } from '../../../lib/useLatest.ts'
import { type Transform, type Zooming, zoomingOf } from './zooming.ts'

/** The area that has to fit into the picture, mm, Y up. */
export type Extent = { left: number; right: number; front: number; back: number }

type Size = { width: number; height: number }

export type BedZoom = {
  /** A ref for the SVG element. */
  attach: (element: SVGSVGElement | null) => void
  viewBox: string
  /** The visible part: its left and upper edges, mm with Y down, and its size, px. */
  shown: { left: number; top: number; width: number; height: number }
  /** Millimetres per screen pixel. */
  pixel: number
  /** The magnification; 1 shows everything. */
  times: number
  zoomBy: (factor: number) => void
  panBy: (xShare: number, yShare: number) => void
  showAll: () => void
}

/** The closest zoom, mm per pixel: a bead is then wide enough to see. */
const finestMm = 0.02

/**
 * `drags` tells whether dragging has a different meaning now. `focus` is the position to show then, and the largest
 * scale, mm per pixel.
 */
export function useBedZoom(
  { left, right, front, back }: Extent,
  { width, height }: Size,
  drags: boolean,
  focus: { x: number; y: number; maxMmPixel: number } | null,
): BedZoom {
  const [element, attach] = useState<SVGSVGElement | null>(null)
  const [transform, setTransform] = useState<Transform>({ k: 1, x: 0, y: 0 })
  const fits = width > 0 && height > 0 ? Math.max((right - left) / width, (back - front) / height) : 1
  // The unzoomed view: everything, centred.
  const [shownLeft, shownTop] = [(left + right) / 2 - (width * fits) / 2, -(front + back) / 2 - (height * fits) / 2]
  // The latest values for event handlers and late callbacks.
  const now = useLatest({ drags, width, height, max: Math.max(1, fits / finestMm) })
  const zooming = useRef<Zooming | null>(null)
  useEffect(() => {
    if (!element) return
    const made = zoomingOf(element, () => now.current.drags, setTransform)
    made.sized(now.current.width, now.current.height, now.current.max)
    zooming.current = made
    return () => {
      made.end()
      zooming.current = null
    }
  }, [element, now])
  useEffect(() => {
    if (width > 0) zooming.current?.sized(width, height, Math.max(1, fits / finestMm))
  }, [width, height, fits])
  const [focusX, focusY, maxMmPixel] = [focus?.x ?? null, focus?.y ?? null, focus?.maxMmPixel ?? 0]
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at once when it begins, and not at each step of a drag
  useEffect(() => {
    if (!element || focusX === null || focusY === null || width === 0) return
    const times = Math.max(1, fits / maxMmPixel)
    const [x, y] = [(focusX - shownLeft) / fits, (-focusY - shownTop) / fits]
    zooming.current?.lookAt(times, x, y)
  }, [element, focusX === null, maxMmPixel, width])
  const { k, x, y } = transform
  const pixel = fits / k
  const shown = { left: shownLeft - x * pixel, top: shownTop - y * pixel, width, height }
  return {
    attach,
    viewBox: `${shown.left} ${shown.top} ${width * pixel || 1} ${height * pixel || 1}`,
    shown,
    pixel,
    times: k,
    zoomBy: factor => zooming.current?.by(factor),
    panBy: (xShare, yShare) => zooming.current?.pan((-xShare * width) / k, (yShare * height) / k),
    showAll: () => zooming.current?.all(),
  }
}
