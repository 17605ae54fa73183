// Whether a dialog, menu or listbox is open over the page: keys and pastes then belong to it.

/** Menus and listboxes: they close when something in them is chosen. */
export const lists = '[role=menu], [role=listbox]'

const isThere = (what: string): boolean => document.querySelector(what) !== null

export const dialogOver = (): boolean => isThere('[role=dialog]')
export const somethingOver = (): boolean => isThere(`[role=dialog], ${lists}`)
