// Shown while a page waits for the server: what is loading, or why it failed, with *Try again*.
import type { UseQueryResult } from '@tanstack/react-query'
import { ApiError } from '../state/api.ts'
import { Failed } from './Failed.tsx'
import { MissingThing } from './MissingThing.tsx'

type Props = {
  /** The queries that the page needs. */
  on: readonly UseQueryResult<unknown, Error>[]
  /** What is loading, as “the history”. */
  what: string
}

export function Pending({ on, what }: Props) {
  const failed = on.filter(({ error }) => error)
  const why = failed[0]?.error
  if (!why) return <p className="p-6 text-soft">Fetching {what}…</p>
  // A second request would get the same response.
  if (why instanceof ApiError && why.status === 404) return <MissingThing why={why.message} />
  return (
    <div className="p-6">
      <Failed
        why={why.message}
        onRetry={() => {
          for (const query of failed) void query.refetch()
        }}
      />
    </div>
  )
}
