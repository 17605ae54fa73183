// Typing in a kept line asks first: what was held back, why, and what the person has let go.
import { create } from 'zustand'

type Kept = {
  /** The line whose change was held back last; null when nothing waits for an answer. */
  held: { line: number; why: string } | null
  /** Reasons that the person has set aside on this Desk; their lines can be changed. */
  letGo: ReadonlySet<string>
}

export const useKept = create<Kept>(() => ({ held: null, letGo: new Set() }))

export const holdBack = (line: number, why: string): void => useKept.setState({ held: { line, why } })

export const letGo = (): void =>
  useKept.setState(({ held, letGo }) => ({ held: null, letGo: held ? new Set([...letGo, held.why]) : letGo }))

export const keepIt = (): void => useKept.setState({ held: null })

/** A newly opened script has all its marks in force. */
export const keepAll = (): void => useKept.setState({ held: null, letGo: new Set() })
