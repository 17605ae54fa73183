// What a page has worked out for it, in a worker or on the server, while it is shown.
import { type UseQueryResult, useQuery } from '@tanstack/react-query'

const numbers = new WeakMap<object, number>()
let last = 0

/** A number for each function, the same as long as it is the same function. */
function numberOf(ask: object): number {
  const known = numbers.get(ask) ?? ++last
  numbers.set(ask, known)
  return known
}

/**
 * Asks, and again whenever `ask` is another function (`useCallback`); until its answer has come there is none, however late an
 * older answer comes. A failure is shown with `Waiting`, or `Failed`, whose *Try again* asks once more.
 */
export const useComputed = <T>(ask: () => Promise<T>, enabled = true): UseQueryResult<T, Error> =>
  useQuery({
    queryKey: ['computed', numberOf(ask)],
    queryFn: ask,
    enabled,
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
    refetchOnWindowFocus: false,
  })
