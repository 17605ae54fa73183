// Opens the script that the address names, with its job, line and call.
import { useEffect, useRef } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { callOf } from '../../../core/documents/calls.ts'
import { showsOnDesk } from '../../drafts/tab.ts'
import { callWith } from '../../state/desk-changes.ts'
import type { Seen } from '../../state/desk-watch.ts'
import { openNew, openSaved } from '../../state/opening.ts'
import { selectLines } from '../../state/playhead.ts'
import { sentSituation } from '../../state/situation.ts'

/** `open` is the script that is open now; it changes after the address. */
export function useOpenedFromAddress(open: Seen | null): void {
  const { id, draft } = useParams()
  const [search] = useSearchParams()
  const wantedLine = Number(search.get('line'))
  const wantedJob = search.get('job') ?? ''
  const wantedMaterial = search.get('material') ?? ''
  const inSituation = search.get('situation') !== null

  useEffect(() => {
    const situation = inSituation ? sentSituation() : null
    if (id) void openSaved(id, wantedJob ? { job: wantedJob, material: wantedMaterial, situation } : null)
    else if (draft) void openNew(draft)
    // This tab no longer shows the script when the Desk is left.
    return () => showsOnDesk(null)
  }, [id, draft, wantedJob, wantedMaterial, inSituation])

  // A link to a config's macro rehearses a call of that macro, once.
  const wantedCall = search.get('call')
  const callables = open?.round?.callables
  const calledFor = useRef('')
  useEffect(() => {
    const callable = callables?.find(({ name }) => name === wantedCall)
    if (!callable || calledFor.current === `${id} ${wantedCall}`) return
    calledFor.current = `${id} ${wantedCall}`
    callWith(callOf(callable, {}), callable.moment)
  }, [id, wantedCall, callables])

  const hasRound = Boolean(open?.round)
  useEffect(() => {
    if (hasRound && wantedLine > 0) selectLines(wantedLine)
  }, [hasRound, wantedLine])
}
