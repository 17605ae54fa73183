// Which of the lower cards lies open on the Desk: findings, what is left for the print, or time and waste.
import { create } from 'zustand'

export type Lower = 'findings' | 'left' | 'cost'

export const useLower = create<{ lower: Lower }>(() => ({ lower: 'findings' }))
export const showLower = (lower: Lower): void => useLower.setState({ lower })
