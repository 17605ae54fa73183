// Highlights the script language: uses the core's reader, one line at a time.
import { EditorState, type Extension, RangeSetBuilder } from '@codemirror/state'
import { Decoration, type DecorationSet, EditorView, ViewPlugin } from '@codemirror/view'
import { guardLine, inText, settingLine } from '../../../../core/formula/marks.ts'
import { type Part, partsOf, type Sort } from '../../../../core/formula/syntax.ts'
import type { Piece } from '../../../../core/gcode/line.ts'
import { commentedOutCommand, readLine } from '../../../../core/gcode/read.ts'

const looks = {
  name: { fontWeight: '600' },
  message: { color: 'var(--move)' },
  value: { color: 'var(--heat)', fontWeight: '600' },
  function: { fontStyle: 'italic' },
  joins: { color: 'var(--move)' },
  unit: { color: 'var(--ink-soft)' },
  mark: { color: 'var(--heat)' },
  comment: { color: 'var(--ink-soft)' },
  off: { color: 'var(--ink-soft)', fontStyle: 'italic' },
  number: { color: 'var(--ink-soft)' },
  flaw: { color: 'var(--bad)', textDecoration: 'underline wavy' },
} as const

/** The style of a part of a line; null for plain text. */
type Style = keyof typeof looks | null

function styleOf(piece: Piece): Style {
  switch (piece.kind) {
    case 'name':
      return 'name'
    case 'word':
      return piece.flaw ? 'flaw' : piece.formula ? 'value' : null
    case 'message':
      return 'message'
    case 'stray':
      return piece.flaw === 'stray-text' || piece.text === '\ufeff' ? null : 'flaw'
    case 'formula':
      return 'value'
    case 'comment':
      return 'comment'
    case 'line-number':
    case 'checksum':
      return 'number'
    case 'key':
    case 'space':
      return null
    default:
      return piece satisfies never
  }
}

type Styled = { length: number; style: Style }

const partStyles: Record<Part['is'], Style> = {
  value: 'value',
  function: 'function',
  number: null,
  word: 'joins',
  unit: 'unit',
}

/** The parts of a formula, and the text between them in the surrounding style. */
function formulaStyles(text: string, kind: Sort, around: Style): Styled[] {
  const styled: Styled[] = []
  let at = 0
  for (const { from, to, is } of partsOf(text, kind)) {
    if (from < at) continue
    if (from > at) styled.push({ length: from - at, style: around })
    styled.push({ length: to - from, style: partStyles[is] })
    at = to
  }
  if (text.length > at) styled.push({ length: text.length - at, style: around })
  return styled
}

/** Divides a piece at the values that it contains. */
function withValues(text: string, around: Style): Styled[] {
  const styled: Styled[] = []
  let at = 0
  for (const part of inText(text)) {
    if (part.kind === 'plain') continue
    styled.push({ length: part.from - at, style: around })
    styled.push(...formulaStyles(part.text, 'Expression', 'value'))
    at = part.from + part.text.length
  }
  return [...styled, { length: text.length - at, style: around }].filter(({ length }) => length > 0)
}

/** A setting or a guard: its mark and name, the formula, and a note after it. */
function markStyles(raw: string): Styled[] {
  const setting = settingLine(raw)
  if (setting) {
    const { body, bodyFrom } = setting
    const rest = raw.length - bodyFrom - body.length
    return [
      { length: bodyFrom, style: 'mark' },
      ...formulaStyles(body, 'Setting', 'mark'),
      ...(rest > 0 ? [{ length: rest, style: 'comment' as const }] : []),
    ]
  }
  const guard = guardLine(raw)
  if (guard && guard.kind !== 'end' && guard.condition !== null) {
    const { condition, from } = guard
    const rest = raw.length - from - condition.length
    return [
      { length: from, style: 'mark' },
      ...formulaStyles(condition, 'Condition', 'mark'),
      ...(rest > 0 ? [{ length: rest, style: 'mark' as const }] : []),
    ]
  }
  return [{ length: raw.length, style: 'mark' }]
}

function stylesOf(text: string): Styled[] {
  const line = readLine(text)
  if (line.kind === 'mark') return markStyles(text)
  const commentedOut = commentedOutCommand(line) ? 'off' : null
  return line.pieces.flatMap((piece): Styled[] => {
    const style = piece.kind === 'comment' && commentedOut ? commentedOut : styleOf(piece)
    if (piece.kind === 'comment' || !piece.text.includes('@')) return [{ length: piece.text.length, style }]
    return withValues(piece.text, piece.kind === 'word' ? 'value' : style)
  })
}

/** Joins neighbours of the same style. */
function joined(styled: readonly Styled[]): Styled[] {
  const all: Styled[] = []
  for (const { length, style } of styled) {
    const last = all.at(-1)
    if (last?.style === style) last.length += length
    else all.push({ length, style })
  }
  return all
}

/** Longer lines, in characters, are not highlighted. */
const longest = 4000

/** Cache of the styles of lines. */
const known = new Map<string, readonly Styled[]>()
const maxKnown = 5000

function looksOf(text: string): readonly Styled[] {
  let styled = known.get(text)
  if (styled) return styled
  styled = text.length > longest ? [] : joined(stylesOf(text))
  if (known.size >= maxKnown) known.clear()
  known.set(text, styled)
  return styled
}

const marks = Object.fromEntries(
  Object.keys(looks).map(style => [style, Decoration.mark({ class: `cm-${style}` })]),
) as Record<keyof typeof looks, Decoration>

/** The styles of the visible lines. */
function shownLooks({ state: { doc }, visibleRanges }: EditorView): DecorationSet {
  const builder = new RangeSetBuilder<Decoration>()
  let done = 0
  for (const { from, to } of visibleRanges)
    for (let line = doc.lineAt(Math.max(from, done)); line.from <= to; line = doc.line(line.number + 1)) {
      let at = line.from
      for (const { length, style } of looksOf(line.text)) {
        if (style) builder.add(at, at + length, marks[style])
        at += length
      }
      done = line.to + 1
      if (done > doc.length) return builder.finish()
    }
  return builder.finish()
}

const look = ViewPlugin.define(
  view => ({
    looks: shownLooks(view),
    update({ docChanged, viewportChanged, view: now }) {
      if (docChanged || viewportChanged) this.looks = shownLooks(now)
    },
  }),
  { decorations: plugin => plugin.looks },
)

export const scriptLanguage: Extension = [
  look,
  EditorView.baseTheme(Object.fromEntries(Object.entries(looks).map(([style, css]) => [`.cm-${style}`, css]))),
  EditorState.languageData.of(() => [{ commentTokens: { line: ';' } }]),
]
