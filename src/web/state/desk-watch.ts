// Hooks for parts of the Desk: each part is drawn again only when what it shows has changed.
import { useEffect, useState } from 'react'
import { useShallow } from 'zustand/react/shallow'
import type { Finding } from '../../core/check/finding.ts'
import type { DeskRound } from '../../tasks/desk-round.ts'
import { whenPainted } from './after-paint.ts'
import { type DeskState, hasUnsavedChange, type Open, type Rehearsal, useDesk } from './desk.ts'

/** The open script as the Desk's pictures show it: with its last complete rehearsal, and without the text being typed. */
export type Seen = Omit<Open, 'text' | 'rehearsal' | 'shown'> & {
  round: DeskRound | null
  /** The text that `round` is about; empty if there is none. */
  roundText: string
  findings: readonly Finding[]
}

const noFindings: readonly Finding[] = []

let seen: Seen | null = null

/** Returns the same object until something other than the text has changed. */
function seenOf({ open }: DeskState): Seen | null {
  if (!open) {
    seen = null
    return null
  }
  const { text: _text, rehearsal: _rehearsal, shown, ...rest } = open
  const now: Seen = {
    ...rest,
    round: shown?.round ?? null,
    roundText: shown?.text ?? '',
    findings: shown?.findings ?? noFindings,
  }
  const before = seen
  const same = before !== null && (Object.keys(now) as (keyof Seen)[]).every(key => now[key] === before[key])
  if (!same) seen = now
  return seen
}

/** The parts of the open script that the header needs: its names, and what it is rehearsed for. */
export type Head = Pick<Open, 'key' | 'saved' | 'chosen' | 'suggestedName'>

export const useHead = (): Head | null =>
  useDesk(
    useShallow(
      ({ open }) =>
        open && { key: open.key, saved: open.saved, chosen: open.chosen, suggestedName: open.suggestedName },
    ),
  )

const anythingUnsaved = (): boolean => {
  const { open } = useDesk.getState()
  return open !== null && hasUnsavedChange(open)
}

/** Whether something is not saved yet. Updated a frame later than the text, so that the text and its findings are painted first. */
export function useUnsaved(): boolean {
  const [unsaved, setUnsaved] = useState(anythingUnsaved)
  useEffect(() => {
    const look = () => setUnsaved(anythingUnsaved())
    look()
    return useDesk.subscribe(() => whenPainted(look))
  }, [])
  return unsaved
}

export const useSeen = (): Seen | null => useDesk(seenOf)

/** The findings of the newest text that has any: they arrive before the rest of its rehearsal. */
export function newestFindings({ open }: Pick<DeskState, 'open'>): readonly Finding[] {
  if (open?.rehearsal.is === 'found') return open.rehearsal.findings
  return open?.shown?.findings ?? noFindings
}

export const useFindings = (): readonly Finding[] => useDesk(newestFindings)

/** The text that the newest findings are about. */
export const newestText = ({ open }: Pick<DeskState, 'open'>): string =>
  open?.rehearsal.is === 'found' ? open.rehearsal.text : (open?.shown?.text ?? '')

export const useRehearsal = (): Rehearsal | undefined => useDesk(({ open }) => open?.rehearsal)
