// Whether the list of findings is empty, so that the bed gets its room.
import { useEffect, useState } from 'react'
import { stepOf, useDesk } from '../../state/desk.ts'
import type { Seen } from '../../state/desk-watch.ts'
import { useLower } from '../../state/lower-card.ts'

/** Findings appear and disappear while the person types, so the list must have been empty for this long, ms. */
const settledMs = 1500

export function useQuiet(open: Seen | null): boolean {
  const { lower } = useLower()
  const round = open?.round ?? null
  const rehearsed = useDesk(
    ({ open: now }) =>
      now?.rehearsal.is === 'complete' || (now?.rehearsal.is === 'found' && stepOf(now.rehearsal) === null),
  )
  const empty =
    lower === 'findings' &&
    round !== null &&
    rehearsed &&
    open?.findings.length === 0 &&
    round.setAside.length === 0 &&
    !round.cutAt &&
    !round.pasted
  const [quiet, setQuiet] = useState(false)
  useEffect(() => {
    if (!empty) return setQuiet(false)
    const timer = setTimeout(() => setQuiet(true), settledMs)
    return () => clearTimeout(timer)
  }, [empty])
  return quiet && empty
}
