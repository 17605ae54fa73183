// Keeps the last valid value of a form for pictures: an empty field has no number for a moment.
import { useEffect, useRef } from 'react'

const hasValidNumbers = (value: unknown): boolean =>
  typeof value === 'number'
    ? Number.isFinite(value)
    : typeof value !== 'object' || value === null || Object.values(value).every(hasValidNumbers)

/** Returns a copy of the latest value whose numbers are all valid. Pass only what is drawn: it is copied at every render. */
export function useLastValid<T>(value: T): T {
  const lastValid = useRef(value)
  // Copied, because a form changes its value in place.
  const copy = hasValidNumbers(value) ? structuredClone(value) : null
  useEffect(() => {
    if (copy) lastValid.current = copy
  })
  return copy ?? lastValid.current
}
