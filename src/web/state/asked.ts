// What the person has asked for on the Desk that opens a dialog or saves, from its menus or from the finder; one at a time.
import { create } from 'zustand'

export type Asked =
  | 'save'
  | 'take-away'
  | 'note'
  | 'variant'
  | 'another'
  | 'elsewhere'
  | 'unknown'
  | 'placeholders'
  | 'throw-away'

export const useAsked = create<{ asked: Asked | null }>(() => ({ asked: null }))
export const ask = (asked: Asked): void => useAsked.setState({ asked })
export const askNothing = (): void => useAsked.setState({ asked: null })
