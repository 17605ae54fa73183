// Where a page waits for the server: what for, or why nothing came, with another try.
import type { UseQueryResult } from '@tanstack/react-query'
import { ApiError } from '../state/api.ts'
import { Failed } from './Failed.tsx'
import { MissingThing } from './MissingThing.tsx'

type Props = {
  /** What the page can't be drawn without. */
  on: readonly UseQueryResult<unknown, Error>[]
  /** What is fetched, as “the history”. */
  what: string
}

export function Pending({ on, what }: Props) {
  const failed = on.filter(({ error }) => error)
  const why = failed[0]?.error
  if (!why) return <p className="p-6 text-soft">Fetching {what}…</p>
  // Asking again would not bring it.
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
