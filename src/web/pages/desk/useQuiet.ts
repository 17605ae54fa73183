// Whether the findings have nothing to say, and so give their room to the bed.
import { useEffect, useState } from 'react'
import { useDesk } from '../../state/desk.ts'
import type { Seen } from '../../state/desk-watch.ts'
import { useLower } from '../../state/lower-card.ts'

/** Only after so long: findings come and go while one types, ms. */
const settledMs = 1500

export function useQuiet(open: Seen | null): boolean {
  const { lower } = useLower()
  const round = open?.round ?? null
  const rehearsal = useDesk(({ open: now }) => now?.rehearsal.is)
  const empty =
    lower === 'findings' &&
    round !== null &&
    (rehearsal === 'complete' || rehearsal === 'found') &&
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
