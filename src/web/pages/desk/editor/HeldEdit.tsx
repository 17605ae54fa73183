// The question after an edit was held back: shows the reason of the keep mark, or the maker that wrote the line.
import type { EditorView } from '@codemirror/view'
import { Lock } from 'lucide-react'
import { read } from '../../../../core/gcode/read.ts'
import { ordinaryText } from '../../../../core/script/edits/ordinary-text.ts'
import { madePassages } from '../../../../core/script/makers/maker.ts'
import { type Held, keepIt, letGo } from '../../../state/held-edits.ts'
import { Button } from '../../../ui/Button.tsx'

/** Removes the markers of a made passage, as one step that undo reverts. */
function makeOrdinary(editor: EditorView | null, firstLine: number): void {
  keepIt()
  if (!editor) return
  const lines = read(editor.state.doc.toString())
  const made = madePassages(lines).made.find(each => each.firstLine === firstLine)
  if (made) editor.dispatch({ changes: ordinaryText(lines, made), userEvent: 'input.fix' })
}

export function HeldEdit({ held, editor }: { held: Held; editor: () => EditorView | null }) {
  const answer = (does: () => void) => {
    does()
    editor()?.focus()
  }
  return (
    <div role="alert" className="flex items-center gap-2 border-t border-warn px-3.5 py-1.5 text-control">
      <Lock size={15} aria-hidden className="shrink-0 text-warn" />
      <p className="min-w-0 flex-1">
        {held.kind === 'kept' ? (
          <>
            <b>Line {held.line} is kept as it is:</b> {held.why}
          </>
        ) : (
          <>
            <b>These lines are made</b> from the numbers of “{held.title}” in line {held.line}.
          </>
        )}
      </p>
      <Button small onClick={() => answer(keepIt)}>
        {held.kind === 'kept' ? 'Leave it' : 'Leave them'}
      </Button>
      <Button
        small
        onClick={() => answer(() => (held.kind === 'kept' ? letGo(held.why) : makeOrdinary(editor(), held.line)))}
      >
        {held.kind === 'kept' ? 'Let me change it' : 'Make them ordinary text'}
      </Button>
    </div>
  )
}
