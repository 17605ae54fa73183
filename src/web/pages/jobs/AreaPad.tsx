// The print's area on the bed. Dragging or arrow keys move it; dragging a corner, or Shift and arrow keys, resize it.
import { type KeyboardEvent, type PointerEvent, useRef } from 'react'
import type { Rectangle } from '../../../core/model/job.ts'
import type { Printer } from '../../../core/model/printer.ts'

type Props = { printer: Printer; area: Rectangle; tower: Rectangle | null; onChange: (area: Rectangle) => void }

const stepMm = 5
const leastMm = 5

export function AreaPad({ printer, area, tower, onChange }: Props) {
  const [[left, right], [front, back]] = [printer.bed.x, printer.bed.y]
  const picture = useRef<SVGSVGElement>(null)
  const held = useRef<{ x: number; y: number; from: Rectangle; size: boolean } | null>(null)
  const placeOf = (event: PointerEvent) => {
    const toMm = picture.current?.getScreenCTM()?.inverse()
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(toMm)
    return { x: point.x, y: front + back - point.y }
  }
  const grab = (event: PointerEvent<SVGElement>, size: boolean) => {
    event.preventDefault()
    event.stopPropagation()
    picture.current?.setPointerCapture(event.pointerId)
    held.current = { ...placeOf(event), from: area, size }
  }
  const drag = (event: PointerEvent) => {
    if (!held.current) return
    const { x, y, from, size } = held.current
    const at = placeOf(event)
    onChange(size ? sized(from, at.x - x, at.y - y) : moved(from, at.x - x, at.y - y))
  }
  const key = (event: KeyboardEvent) => {
    const dx = event.key === 'ArrowRight' ? stepMm : event.key === 'ArrowLeft' ? -stepMm : 0
    const dy = event.key === 'ArrowUp' ? stepMm : event.key === 'ArrowDown' ? -stepMm : 0
    if (dx === 0 && dy === 0) return
    event.preventDefault()
    onChange(event.shiftKey ? sized(area, dx, dy) : moved(area, dx, dy))
  }
  const corner = (right - left) / 28
  return (
    <figure>
      <svg
        ref={picture}
        viewBox={`${left - 4} ${front - 4} ${right - left + 8} ${back - front + 8}`}
        className="w-full touch-none rounded-sm"
        role="application"
        aria-label="The print’s area on the bed: arrow keys move it, with Shift they size it"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the area is moved by keys here
        tabIndex={0}
        onKeyDown={key}
        onPointerMove={drag}
        onPointerUp={() => {
          held.current = null
        }}
      >
        <rect
          x={left}
          y={front}
          width={right - left}
          height={back - front}
          rx={3}
          fill="var(--paper)"
          stroke="var(--ink)"
          vectorEffect="non-scaling-stroke"
        />
        <rect
          x={area.left}
          y={front + back - area.back}
          width={Math.max(0, area.right - area.left)}
          height={Math.max(0, area.back - area.front)}
          fill="var(--heat-fill)"
          stroke="var(--heat)"
          strokeDasharray="6 3"
          vectorEffect="non-scaling-stroke"
          className="cursor-move"
          onPointerDown={event => grab(event, false)}
        />
        {tower && (
          <rect
            x={tower.left}
            y={front + back - tower.back}
            width={Math.max(0, tower.right - tower.left)}
            height={Math.max(0, tower.back - tower.front)}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={2}
            strokeDasharray="2 3"
            vectorEffect="non-scaling-stroke"
          >
            <title>prime tower</title>
          </rect>
        )}
        <rect
          x={area.right - corner}
          y={front + back - area.back}
          width={corner}
          height={corner}
          fill="var(--heat)"
          className="cursor-nesw-resize"
          onPointerDown={event => grab(event, true)}
        />
      </svg>
      <figcaption className="pt-1 text-small text-soft">
        Drag it, or its corner. Arrow keys move it, with Shift they size it.{tower && ' Dotted: the prime tower.'}
      </figcaption>
    </figure>
  )
}

const moved = ({ left, right, front, back }: Rectangle, dx: number, dy: number): Rectangle => ({
  left: left + dx,
  right: right + dx,
  front: front + dy,
  back: back + dy,
})

const sized = (area: Rectangle, dx: number, dy: number): Rectangle => ({
  ...area,
  right: Math.max(area.left + leastMm, area.right + dx),
  back: Math.max(area.front + leastMm, area.back + dy),
})
