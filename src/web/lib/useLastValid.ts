// For pictures of what is being written: a field that is empty for a moment has no number.
import { useRef } from 'react'

const hasItsNumbers = (value: unknown): boolean =>
  typeof value === 'number'
    ? Number.isFinite(value)
    : typeof value !== 'object' || value === null || Object.values(value).every(hasItsNumbers)

/** The newest of what was given whose numbers are all there. */
export function useSound<T>(value: T): T {
  const newest = useRef(value)
  // A form writes into what it gave.
  if (hasItsNumbers(value)) newest.current = structuredClone(value)
  return newest.current
}
