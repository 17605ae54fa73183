// What can be pressed on the page that is open: read off the page itself, so that no button is out of the finder's reach.

/** What the finder offers to do, under a heading. */
export type Action = { group: string; name: string /** Other words for it. */; also?: string; run: () => void }

/** A name longer than this is a text, not something to do. */
const longestName = 80

const nameOf = (element: HTMLElement): string =>
  (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().replace(/\s+/g, ' ')

/** Menus and choices open by key; all else is pressed. The finder has to have closed and given the focus back before. */
function press(element: HTMLElement): void {
  setTimeout(() => {
    element.focus()
    if (element.getAttribute('aria-haspopup') === 'menu' || element.getAttribute('role') === 'combobox')
      element.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    else element.click()
  }, 80)
}

/** The page's buttons and links that can be used now, each name once; those of the text's editor are left out. */
export function pageActions(): Action[] {
  const elements = document.querySelectorAll<HTMLElement>('#place button:not(:disabled), #place a[href]')
  const found = new Map<string, HTMLElement>()
  for (const element of elements) {
    const name = nameOf(element)
    const shown = element.offsetParent !== null && !element.closest('.cm-editor')
    if (shown && name !== '' && name.length <= longestName && !found.has(name)) found.set(name, element)
  }
  return [...found].map(([name, element]) => ({ group: 'On this page', name, run: () => press(element) }))
}
