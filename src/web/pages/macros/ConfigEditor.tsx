// An editor for a host's config, with sections, keys and templates in colour. Loaded only when a config is changed.
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { EditorState } from '@codemirror/state'
import { drawSelection, EditorView, keymap, lineNumbers } from '@codemirror/view'
import { useEffect, useRef } from 'react'
import { configLanguage } from '../../lib/config-language.ts'
import { caretStays, editorTheme } from '../../lib/editor-theme.ts'
import { useLatest } from '../../lib/useLatest.ts'

type Props = { name: string; value: string; onChange: (value: string) => void }

const look = EditorView.theme({ '&': { height: '24rem' } })

export default function ConfigEditor({ name, value, onChange }: Props) {
  const host = useRef<HTMLDivElement>(null)
  const changed = useLatest(onChange)
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
          configLanguage,
          EditorView.contentAttributes.of({ tabindex: '0', 'aria-label': name, spellcheck: 'false' }),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          EditorView.updateListener.of(update => {
            if (update.docChanged) changed.current(update.state.doc.toString())
          }),
          editorTheme,
          caretStays,
          look,
        ],
      }),
    })
    return () => view.destroy()
  }, [name, changed])
  return (
    <div
      ref={host}
      className="mt-1 overflow-hidden rounded-button border border-rule bg-paper focus-within:border-heat"
    />
  )
}
