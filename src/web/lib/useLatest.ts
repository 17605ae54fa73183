// Gives event handlers that outlive a render the latest value.
import { type RefObject, useLayoutEffect, useRef } from 'react'

/** A ref that holds the value of the latest render. Not for reading while rendering. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value)
  useLayoutEffect(() => {
    latest.current = value
  })
  return latest
}
