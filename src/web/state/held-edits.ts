// Asks before a line under a keep mark or of a made passage is edited: which edit was held back, and which marks the
// person has released.
import { create } from 'zustand'

/** `kept` is a line under a keep mark; `made` a line that a maker wrote, whose passage begins at `line`. */
export type Held = { kind: 'kept'; line: number; why: string } | { kind: 'made'; line: number; title: string }

type Saved = {
  /** The edit that waits for an answer; null if there is none. */
  held: Held | null
  /** Reasons that the person released on this Desk: their lines can be changed. */
  letGo: ReadonlySet<string>
}

export const useHeldEdits = create<Saved>(() => ({ held: null, letGo: new Set() }))

export const holdBack = (held: Held): void => useHeldEdits.setState({ held })

export const letGo = (why: string): void =>
  useHeldEdits.setState(({ letGo }) => ({ held: null, letGo: new Set([...letGo, why]) }))

export const keepIt = (): void => useHeldEdits.setState({ held: null })

/** Call when a script is opened: all its marks are in force. */
export const keepAll = (): void => useHeldEdits.setState({ held: null, letGo: new Set() })
