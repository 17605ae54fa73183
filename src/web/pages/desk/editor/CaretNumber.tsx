// The number at the caret, with a button that makes it a setting. Separate from the editor, which is not drawn again at
// each key.
import type { EditorState } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { create } from 'zustand'
import { readLine } from '../../../../core/gcode/read.ts'
import { numberAt } from '../../../../core/script/edits/number-at.ts'
import { whenPainted } from '../../../state/after-paint.ts'
import { propose } from '../../../state/preview.ts'
import { Button } from '../../../ui/Button.tsx'

type Shown = { number: { offset: number; text: string } | null }

const useCaretNumber = create<Shown>(() => ({ number: null }))

function numberUnderCaret(state: EditorState): Shown['number'] {
  const { head, empty } = state.selection.main
  if (!empty) return null
  const at = state.doc.lineAt(head)
  const found = numberAt([readLine(at.text, 1, at.from)], head)
  return found && { offset: head, text: found.word.text }
}

let newest: EditorState | null = null
const show = () => newest && useCaretNumber.setState({ number: numberUnderCaret(newest) })

export const watchCaretNumber = EditorView.updateListener.of(({ state, selectionSet, docChanged }) => {
  if (!selectionSet && !docChanged) return
  newest = state
  whenPainted(show)
})

export function CaretNumber() {
  const { number } = useCaretNumber()
  return (
    number && (
      <Button
        small
        className="m-1"
        title="Gives this number a name at the top of the script, wherever it means the same"
        onClick={() => void propose({ do: 'setting', offset: number.offset, name: '', note: '', leave: [] })}
      >
        Name {number.text}…
      </Button>
    )
  )
}
