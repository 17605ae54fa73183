// Waits until a value that changes at every key has stopped changing.
import { useEffect, useState } from 'react'

/** The value as it was when it last stood unchanged for this long, ms. */
export function useDebounced<T>(value: T, afterMs: number): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), afterMs)
    return () => clearTimeout(timer)
  }, [value, afterMs])
  return settled
}
