// The dialog that is open on the Desk. Menus and the finder open dialogs; one is open at a time.
import { create } from 'zustand'
import type { Passage } from '../../core/script/passages.ts'

export type DeskDialog =
  | 'save'
  | 'take-away'
  | 'note'
  | 'variant'
  | 'another'
  | 'elsewhere'
  | 'unknown'
  | 'placeholders'
  | 'throw-away'

export type PassageDialog = { what: 'rename' | 'refrain'; passage: Passage }

type State = { dialog: DeskDialog | null; passageDialog: PassageDialog | null }

export const useDeskDialog = create<State>(() => ({ dialog: null, passageDialog: null }))
export const openDialog = (dialog: DeskDialog): void => useDeskDialog.setState({ dialog, passageDialog: null })
export const openPassageDialog = (what: PassageDialog['what'], passage: Passage): void =>
  useDeskDialog.setState({ dialog: null, passageDialog: { what, passage } })
export const closeDialogs = (): void => useDeskDialog.setState({ dialog: null, passageDialog: null })
/** Closes this dialog; a dialog that was opened after it stays open. */
export const closeDialog = (dialog: DeskDialog): void => {
  if (useDeskDialog.getState().dialog === dialog) closeDialogs()
}
