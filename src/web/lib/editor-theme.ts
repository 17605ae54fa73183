// The look of the editor: paper, ink, slurs in the margin, and sentences in a serif face.
import { EditorView } from '@codemirror/view'

const slur = '1.5px solid var(--ink-soft)'

/**
 * Browsers put the caret at the beginning of a text that gets the focus. This restores the caret at once; the editor
 * itself does so only if the browser reports the focus within 200 ms.
 */
export const caretStays = EditorView.domEventObservers({ focus: (_event, view) => view.focus() })

export const editorTheme = EditorView.theme({
  '&': { height: '100%', fontSize: '13.5px', backgroundColor: 'transparent', color: 'var(--ink)' },
  '&.cm-focused': { outline: 'none' },
  '.cm-worth': {
    margin: '0 2px 0 4px',
    padding: '0 4px',
    borderRadius: '4px',
    background: 'var(--heat-fill)',
    fontSize: '12px',
    fontFamily: 'var(--font-sans)',
    lineHeight: '15px',
  },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '20px', overflow: 'auto' },
  '.cm-content': { padding: '8px 0', caretColor: 'var(--ink)' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)', borderLeftWidth: '2px' },
  // A sentence never makes the text wider than its code: it is cut off here, and complete below and on hover.
  '.cm-line': { padding: '0 10px 0 6px', whiteSpace: 'pre', position: 'relative', overflow: 'clip' },
  '.cm-gutters': { backgroundColor: 'var(--raised)', border: 'none', color: 'var(--ink-soft)', paddingLeft: '6px' },
  '.cm-lineNumbers .cm-gutterElement': { padding: '0 6px 0 2px', minWidth: '26px' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'color-mix(in srgb, var(--sunk) 70%, transparent)' },
  '.cm-chosen, .cm-chosen.cm-activeLine': { backgroundColor: 'color-mix(in srgb, var(--heat-fill) 85%, transparent)' },
  '&.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground, .cm-selectionBackground': {
    background: 'color-mix(in srgb, var(--move-fill) 90%, transparent)',
  },
  '.cm-says': { pointerEvents: 'none', userSelect: 'none' },
  '.cm-says > span': {
    position: 'absolute',
    fontFamily: 'var(--font-sans)',
    fontSize: '14px',
    color: 'var(--ink-soft)',
  },
  // As wide as the visible part, however long the longest line is.
  '.cm-says-below': {
    display: 'block',
    width: '0',
    minWidth: 'var(--says-width)',
    padding: '0 10px 3px 3.5ch',
    whiteSpace: 'normal',
  },
  // Without this the editor's line break after a widget would add an empty line.
  '.cm-says-below ~ br': { display: 'none' },
  '.cm-says-below > span': { position: 'static', lineHeight: '17px' },
  '.cm-chosen .cm-says > span': { color: 'var(--ink)' },
  '.cm-moves': { color: 'var(--move)', fontWeight: '700' },
  '.cm-says-off > span': { fontStyle: 'italic' },
  '.cm-slurs': { width: '12px' },
  '.cm-slurs-parts': { width: '8px', opacity: '0.75' },
  '.cm-slurs .cm-gutterElement': { marginLeft: '3px', boxSizing: 'border-box' },
  '.cm-slur-first': {
    borderLeft: slur,
    borderTop: slur,
    borderTopLeftRadius: '9px',
    transform: 'translateY(8px)',
  },
  '.cm-slur-middle': { borderLeft: slur },
  '.cm-slur-last': {
    borderLeft: slur,
    borderBottom: slur,
    borderBottomLeftRadius: '9px',
    transform: 'translateY(-8px)',
  },
  '.cm-slur-one': { borderLeft: slur, borderRadius: '9px', transform: 'scaleY(0.5)' },
  '.cm-slur-off': { borderStyle: 'dotted' },
  '.cm-foldGutter': { width: '14px', cursor: 'pointer' },
  '.cm-folded': {
    border: '1px solid var(--rule)',
    borderRadius: '7px',
    backgroundColor: 'var(--sunk)',
    padding: '0 8px',
    margin: '0 6px',
    fontFamily: 'var(--font-sans)',
    fontSize: '13px',
  },
  '.cm-signs': { width: '16px' },
  '.cm-signs .cm-gutterElement': { padding: '3px 1px' },
  '.cm-sign': { width: '13px', height: '13px' },
  '.cm-sign-error': { backgroundColor: 'var(--bad)', borderRadius: '2px' },
  '.cm-sign-warning': { backgroundColor: 'var(--warn)', clipPath: 'polygon(50% 0, 100% 100%, 0 100%)' },
  '.cm-sign-advice': { backgroundColor: 'var(--move)', borderRadius: '50%' },
  '.cm-found-error, .cm-found-warning, .cm-found-advice': {
    textDecoration: 'underline 1.5px',
    textUnderlineOffset: '3px',
  },
  '.cm-found-error': { textDecorationColor: 'var(--bad)' },
  '.cm-found-warning': { textDecorationColor: 'var(--warn)', textDecorationStyle: 'dashed' },
  '.cm-found-advice': { textDecorationColor: 'var(--move)', textDecorationStyle: 'dotted' },
  '.cm-tooltip': {
    border: '1px solid var(--rule)',
    borderRadius: '10px',
    backgroundColor: 'var(--raised)',
    color: 'var(--ink)',
    maxWidth: '440px',
    fontFamily: 'var(--font-sans)',
    fontSize: '14px',
  },
  '.cm-finding': { padding: '8px 12px' },
  '.cm-finding button': {
    display: 'block',
    backgroundColor: 'var(--heat)',
    color: 'var(--on-heat)',
    borderRadius: '7px',
    padding: '2px 10px',
    marginTop: '6px',
  },
  '.cm-command-card': { padding: '8px 12px' },
  '.cm-command-card code': { fontFamily: 'var(--font-mono)', fontWeight: '600', marginRight: '8px' },
  '.cm-command-card dl': { display: 'grid', gridTemplateColumns: 'auto 1fr', gap: '0 10px', color: 'var(--ink-soft)' },
  '.cm-command-card dt': { fontFamily: 'var(--font-mono)' },
  '.cm-command-card .used': { color: 'var(--ink)', fontWeight: '600' },
  '.cm-panels': { backgroundColor: 'var(--raised)', color: 'var(--ink)', borderColor: 'var(--rule)' },
  '.cm-placeholder': { color: 'var(--ink-soft)', fontFamily: 'var(--font-sans)' },
})
