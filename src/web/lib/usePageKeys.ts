// The keys that every page has: Ctrl S saves what its form or the dialog over it holds, `?` shows the shortcuts.
import { useEffect } from 'react'
import { useNavigate } from 'react-router'
import { somethingOver } from './overlays.ts'

const writing = 'input, textarea, select, [contenteditable=true]'

/** What Ctrl S presses, marked so where it is made: in the dialog that opened last, or on the page. */
const saveButton = (): HTMLButtonElement | null =>
  ([...document.querySelectorAll('[role=dialog]')].at(-1) ?? document).querySelector('[data-saves]:not(:disabled)')

export function usePageKeys(): void {
  const navigate = useNavigate()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { key, target } = event
      if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 's') {
        // A browser would save the page.
        event.preventDefault()
        saveButton()?.click()
      } else if (key === '?' && !(target instanceof Element && target.closest(writing)) && !somethingOver())
        void navigate('/read/shortcuts')
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  }, [navigate])
}
