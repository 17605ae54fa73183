// Find and replace: the editor's own panel in our words and look.
import { highlightSelectionMatches, search, searchKeymap } from '@codemirror/search'
import type { Extension } from '@codemirror/state'
import { EditorView, keymap } from '@codemirror/view'

const look = EditorView.theme({
  '.cm-panels-top': { borderBottom: '1px solid var(--rule)', borderRadius: '12px 12px 0 0' },
  '.cm-panel.cm-search': {
    display: 'flex',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: '6px 8px',
    padding: '8px 36px 8px 12px',
    fontFamily: 'var(--font-sans)',
  },
  // One row to find; below it one to replace, and the options.
  '.cm-panel.cm-search::after': { content: '""', order: '1', flexBasis: '100%' },
  '.cm-panel.cm-search [name^=replace]': { order: '2' },
  '.cm-panel.cm-search label': { order: '3', display: 'inline-flex', alignItems: 'center', gap: '5px' },
  '.cm-panel.cm-search .cm-textfield, .cm-panel.cm-search .cm-button, .cm-panel.cm-search label': {
    margin: '0',
    fontSize: '14px',
  },
  '.cm-panel.cm-search .cm-textfield': {
    width: '150px',
    padding: '3px 9px',
    border: '1px solid var(--rule)',
    borderRadius: '8px',
    backgroundColor: 'var(--paper)',
    color: 'var(--ink)',
  },
  '.cm-panel.cm-search .cm-textfield::placeholder': { color: 'var(--ink-soft)' },
  '.cm-panel.cm-search .cm-button': {
    padding: '3px 10px',
    border: '1px solid var(--rule)',
    borderRadius: '8px',
    backgroundImage: 'none',
    backgroundColor: 'var(--raised)',
    color: 'var(--ink)',
  },
  '.cm-panel.cm-search .cm-button:hover': { borderColor: 'var(--ink-soft)' },
  '.cm-panel.cm-search [name=close]': {
    top: '6px',
    right: '8px',
    padding: '0 8px',
    borderRadius: '8px',
    fontSize: '20px',
    color: 'var(--ink-soft)',
  },
  '.cm-searchMatch': { backgroundColor: 'var(--move-fill)' },
  '.cm-searchMatch-selected': { backgroundColor: 'var(--heat-fill)', outline: '1.5px solid var(--heat)' },
})

export const searchPanel: Extension = [
  look,
  highlightSelectionMatches(),
  search({ top: true }),
  keymap.of(searchKeymap),
]
