// What stands over the page: keys and pastes are meant for that, and not for the page.

export const dialogOver = (): boolean => document.querySelector('[role=dialog]') !== null

/** A dialog, a menu, or a list to choose from. */
export const somethingOver = (): boolean =>
  document.querySelector('[role=dialog], [role=menu], [role=listbox]') !== null
