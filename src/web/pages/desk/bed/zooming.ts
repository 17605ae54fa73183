// Zooms and pans a picture by wheel, pinch and dragging. Loaded when the pointer or the focus first enters the picture.
import { select } from 'd3-selection'
import { type D3ZoomEvent, zoom, zoomIdentity } from 'd3-zoom'

/** A magnification, then a shift, px. */
export type Transform = { k: number; x: number; y: number }

export type Zooming = ReturnType<typeof zoomingOf>

/** `elsewhere` tells whether dragging has a different meaning now; `onTransform` gets each new transform. */
export function zoomingOf(element: SVGSVGElement, elsewhere: () => boolean, onTransform: (to: Transform) => void) {
  const behavior = zoom<SVGSVGElement, unknown>()
    .filter(event => !(elsewhere() && event.type !== 'wheel') && !event.button && event.type !== 'dblclick')
    .on('zoom', ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) => onTransform(transform))
  const picture = select(element).call(behavior)
  return {
    /** Sets the picture's size, px, and the largest magnification. */
    sized(width: number, height: number, max: number) {
      const all: [[number, number], [number, number]] = [
        [0, 0],
        [width, height],
      ]
      behavior.extent(all).translateExtent(all).scaleExtent([1, max])
    },
    by: (factor: number) => void picture.call(behavior.scaleBy, factor),
    /** In pixels of the unzoomed picture. */
    pan: (x: number, y: number) => void picture.call(behavior.translateBy, x, y),
    /** Magnifies, with this position of the picture in the centre, px. */
    lookAt(times: number, x: number, y: number) {
      picture.call(behavior.transform, zoomIdentity.scale(times))
      picture.call(behavior.translateTo, x, y)
    },
    all: () => void picture.call(behavior.transform, zoomIdentity),
    end: () => void picture.on('.zoom', null),
  }
}
