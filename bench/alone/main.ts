// The same editor with nothing of ours in it: what the Desk's typing is measured against.
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { EditorState } from '@codemirror/state'
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view'

const parent = document.getElementById('editor')
const doc = await (await fetch('/script')).text()
if (parent)
  new EditorView({
    parent,
    state: EditorState.create({
      doc,
      extensions: [
        history(),
        drawSelection(),
        highlightActiveLine(),
        lineNumbers(),
        keymap.of([...defaultKeymap, ...historyKeymap]),
      ],
    }),
  })
