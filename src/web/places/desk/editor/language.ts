// The script language for the editor: the same reader as everything else, one line at a time.
import { HighlightStyle, LanguageSupport, StreamLanguage, syntaxHighlighting } from '@codemirror/language'
import { tags } from '@lezer/highlight'
import type { Piece } from '../../../../core/gcode/line.ts'
import { readLine, sleeping } from '../../../../core/gcode/read.ts'

type State = { pieces: { length: number; style: string | null }[]; at: number }

function styleOf(piece: Piece): string | null {
  switch (piece.kind) {
    case 'name':
      return 'keyword'
    case 'word':
      return piece.flaw ? 'invalid' : piece.formula ? 'variableName' : 'number'
    case 'key':
      return 'propertyName'
    case 'message':
      return 'string'
    case 'stray':
      return piece.flaw === 'stray-text' || piece.text === '\ufeff' ? null : 'invalid'
    case 'comment':
      return 'comment'
    case 'line-number':
    case 'checksum':
      return 'labelName'
    case 'space':
      return null
    default:
      return piece satisfies never
  }
}

function stylesOf(text: string): State['pieces'] {
  const line = readLine(text)
  const whole = line.kind === 'mark' ? 'meta' : sleeping(line) ? 'docComment' : null
  return line.pieces.map(piece => ({
    length: piece.text.length,
    style: piece.kind === 'comment' && whole ? whole : styleOf(piece),
  }))
}

const language = StreamLanguage.define<State>({
  name: 'script',
  startState: () => ({ pieces: [], at: 0 }),
  copyState: state => ({ ...state }),
  token(stream, state) {
    if (stream.sol()) {
      state.pieces = stylesOf(stream.string)
      state.at = 0
    }
    const piece = state.pieces[state.at++]
    if (!piece) {
      stream.skipToEnd()
      return null
    }
    stream.pos += piece.length
    return piece.style
  },
  languageData: { commentTokens: { line: ';' } },
})

const look = HighlightStyle.define([
  { tag: tags.keyword, fontWeight: '600', color: 'var(--ink)' },
  { tag: tags.number, color: 'var(--ink)' },
  { tag: tags.propertyName, color: 'var(--ink)' },
  { tag: tags.string, color: 'var(--move)' },
  { tag: tags.variableName, color: 'var(--heat)', fontWeight: '600' },
  { tag: tags.meta, color: 'var(--heat)' },
  { tag: tags.comment, color: 'var(--ink-soft)' },
  { tag: tags.docComment, color: 'var(--ink-soft)', fontStyle: 'italic' },
  { tag: tags.labelName, color: 'var(--ink-soft)' },
  { tag: tags.invalid, color: 'var(--bad)', textDecoration: 'underline wavy' },
])

export const scriptLanguage = new LanguageSupport(language, syntaxHighlighting(look))
