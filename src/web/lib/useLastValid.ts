// Keeps the last valid value of a form for pictures: an empty field has no number for a moment.
import { useRef } from 'react'

const hasItsNumbers = (value: unknown): boolean =>
  typeof value === 'number'
    ? Number.isFinite(value)
    : typeof value !== 'object' || value === null || Object.values(value).every(hasItsNumbers)

/** Returns the latest value whose numbers are all valid. */
export function useSound<T>(value: T): T {
  const newest = useRef(value)
  // Copied, because a form changes its value in place.
  if (hasItsNumbers(value)) newest.current = structuredClone(value)
  return newest.current
}
