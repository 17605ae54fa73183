// Calculations that a page needs while it is shown, done in a worker or on the server.
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
 * Runs `ask`, and runs it again whenever it is a different function (so wrap it in `useCallback`). `data` is the answer of the
 * current function, never that of an earlier one. Show a failure with `Waiting` or `Failed`; their *Try again* calls `refetch`.
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
