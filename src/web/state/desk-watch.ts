// What parts of the page watch of the Desk: each is drawn anew for what it shows, and for nothing else.
import { useEffect, useState } from 'react'
import { useShallow } from 'zustand/react/shallow'
import type { Finding } from '../../core/check/finding.ts'
import { whenPainted } from './after-paint.ts'
import { type DeskState, hasUnsavedChange, type Open, useDesk } from './desk.ts'

/** What the Desk's pictures show: all but the text as it is being typed, which they follow when it has been rehearsed. */
export type Seen = Omit<Open, 'text' | 'early'>

let seen: Seen | null = null

/** The same object until something else than the text changes. */
function seenOf({ open }: DeskState): Seen | null {
  if (!open) {
    seen = null
    return null
  }
  const { text: _text, early: _early, ...rest } = open
  const before = seen
  const same = before !== null && (Object.keys(rest) as (keyof Seen)[]).every(key => rest[key] === before[key])
  if (!same) seen = rest
  return seen
}

/** Of what is open, what names it and what it is rehearsed for: all that the header needs at every moment. */
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

/** Whether anything is not saved yet: told a frame late, so that what was typed and what is wrong with it are painted first. */
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

/** The newest findings, which come before all else of their round. */
export const newestFindings = ({ open }: Pick<DeskState, 'open'>): readonly Finding[] =>
  open?.early?.findings ?? open?.findings ?? noFindings
const noFindings: readonly Finding[] = []

export const useFindings = (): readonly Finding[] => useDesk(newestFindings)
