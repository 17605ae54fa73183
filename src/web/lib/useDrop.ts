// A place where things are dropped: whether something hangs over it, and what to do when it falls.
import { type DragEvent, useState } from 'react'

export function useDrop(onDrop: (data: DataTransfer) => void) {
  const [over, setOver] = useState(false)
  return {
    over,
    handlers: {
      'data-takes-files': true,
      onDragOver: (event: DragEvent) => {
        event.preventDefault()
        setOver(true)
      },
      onDragLeave: () => setOver(false),
      onDrop: (event: DragEvent) => {
        event.preventDefault()
        setOver(false)
        onDrop(event.dataTransfer)
      },
    },
  }
}
