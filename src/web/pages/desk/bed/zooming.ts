// What zooms and pans a picture by wheel, pinch and dragging. Loaded when somebody first comes to it.
import { select } from 'd3-selection'
import { type D3ZoomEvent, zoom, zoomIdentity } from 'd3-zoom'

/** So many times larger, and then moved, px. */
export type Transform = { k: number; x: number; y: number }

export type Zooming = ReturnType<typeof zoomingOf>

/** `elsewhere` is whether dragging does something else now; `told` hears what is shown from then on. */
export function zoomingOf(element: SVGSVGElement, elsewhere: () => boolean, told: (to: Transform) => void) {
  const behavior = zoom<SVGSVGElement, unknown>()
    .filter(event => !(elsewhere() && event.type !== 'wheel') && !event.button && event.type !== 'dblclick')
    .on('zoom', ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) => told(transform))
  const picture = select(element).call(behavior)
  return {
    /** The picture's size, px, and how many times larger it may become. */
    sized(width: number, height: number, max: number) {
      const all: [[number, number], [number, number]] = [
        [0, 0],
        [width, height],
      ]
      behavior.extent(all).translateExtent(all).scaleExtent([1, max])
    },
    by: (factor: number) => void picture.call(behavior.scaleBy, factor),
    /** Pixels of the picture when all of it fits. */
    pan: (x: number, y: number) => void picture.call(behavior.translateBy, x, y),
    /** So many times larger, with a place of the picture in its middle, px. */
    lookAt(times: number, x: number, y: number) {
      picture.call(behavior.transform, zoomIdentity.scale(times))
      picture.call(behavior.translateTo, x, y)
    },
    all: () => void picture.call(behavior.transform, zoomIdentity),
    end: () => void picture.on('.zoom', null),
  }
}
