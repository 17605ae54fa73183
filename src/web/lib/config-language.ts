// Highlights a host's config: sections, keys, comments, and the templates of its macros. Loaded when a config is open.
import { jinja } from '@codemirror/lang-jinja'
import { HighlightStyle, LanguageSupport, StreamLanguage, syntaxHighlighting } from '@codemirror/language'
import type { Extension } from '@codemirror/state'
import {
  Decoration,
  type DecorationSet,
  EditorView,
  MatchDecorator,
  ViewPlugin,
  type ViewUpdate,
} from '@codemirror/view'
import { tags } from '@lezer/highlight'

/** Everything outside the templates: sections, keys, comments. */
const configLines = StreamLanguage.define<{ key: boolean }>({
  name: 'config',
  startState: () => ({ key: true }),
  token(stream) {
    if (stream.sol()) {
      if (stream.match(/^[ \t]{0,80};.*/)) return 'comment'
      if (stream.match(/^\[[^\]]{0,200}\]/)) return 'heading'
      if (stream.match(/^[A-Za-z_][\w ]{0,80}(?=[:=])/)) return 'propertyName'
    }
    // A `;` starts a comment only after a space.
    if (stream.match(/^#.*/) || stream.match(/^[ \t];.*/)) return 'comment'
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

/** Text in single braces, which the templates use for values: `{ printer.extruder.target }`. */
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

const look = EditorView.theme({ '.cm-template-value': { color: 'var(--heat)' } })

export const configLanguage: Extension = [
  jinja({ base: new LanguageSupport(configLines) }),
  syntaxHighlighting(colours),
  templateValues,
  look,
]
