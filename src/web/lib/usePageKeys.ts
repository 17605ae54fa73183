// Shortcuts of all pages: Ctrl S saves the form of the page or of the open dialog, `?` shows the shortcuts.
import { useEffect } from 'react'
import { useNavigate } from 'react-router'
import { somethingOver } from './overlays.ts'

const writing = 'input, textarea, select, [contenteditable=true]'

/**
 * The button that Ctrl S clicks, marked with a data attribute: in the dialog that opened last, otherwise on the page.
 */
const saveButton = (): HTMLButtonElement | null =>
  ([...document.querySelectorAll('[role=dialog]')].at(-1) ?? document).querySelector('[data-saves]:not(:disabled)')

export function usePageKeys(): void {
  const navigate = useNavigate()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { key, target } = event
      if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 's') {
        // Otherwise the browser would save the page.
        event.preventDefault()
        saveButton()?.click()
      } else if (key === '?' && !(target instanceof Element && target.closest(writing)) && !somethingOver())
        void navigate('/read/shortcuts')
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  }, [navigate])
}
