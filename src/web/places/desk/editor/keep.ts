// Holds back changes of kept lines, however they are made; undoing and redoing always pass.
import { EditorState } from '@codemirror/state'
import { keptLineTouched } from '../../../../core/script/edits/plan.ts'
import { holdBack, useKept } from '../../../state/kept.ts'

/** Beyond this a text is a whole print, and reading it at every keystroke would be felt. */
const longestRead = 400_000

export const keepMarks = EditorState.changeFilter.of(transaction => {
  if (transaction.isUserEvent('undo') || transaction.isUserEvent('redo')) return true
  const { doc } = transaction.startState
  if (doc.length > longestRead) return true
  const text = doc.toString()
  if (!text.includes(';!')) return true
  const edits: { from: number; to: number; insert: string }[] = []
  transaction.changes.iterChanges((from, to, _a, _b, insert) => edits.push({ from, to, insert: insert.toString() }))
  const kept = keptLineTouched(text, edits)
  if (!kept || useKept.getState().letGo.has(kept.why)) return true
  holdBack(kept.line, kept.why)
  return false
})
