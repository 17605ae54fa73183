// The script language for the editor: the same reader as everything else, one line at a time.
import { HighlightStyle, LanguageSupport, StreamLanguage, syntaxHighlighting } from '@codemirror/language'
import { tags } from '@lezer/highlight'
import { guardLine, inText, settingLine } from '../../../../core/formula/marks.ts'
import { type Part, partsOf, type Sort } from '../../../../core/formula/syntax.ts'
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
    case 'formula':
      return 'variableName'
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

type Styled = State['pieces'][number]

const partStyles: Record<Part['is'], string> = {
  value: 'variableName',
  function: 'macroName',
  number: 'number',
  word: 'operatorKeyword',
  unit: 'unit',
}

/** A formula's parts, and what stands between them in the style around. */
function formulaStyles(text: string, sort: Sort, around: string | null): Styled[] {
  const styled: Styled[] = []
  let at = 0
  for (const { from, to, is } of partsOf(text, sort)) {
    if (from < at) continue
    if (from > at) styled.push({ length: from - at, style: around })
    styled.push({ length: to - from, style: partStyles[is] })
    at = to
  }
  if (text.length > at) styled.push({ length: text.length - at, style: around })
  return styled
}

/** A piece with values in it, cut at them. */
function withValues(text: string, around: string | null): Styled[] {
  const styled: Styled[] = []
  let at = 0
  for (const part of inText(text)) {
    if (part.kind === 'plain') continue
    styled.push({ length: part.from - at, style: around })
    styled.push(...formulaStyles(part.text, 'Expression', 'variableName'))
    at = part.from + part.text.length
  }
  return [...styled, { length: text.length - at, style: around }].filter(({ length }) => length > 0)
}

/** A setting or a guard: its sign and name, the formula, and a note behind it. */
function markStyles(raw: string): Styled[] {
  const setting = settingLine(raw)
  if (setting) {
    const { body, bodyFrom } = setting
    const rest = raw.length - bodyFrom - body.length
    return [
      { length: bodyFrom, style: 'meta' },
      ...formulaStyles(body, 'Setting', 'meta'),
      ...(rest > 0 ? [{ length: rest, style: 'comment' }] : []),
    ]
  }
  const guard = guardLine(raw)
  if (guard && guard.kind !== 'end' && guard.condition !== null) {
    const { condition, from } = guard
    const rest = raw.length - from - condition.length
    return [
      { length: from, style: 'meta' },
      ...formulaStyles(condition, 'Condition', 'meta'),
      ...(rest > 0 ? [{ length: rest, style: 'meta' }] : []),
    ]
  }
  return [{ length: raw.length, style: 'meta' }]
}

function stylesOf(text: string): Styled[] {
  const line = readLine(text)
  if (line.kind === 'mark') return markStyles(text)
  const commentedOut = sleeping(line) ? 'docComment' : null
  return line.pieces.flatMap((piece): Styled[] => {
    const style = piece.kind === 'comment' && commentedOut ? commentedOut : styleOf(piece)
    if (piece.kind === 'comment' || !piece.text.includes('@')) return [{ length: piece.text.length, style }]
    return withValues(piece.text, piece.kind === 'word' ? 'variableName' : style)
  })
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
  { tag: tags.macroName, color: 'var(--ink)', fontStyle: 'italic' },
  { tag: tags.operatorKeyword, color: 'var(--move)' },
  { tag: tags.unit, color: 'var(--ink-soft)' },
  { tag: tags.meta, color: 'var(--heat)' },
  { tag: tags.comment, color: 'var(--ink-soft)' },
  { tag: tags.docComment, color: 'var(--ink-soft)', fontStyle: 'italic' },
  { tag: tags.labelName, color: 'var(--ink-soft)' },
  { tag: tags.invalid, color: 'var(--bad)', textDecoration: 'underline wavy' },
])

export const scriptLanguage = new LanguageSupport(language, syntaxHighlighting(look))
