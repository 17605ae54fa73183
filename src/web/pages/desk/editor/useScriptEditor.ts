// Builds a text editor for each text that is opened, and shows the rehearsal's results in it.
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { Compartment, EditorState, Prec } from '@codemirror/state'
import {
  drawSelection,
  EditorView,
  highlightActiveLine,
  highlightSpecialChars,
  keymap,
  lineNumbers,
  placeholder,
  tooltips,
  ViewPlugin,
} from '@codemirror/view'
import { useEffect, useRef } from 'react'
import { macroStorage } from '../../../../core/model/printer.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { caretStays, editorTheme } from '../../../lib/editor-theme.ts'
import { useLatest } from '../../../lib/useLatest.ts'
import { useDesk } from '../../../state/desk.ts'
import { notePaste, setText } from '../../../state/desk-changes.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { keepAll } from '../../../state/held-edits.ts'
import { selectLines } from '../../../state/playhead.ts'
import { watchCaretNumber } from './CaretNumber.tsx'
import { findingMarks } from './finding-marks.ts'
import { folding } from './fold.ts'
import { commandHover } from './hover.ts'
import { keepMarks } from './keep.ts'
import { scriptLanguage } from './language.ts'
import { putSelection, roundExtension, showRound } from './round.ts'
import { searchWords } from './search-words.ts'
import { typingHelp } from './typing-help.ts'
import { type Known, values } from './values.ts'

/** Sends the text to be rehearsed before the editor draws it, so that the worker starts earlier. */
const goesOut = Prec.highest(
  ViewPlugin.define(() => ({
    update: ({ docChanged, state, startState, transactions }) => {
      if (!docChanged) return
      const text = state.doc.toString()
      setText(text)
      if (startState.doc.length === 0 && transactions.some(each => each.isUserEvent('input.paste'))) notePaste(text)
    },
  })),
)

/** When the person moves the caret, its line is selected everywhere else. */
const followCaret = EditorView.updateListener.of(update => {
  const byHand = update.transactions.some(
    transaction =>
      transaction.isUserEvent('select') || transaction.isUserEvent('input') || transaction.isUserEvent('delete'),
  )
  if (!byHand || !(update.selectionSet || update.docChanged)) return
  const { from, to } = update.state.selection.main
  selectLines(update.state.doc.lineAt(from).number, update.state.doc.lineAt(to).number)
})

/** The language: of scripts, or of a host's config. */
const language = new Compartment()

/**
 * Builds the editor in the element with the ref `host` and passes it to `onReady`, or null when it is removed. Returns
 * whether the text is a host's config (`isConfig`).
 */
export function useScriptEditor(open: Seen, setting: RehearsalInput, onReady: (view: EditorView | null) => void) {
  const host = useRef<HTMLDivElement>(null)
  const view = useRef<EditorView | null>(null)
  const jobs = useDesk(({ things }) => things?.jobs)
  const materials = useDesk(({ things }) => things?.materials)
  const known = useLatest<Known>({
    setting,
    jobs: jobs?.map(({ data }) => data) ?? [],
    materials: materials?.map(({ data }) => data) ?? [],
  })

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor, with a history of its own, for each text put in from outside
  useEffect(() => {
    if (!host.current) return
    keepAll()
    const made = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: useDesk.getState().open?.text ?? '',
        extensions: [
          // Only LF separates lines here, so that the editor's lines are those of the reader (state/separator.ts).
          EditorState.lineSeparator.of('\n'),
          EditorState.tabSize.of(4),
          history(),
          drawSelection(),
          highlightActiveLine(),
          highlightSpecialChars(),
          findingMarks,
          roundExtension,
          lineNumbers(),
          folding,
          language.of(scriptLanguage),
          // The tables of commands are loaded when the pointer first rests on a command.
          commandHover(async () => (await import('../../../../core/round.ts')).stageOf(known.current.setting).firmware),
          values(() => known.current),
          placeholder('Paste a script here, or write one.'),
          EditorView.contentAttributes.of({ tabindex: '0', 'aria-label': 'The script' }),
          searchWords,
          typingHelp(() => known.current),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          goesOut,
          followCaret,
          watchCaretNumber,
          keepMarks,
          // Outside the editor's container, which clips its contents.
          tooltips({ parent: document.body }),
          editorTheme,
          caretStays,
        ],
      }),
    })
    for (const kind of ['keypress', 'beforeinput', 'textInput', 'input'])
      host.current.addEventListener(kind, event => event.stopPropagation())
    view.current = made
    onReady(made)
    const now = useDesk.getState().open
    if (now?.shown && now.shown.text === now.text) showRound(made, now.shown.round, now.shown.findings)
    return () => {
      onReady(null)
      view.current = null
      made.destroy()
    }
  }, [open.opening])

  const isConfig = setting.opened !== undefined && macroStorage(setting.printer) === 'config'
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor begins with a script's language
  useEffect(() => {
    let current = true
    if (isConfig)
      void import('../../../lib/config-language.ts').then(({ configLanguage }) => {
        if (current) view.current?.dispatch({ effects: language.reconfigure(configLanguage) })
      })
    return () => {
      current = false
    }
  }, [isConfig, open.opening])

  const { round, roundText, selection, findings } = open
  useEffect(() => {
    if (view.current && round && roundText === view.current.state.doc.toString())
      showRound(view.current, round, findings)
  }, [round, roundText, findings])

  useEffect(() => {
    const editor = view.current
    if (!editor) return
    editor.dispatch({ effects: putSelection.of(selection) })
    if (!selection || selection.firstLine > editor.state.doc.lines) return
    const { from } = editor.state.doc.line(selection.firstLine)
    const { head } = editor.state.selection.main
    const atCaret = editor.hasFocus && editor.state.doc.lineAt(head).number === selection.firstLine
    if (!atCaret) editor.dispatch({ effects: EditorView.scrollIntoView(from, { y: 'nearest', yMargin: 60 }) })
  }, [selection])
  return { host, view, isConfig }
}
