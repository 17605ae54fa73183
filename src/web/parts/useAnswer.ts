// What a page asks for while it is shown: the answer to what it asks now, however late an older one comes.
import { useEffect, useState } from 'react'

type Answered<T> = { answer: T | null; problem: string | null }

const waiting = { answer: null, problem: null }

/** Asks, and again whenever `ask` is another function; until its answer has come there is none, nor a problem. */
export function useAnswer<T>(ask: () => Promise<T>): Answered<T> {
  const [last, setLast] = useState<Answered<T> & { ask: () => Promise<T> }>({ ask, ...waiting })
  useEffect(() => {
    let current = true
    ask().then(
      answer => current && setLast({ ask, answer, problem: null }),
      (error: Error) => current && setLast({ ask, answer: null, problem: error.message }),
    )
    return () => {
      current = false
    }
  }, [ask])
  return last.ask === ask ? last : waiting
}
