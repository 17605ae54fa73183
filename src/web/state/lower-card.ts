// Which of the lower cards lies open on the Desk: findings, what is left for the print, time and waste, or what macros ran.
import { create } from 'zustand'

export type Lower = 'findings' | 'left' | 'cost' | 'calls'

export const useLower = create<{ lower: Lower }>(() => ({ lower: 'findings' }))
export const showLower = (lower: Lower): void => useLower.setState({ lower })
