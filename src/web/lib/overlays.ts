// What stands over the page: keys and pastes are meant for that, and not for the page.

/** Menus, and lists to choose from: they close as soon as something in them is chosen. */
export const lists = '[role=menu], [role=listbox]'

const isThere = (what: string): boolean => document.querySelector(what) !== null

export const dialogOver = (): boolean => isThere('[role=dialog]')
export const somethingOver = (): boolean => isThere(`[role=dialog], ${lists}`)
