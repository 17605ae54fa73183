// Holds back edits of kept lines, and typing in made passages. Undo, redo and previewed edits pass: the person has seen
// those.
import { EditorState } from '@codemirror/state'
import { keptLineTouched, madeLinesTouched } from '../../../../core/script/edits/plan.ts'
import { holdBack, useHeldEdits } from '../../../state/held-edits.ts'

/** The name of a maker in words; each maker has its own title. */
const titleOf = (maker: string): string => `${maker.charAt(0).toUpperCase()}${maker.slice(1)}`.replaceAll('-', ' ')

/** Longer texts, in characters, are whole prints: reading them at every key would be slow. */
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
  if (kept && !useHeldEdits.getState().letGo.has(kept.why)) {
    holdBack({ kind: 'kept', ...kept })
    return false
  }
  const made = makes ? madeLinesTouched(text, edits) : null
  if (!made) return true
  holdBack({ kind: 'made', line: made.firstLine, title: titleOf(made.name) })
  return false
})
