// Typing in a kept line or a made passage asks first: what was held back, why, and what the person has let go.
import { create } from 'zustand'

/** `kept` is a line under a keep mark; `made` a line that a maker wrote, whose passage begins at `line`. */
export type Held = { kind: 'kept'; line: number; why: string } | { kind: 'made'; line: number; title: string }

type Saved = {
  /** What was held back last; null when nothing waits for an answer. */
  held: Held | null
  /** Reasons that the person has set aside on this Desk; their lines can be changed. */
  letGo: ReadonlySet<string>
}

export const useKept = create<Saved>(() => ({ held: null, letGo: new Set() }))

export const holdBack = (held: Held): void => useKept.setState({ held })

export const letGo = (why: string): void =>
  useKept.setState(({ letGo }) => ({ held: null, letGo: new Set([...letGo, why]) }))

export const keepIt = (): void => useKept.setState({ held: null })

/** A newly opened script has all its marks in force. */
export const keepAll = (): void => useKept.setState({ held: null, letGo: new Set() })
