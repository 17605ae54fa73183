// What was fetched from the server: kept for a while, fetched anew when something was changed, tried again when it did not answer.
import { QueryClient } from '@tanstack/react-query'

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // Two pages that are opened one after the other ask once.
      staleTime: 1000,
      // A refusal has its reason; only a server that does not answer is asked again.
      retry: (failures, error) => failures < 2 && 'status' in error && error.status === 0,
      refetchOnWindowFocus: true,
      networkMode: 'always',
    },
  },
})

/** Whatever is shown of the shelf is fetched anew. */
export const everythingChanged = (): void => void queries.invalidateQueries()
