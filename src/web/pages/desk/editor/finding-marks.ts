// Findings in the editor: a symbol in the margin, the line underlined, and on hover the message with its fixes.
import {
  type ChangeDesc,
  type Extension,
  type Range,
  RangeSet,
  RangeSetBuilder,
  StateEffect,
  StateField,
  type Text,
} from '@codemirror/state'
import { Decoration, type DecorationSet, EditorView, GutterMarker, gutter, hoverTooltip } from '@codemirror/view'
import type { Finding, Severity } from '../../../../core/check/finding.ts'
import { unparted } from '../../../lib/words.ts'

export const putFindings = StateEffect.define<readonly Finding[]>()

/** Limit of the findings that are marked. */
const max = 1000
/** Limit of the underlined characters of a line. */
const maxSigns = 400

const rank: Record<Severity, number> = { error: 0, warning: 1, advice: 2 }

class Sign extends GutterMarker {
  constructor(
    readonly severity: Severity,
    readonly says: string,
  ) {
    super()
  }
  override eq(other: Sign): boolean {
    return other.severity === this.severity && other.says === this.says
  }
  override toDOM(): HTMLElement {
    const sign = document.createElement('div')
    sign.className = `cm-sign cm-sign-${this.severity}`
    sign.title = this.says
    return sign
  }
}

/** Text typed at its end is included, so that the letter that the browser has inserted stays as it is. */
const underline = (severity: Severity) => Decoration.mark({ class: `cm-found-${severity}`, inclusiveEnd: true })
const underlines = { error: underline('error'), warning: underline('warning'), advice: underline('advice') }

/** `doc` is the text that the findings are about; their fixes contain offsets in it. */
type Marked = { findings: readonly Finding[]; doc: Text; signs: RangeSet<Sign>; lines: DecorationSet }

function marked(findings: readonly Finding[], doc: Text): Marked {
  const ofLine = new Map<number, { severity: Severity; says: string }>()
  for (const { line, severity, message } of findings.slice(0, max)) {
    if (line < 1 || line > doc.lines) continue
    const before = ofLine.get(line)
    const worse = !before || rank[severity] < rank[before.severity]
    ofLine.set(line, {
      severity: worse ? severity : before.severity,
      says: before ? `${before.says}\n${message}` : message,
    })
  }
  const signs = new RangeSetBuilder<Sign>()
  const lines = new RangeSetBuilder<Decoration>()
  for (const [line, { severity, says }] of [...ofLine].sort(([a], [b]) => a - b)) {
    const { from, to } = doc.line(line)
    signs.add(from, from, new Sign(severity, says))
    if (to > from) lines.add(from, Math.min(to, from + maxSigns), underlines[severity])
  }
  return { findings, doc, signs: signs.finish(), lines: lines.finish() }
}

/** `RangeSet.eq` compares only points, and therefore no underlines. */
function sameLines(one: DecorationSet, other: DecorationSet): boolean {
  const [a, b] = [one.iter(), other.iter()]
  for (; a.value && a.value === b.value && a.from === b.from && a.to === b.to; b.next()) a.next()
  return a.value === null && b.value === null
}

/** Reuses the marks that are drawn already if they are the same, so that nothing is drawn again. */
const asDrawn = (next: Marked, drawn: Marked): Marked => ({
  ...next,
  signs: RangeSet.eq([next.signs], [drawn.signs]) ? drawn.signs : next.signs,
  lines: sameLines(next.lines, drawn.lines) ? drawn.lines : next.lines,
})

/** Cuts underlines at the end of their line: a new line break may have extended them. */
function withinLines(lines: DecorationSet, doc: Text): DecorationSet {
  const cut: Range<Decoration>[] = []
  const within = (from: number, to: number) => to <= doc.lineAt(from).to
  lines.between(0, doc.length, (from, to, mark) => {
    const { to: end } = doc.lineAt(from)
    if (to > end && end > from) cut.push(mark.range(from, end))
  })
  return lines.update({ filter: within, add: cut })
}

/** Moves the marks with their lines. */
function carried(now: Marked, changes: ChangeDesc, doc: Text, linesBefore: number): Marked {
  const lines = now.lines.map(changes)
  return { ...now, signs: now.signs.map(changes), lines: doc.lines > linesBefore ? withinLines(lines, doc) : lines }
}

const field = StateField.define<Marked>({
  create: ({ doc }) => marked([], doc),
  update(now, { effects, state, startState, changes, docChanged }) {
    // Used until the next round is complete.
    const moved = docChanged ? carried(now, changes, state.doc, startState.doc.lines) : now
    for (const effect of effects) if (effect.is(putFindings)) return asDrawn(marked(effect.value, state.doc), moved)
    return moved
  },
  provide: it => EditorView.decorations.from(it, ({ lines }) => lines),
})

const margin = gutter({ class: 'cm-signs', markers: ({ state }) => state.field(field).signs })

function sentence(view: EditorView, { message, fixes }: Finding): HTMLElement {
  const element = document.createElement('div')
  element.className = 'cm-finding'
  element.append(unparted(message))
  for (const { title, edits } of fixes) {
    const button = document.createElement('button')
    button.type = 'button'
    button.textContent = title
    button.onclick = () => view.dispatch({ changes: [...edits], userEvent: 'input.fix' })
    element.append(button)
  }
  return element
}

const sentences = hoverTooltip(
  (view, pos) => {
    const { findings, doc } = view.state.field(field)
    // The fixes of an older text would change the wrong characters.
    if (!view.state.doc.eq(doc)) return null
    const line = doc.lineAt(pos)
    const here = findings.filter(each => each.line === line.number)
    if (here.length === 0) return null
    const dom = document.createElement('div')
    dom.append(...here.map(each => sentence(view, each)))
    return { pos: line.from, end: line.to, create: () => ({ dom }) }
  },
  { hideOnChange: true },
)

export const findingMarks: Extension = [field, margin, sentences]
