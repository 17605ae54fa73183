// What the person has asked for on the Desk that opens a dialog or saves, from its menus or from the finder; one at a time.
import { create } from 'zustand'
import type { Passage } from '../../core/script/passages.ts'

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

export type PassageAsked = { what: 'rename' | 'refrain'; passage: Passage }

type State = { asked: Asked | null; ofPassage: PassageAsked | null }

export const useAsked = create<State>(() => ({ asked: null, ofPassage: null }))
export const ask = (asked: Asked): void => useAsked.setState({ asked, ofPassage: null })
export const askOfPassage = (what: PassageAsked['what'], passage: Passage): void =>
  useAsked.setState({ asked: null, ofPassage: { what, passage } })
export const askNothing = (): void => useAsked.setState({ asked: null, ofPassage: null })
/** Closes this dialog; a dialog that was opened after it stays open. */
export const askNoMore = (asked: Asked): void => {
  if (useAsked.getState().asked === asked) askNothing()
}
