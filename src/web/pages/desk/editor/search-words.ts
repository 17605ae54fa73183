// The words of finding and replacing. They are there from the beginning, unlike what uses them: where its words change, the editor
// begins anew, and what one has just put the caret to goes out of sight.
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
