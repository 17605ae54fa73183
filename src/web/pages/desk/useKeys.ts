// The Desk's shortcuts: next finding, next passage, preview and apply a fix, save. docs/shortcuts.md lists them.
import type { EditorView } from '@codemirror/view'
import { useEffect } from 'react'
import { dialogOver, somethingOver } from '../../lib/overlays.ts'
import { useDesk } from '../../state/desk.ts'
import { newestFindings } from '../../state/desk-watch.ts'
import { openDialog } from '../../state/dialogs.ts'
import { showLower } from '../../state/lower-card.ts'
import { selectLines } from '../../state/playhead.ts'
import { step, togglePlaying } from '../../state/playing.ts'
import { applyPreview, leavePreview, showFix, usePreview } from '../../state/preview.ts'

/** The first item after a line (or the last before it); at the end, the first (or last) of all. */
function next<T>(places: readonly T[], lineOf: (place: T) => number, from: number, back: boolean): T | undefined {
  const sorted = [...places].sort((a, b) => lineOf(a) - lineOf(b))
  return back
    ? (sorted.findLast(each => lineOf(each) < from) ?? sorted.at(-1))
    : (sorted.find(each => lineOf(each) > from) ?? sorted[0])
}

/** Selects the next finding or passage and shows it in the text. */
function go(to: 'finding' | 'passage', back: boolean, editor: EditorView | null): void {
  const { open } = useDesk.getState()
  const from = open?.selection?.firstLine ?? 0
  const found =
    to === 'finding'
      ? next(newestFindings({ open }), ({ line }) => line, from, back)
      : next(open?.shown?.round.passages ?? [], ({ firstLine }) => firstLine, from, back)
  if (!found) return
  if ('fixes' in found) showLower('findings')
  const first = 'fixes' in found ? found.line : found.firstLine
  selectLines(first, 'fixes' in found ? first : found.lastLine)
  editor?.focus()
}

/** Previews the first fix of the finding on the selected line. */
function showFirstFix(): void {
  const { open } = useDesk.getState()
  const line = open?.selection?.firstLine
  const fix = newestFindings({ open }).find(each => each.line === line && each.fixes.length > 0)?.fixes[0]
  if (open && fix) void showFix(fix, open.text)
}

/** Whether something is open that a key closes first. */
const closesFirst = ({ target }: KeyboardEvent): boolean =>
  somethingOver() || (target instanceof Element && target.closest('.cm-search') !== null)

/** The action of a key in the current situation; null leaves the key to the page. */
function deed(event: KeyboardEvent, editor: EditorView | null): (() => void) | null {
  const control = event.ctrlKey || event.metaKey
  // Typed letters are not shortcuts.
  if (event.key.length === 1 && !control) return null
  const { preview, refusal } = usePreview.getState()
  if (dialogOver()) return null
  if (control && event.key.toLowerCase() === 's') return () => openDialog('save')
  if (event.key === 'F8') return () => go('finding', event.shiftKey, editor)
  if (event.key === 'F7') return () => go('passage', event.shiftKey, editor)
  if (event.key === 'F9') return showFirstFix
  if (event.key === 'F4') return togglePlaying
  if (event.key === 'F2') return () => step(!event.shiftKey)
  if (control && event.key === 'Enter' && preview && editor) return () => applyPreview(editor)
  if (event.key === 'Escape' && (preview || refusal) && !closesFirst(event)) return () => leavePreview(editor)
  return null
}

export function useKeys(editor: EditorView | null): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const does = deed(event, editor)
      if (!does) return
      event.preventDefault()
      event.stopPropagation()
      does()
    }
    addEventListener('keydown', onKey, { capture: true })
    return () => removeEventListener('keydown', onKey, { capture: true })
  }, [editor])
}
