// Makes the Desk's shortcuts work, and lists them in the finder.
import type { EditorView } from '@codemirror/view'
import { useEffect } from 'react'
import { dialogOver, somethingOver } from '../../lib/overlays.ts'
import { shortcutsHeading } from '../../state/actions.ts'
import { leavePreview, usePreview } from '../../state/preview.ts'
import { afterFinderCloses, possible, useFinderActions } from '../../state/registry.ts'
import { keysOf, shortcuts } from './shortcuts.ts'

/** Whether something is open that Esc closes first. */
const closesFirst = ({ target }: KeyboardEvent): boolean =>
  somethingOver() || (target instanceof Element && target.closest('.cm-search') !== null)

/** The action of a key in the current situation; null leaves the key to the page. */
function actionOf(event: KeyboardEvent, editor: EditorView | null): (() => void) | null {
  const control = event.ctrlKey || event.metaKey
  // Typed letters are not shortcuts.
  if ((event.key.length === 1 && !control) || dialogOver()) return null
  const { preview, refusal } = usePreview.getState()
  if (event.key === 'Escape') return (preview || refusal) && !closesFirst(event) ? () => leavePreview(editor) : null
  if (!editor) return null
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key
  const pressed = possible(shortcuts(editor)).find(
    each => each.key === key && (each.shift ?? false) === event.shiftKey && (each.control ?? false) === control,
  )
  return pressed && !pressed.byEditor ? pressed.run : null
}

export function useKeys(editor: EditorView | null): void {
  useFinderActions(() =>
    editor
      ? shortcuts(editor).map(shortcut => ({
          ...shortcut,
          group: shortcutsHeading,
          title: `${shortcut.title} (${keysOf(shortcut)})`,
          run: () =>
            afterFinderCloses(() => {
              editor.focus()
              shortcut.run()
            }),
        }))
      : [],
  )
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const run = actionOf(event, editor)
      if (!run) return
      event.preventDefault()
      event.stopPropagation()
      run()
    }
    addEventListener('keydown', onKey, { capture: true })
    return () => removeEventListener('keydown', onKey, { capture: true })
  }, [editor])
}
