// The lower card that is open on the Desk: findings, readiness, time and waste, or the commands that macros ran.
import { create } from 'zustand'

export type Lower = 'findings' | 'left' | 'cost' | 'calls'

export const useLower = create<{ lower: Lower }>(() => ({ lower: 'findings' }))
export const showLower = (lower: Lower): void => useLower.setState({ lower })
