// Rehearses the revisions of a script and its timed trials, a few at a time; results are shown as they arrive.
import { useCallback, useEffect, useState } from 'react'
import type { RevisionEffect } from '../../../core/compare/side-by-side.ts'
import type { Story } from '../../../core/model/stored.ts'
import type { RehearsalInput } from '../../../core/round.ts'
import type { Things } from '../../state/api.ts'
import { inWorker } from '../../state/rehearser.ts'
import { beforeOf, timedTrials } from './story.ts'

/** Each request has a time limit, which hundreds of revisions in one request would exceed. */
const inOneRequest = 5

type ShownRevision = {
  effects: ReadonlyMap<number, RevisionEffect>
  /** By the id of the trial, s. */
  timed: ReadonlyMap<number, number>
  /** Why the others could not be rehearsed; null if nothing failed. */
  problem: string | null
}

const nothing: ShownRevision = { effects: new Map(), timed: new Map(), problem: null }

export function useRevisionEffects(story: Story | null, setting: RehearsalInput | null, things: Things | null) {
  const [state, setState] = useState<ShownRevision>(nothing)
  const [attempt, setAttempt] = useState(0)
  // biome-ignore lint/correctness/useExhaustiveDependencies: each attempt begins anew
  useEffect(() => {
    if (!story || !setting || !things) return
    let left = false
    const put = (change: (before: ShownRevision) => Partial<ShownRevision>) => {
      if (!left) setState(before => ({ ...before, ...change(before) }))
    }
    const work = async () => {
      // Newest first, as they are shown; each with the one that it is compared with.
      const newestFirst = [...story.revisions].reverse()
      for (let i = 0; i < newestFirst.length && !left; i += inOneRequest) {
        const wanted = newestFirst.slice(i, i + inOneRequest)
        const ids = new Set(wanted.flatMap(each => [each.id, beforeOf(story, each) ?? 0]))
        const sent = story.revisions
          .filter(({ id }) => ids.has(id))
          .map(each => ({ id: each.id, text: each.text, before: beforeOf(story, each) }))
          .map(each => ({ ...each, before: ids.has(each.before ?? 0) ? each.before : null }))
        const found = await inWorker(tasks => tasks.tellRevisions(sent, setting))
        const own = found.filter(({ id }) => wanted.some(each => each.id === id))
        put(({ effects }) => ({ effects: new Map([...effects, ...own.map(each => [each.id, each] as const)]) }))
      }
      for (const { trialId, text, setting: own } of timedTrials(story, setting, things)) {
        if (left) return
        const [alone] = await inWorker(tasks => tasks.tellRevisions([{ id: trialId, text, before: null }], own))
        if (alone) put(({ timed }) => ({ timed: new Map([...timed, [trialId, alone.durationS]]) }))
      }
    }
    put(() => ({ problem: null }))
    work().catch((error: Error) => put(() => ({ problem: error.message })))
    return () => {
      left = true
    }
  }, [story, setting, things, attempt])
  const retry = useCallback(() => setAttempt(before => before + 1), [])
  return { ...state, retry }
}
