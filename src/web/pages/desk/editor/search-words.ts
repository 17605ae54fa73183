// The words of find and replace. They are loaded with the editor, unlike the panel: a later change of the words would
// make the editor start again, and scroll the caret out of sight.
import { EditorState } from '@codemirror/state'

export const searchWords = EditorState.phrases.of({
  next: 'Next',
  previous: 'Previous',
  all: 'Select all',
  'match case': 'Match case',
  regexp: 'Pattern',
  'by word': 'Whole words',
  replace: 'Replace',
  'replace all': 'Replace all',
  close: 'Close',
})
