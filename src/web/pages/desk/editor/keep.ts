// Holds back changes of kept lines, and typing in made passages. Undoing, redoing and shown edits pass: those were looked at.
import { EditorState } from '@codemirror/state'
import { keptLineTouched, madeLinesTouched } from '../../../../core/script/edits/plan.ts'
import { holdBack, useKept } from '../../../state/held-edits.ts'

/** A maker's name as words: the title of each is its own. */
const titleOf = (maker: string): string => `${maker.charAt(0).toUpperCase()}${maker.slice(1)}`.replaceAll('-', ' ')

/** Beyond this a text is a whole print, and reading it at every keystroke would be felt. */
const longestRead = 400_000

export const keepMarks = EditorState.changeFilter.of(transaction => {
  if (transaction.isUserEvent('undo') || transaction.isUserEvent('redo')) return true
  const { doc } = transaction.startState
  if (doc.length > longestRead) return true
  const text = doc.toString()
  const [keeps, makes] = [text.includes(';!'), text.includes(';@') && !transaction.isUserEvent('input.fix')]
  if (!keeps && !makes) return true
  const edits: { from: number; to: number; insert: string }[] = []
  transaction.changes.iterChanges((from, to, _a, _b, insert) => edits.push({ from, to, insert: insert.toString() }))
  const kept = keeps ? keptLineTouched(text, edits) : null
  if (kept && !useKept.getState().letGo.has(kept.why)) {
    holdBack({ kind: 'kept', ...kept })
    return false
  }
  const made = makes ? madeLinesTouched(text, edits) : null
  if (!made) return true
  holdBack({ kind: 'made', line: made.firstLine, title: titleOf(made.name) })
  return false
})
