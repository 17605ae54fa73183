// A host's config as text, with its sections, keys and templates in colour. Loaded only where a config is changed.
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { jinja } from '@codemirror/lang-jinja'
import { HighlightStyle, LanguageSupport, StreamLanguage, syntaxHighlighting } from '@codemirror/language'
import { EditorState } from '@codemirror/state'
import {
  Decoration,
  type DecorationSet,
  drawSelection,
  EditorView,
  keymap,
  lineNumbers,
  MatchDecorator,
  ViewPlugin,
  type ViewUpdate,
} from '@codemirror/view'
import { tags } from '@lezer/highlight'
import { useEffect, useRef } from 'react'
import { editorTheme } from '../../parts/editor-theme.ts'

type Props = { name: string; value: string; onChange: (value: string) => void }

/** What stands around the templates: sections, keys, comments. */
const configLines = StreamLanguage.define<{ key: boolean }>({
  name: 'config',
  startState: () => ({ key: true }),
  token(stream) {
    if (stream.sol()) {
      if (stream.match(/^\[[^\]]{0,200}\]/)) return 'heading'
      if (stream.match(/^[A-Za-z_][\w ]{0,80}(?=[:=])/)) return 'propertyName'
    }
    if (stream.match(/^[#;].*/)) return 'comment'
    stream.next()
    return null
  },
})

const colours = HighlightStyle.define([
  { tag: tags.heading, color: 'var(--heat)', fontWeight: '700' },
  { tag: tags.propertyName, color: 'var(--move)', fontWeight: '600' },
  { tag: tags.comment, color: 'var(--ink-soft)', fontStyle: 'italic' },
  { tag: [tags.keyword, tags.controlKeyword, tags.operatorKeyword, tags.processingInstruction], color: 'var(--heat)' },
  { tag: [tags.string, tags.number, tags.bool], color: 'var(--move)' },
])

/** What stands in single braces, which these templates have for values. */
const values = new MatchDecorator({
  regexp: /\{(?![%#])[^{}\n]*\}/g,
  decoration: Decoration.mark({ class: 'cm-template-value' }),
})

const templateValues = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet
    constructor(view: EditorView) {
      this.decorations = values.createDeco(view)
    }
    update(update: ViewUpdate) {
      this.decorations = values.updateDeco(update, this.decorations)
    }
  },
  { decorations: ({ decorations }) => decorations },
)

const look = EditorView.theme({
  '&': { height: '24rem' },
  '.cm-template-value': { color: 'var(--heat)' },
})

export default function ConfigEditor({ name, value, onChange }: Props) {
  const host = useRef<HTMLDivElement>(null)
  const changed = useRef(onChange)
  changed.current = onChange
  const first = useRef(value)
  useEffect(() => {
    if (!host.current) return
    const view = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: first.current,
        extensions: [
          history(),
          drawSelection(),
          lineNumbers(),
          jinja({ base: new LanguageSupport(configLines) }),
          syntaxHighlighting(colours),
          templateValues,
          EditorView.contentAttributes.of({ tabindex: '0', 'aria-label': name, spellcheck: 'false' }),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          EditorView.updateListener.of(update => {
            if (update.docChanged) changed.current(update.state.doc.toString())
          }),
          editorTheme,
          look,
        ],
      }),
    })
    return () => view.destroy()
  }, [name])
  return (
    <div
      ref={host}
      className="mt-1 overflow-hidden rounded-button border border-rule bg-paper focus-within:border-heat"
    />
  )
}
