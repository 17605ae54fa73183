// Follows a value that changes at every key, but only once it has stopped changing.
import { useEffect, useState } from 'react'

/** Returns the last value that stayed unchanged for `afterMs` milliseconds. */
export function useDebounced<T>(value: T, afterMs: number): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), afterMs)
    return () => clearTimeout(timer)
  }, [value, afterMs])
  return settled
}
