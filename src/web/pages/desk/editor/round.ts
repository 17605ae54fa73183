// Shows the latest round in the editor: sentences beside lines, slurs and findings in the margin, the selection.
import { type Extension, RangeSet, RangeSetBuilder, StateEffect, StateField, type Text } from '@codemirror/state'
import {
  Decoration,
  type DecorationSet,
  EditorView,
  GutterMarker,
  gutter,
  ViewPlugin,
  WidgetType,
} from '@codemirror/view'
import type { Finding } from '../../../../core/check/finding.ts'
import type { Passage } from '../../../../core/script/passages.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { unparted } from '../../../lib/words.ts'
import type { Selection } from '../../../state/desk.ts'
import { putFindings } from './finding-marks.ts'

export const putRound = StateEffect.define<DeskRound>()
const putRoom = StateEffect.define<number>()
export const putSelection = StateEffect.define<Selection | null>()

/** The column at which sentences begin beside short lines; longer lines push theirs to the right. */
const sentenceColumn = 34
const tabSize = 4

class Sentence extends WidgetType {
  constructor(
    readonly text: string,
    readonly gap: number,
    readonly commentedOut: boolean,
    readonly moves: boolean,
    /** Whether the sentence is below its line, because there is no room beside it. */
    readonly below: boolean,
  ) {
    super()
  }
  override eq(other: Sentence): boolean {
    return (
      other.text === this.text &&
      other.gap === this.gap &&
      other.commentedOut === this.commentedOut &&
      other.moves === this.moves &&
      other.below === this.below
    )
  }
  override toDOM(): HTMLElement {
    const span = document.createElement('span')
    span.className = ['cm-says', this.commentedOut && 'cm-says-off', this.below && 'cm-says-below']
      .filter(Boolean)
      .join(' ')
    if (!this.below) span.style.paddingLeft = `${this.gap}ch`
    const words = document.createElement('span')
    if (this.moves) {
      const arrow = document.createElement('span')
      arrow.className = 'cm-moves'
      arrow.textContent = '➝ '
      words.append(arrow)
    }
    words.append(unparted(this.text))
    span.append(words)
    span.ariaHidden = 'true'
    return span
  }
  override ignoreEvent(): boolean {
    return false
  }
}

const columnsOf = (text: string): number => {
  let column = 0
  for (const sign of text) column += sign === '\t' ? tabSize - (column % tabSize) : 1
  return column
}

/** A value with its unit, as it is shown beside its formula. */
export const worthText = (text: string, unit: string): string => (unit ? `${text} ${unit}` : text)

/** The columns that the shown values take up in each line. */
function worthColumns(round: DeskRound): ReadonlyMap<number, number> {
  const columns = new Map<number, number>()
  for (const { line, text, unit } of round.worths)
    columns.set(line, (columns.get(line) ?? 0) + Math.ceil(worthText(text, unit).length * 0.8) + 2)
  return columns
}

/** The width of a sentence's letter, in columns of the text. */
const signColumns = 0.75

/**
 * `room` is the number of columns that the editor shows. A sentence without room beside its line is placed below it.
 */
function sentences(doc: Text, round: DeskRound, room: number): DecorationSet {
  const builder = new RangeSetBuilder<Decoration>()
  const beside = worthColumns(round)
  for (const { line, kind, says, moves } of round.explained) {
    if (!says || line > doc.lines) continue
    const at = doc.line(line)
    const gap = at.length > 400 ? 2 : Math.max(sentenceColumn - columnsOf(at.text) - (beside.get(line) ?? 0), 2)
    const needs = columnsOf(at.text) + (beside.get(line) ?? 0) + gap + says.length * signColumns + (moves ? 3 : 1)
    const below = needs > room
    const widget = new Sentence(says, gap, kind === 'comment', moves, below)
    builder.add(at.to, at.to, Decoration.widget({ widget, side: 1 }))
  }
  return builder.finish()
}

type Says = { set: DecorationSet; round: DeskRound | null; room: number }

const saysField = StateField.define<Says>({
  create: () => ({ set: Decoration.none, round: null, room: Number.POSITIVE_INFINITY }),
  update(says, { effects, state, changes, docChanged }) {
    let { round, room } = says
    let anew = false
    for (const effect of effects) {
      if (effect.is(putRound)) round = effect.value
      else if (effect.is(putRoom)) room = effect.value
      else continue
      anew = true
    }
    if (anew && round) return { set: sentences(state.doc, round, room), round, room }
    // Between a change and its round the sentences move with their lines, and belong to no text.
    return { set: says.set.map(changes), round: docChanged ? null : round, room }
  },
  provide: field => EditorView.decorations.from(field, ({ set }) => set),
})

/**
 * Reports the number of visible columns when it changes. Measured in the editor's own measuring phase, so that no
 * layout is forced.
 */
const roomWatch = ViewPlugin.define(view => {
  let known = 0
  const measure = {
    key: 'room',
    // Always without the scroll bar: otherwise sentences below lines would make a scroll bar appear and disappear.
    read: () => Math.floor((view.scrollDOM.offsetWidth - marginPx) / view.defaultCharacterWidth),
    write: (room: number) => {
      if (room === known || room <= 0) return
      known = room
      view.dom.style.setProperty('--says-width', `${Math.floor(room * view.defaultCharacterWidth)}px`)
      requestAnimationFrame(() => view.dispatch({ effects: putRoom.of(room) }))
    },
  }
  view.requestMeasure(measure)
  return { update: ({ geometryChanged }) => geometryChanged && view.requestMeasure(measure) }
})

/** The width of the margin and the scroll bar, px. */
const marginPx = 112

const chosenLine = Decoration.line({ class: 'cm-chosen' })

function chosenLines(doc: Text, selection: Selection | null): DecorationSet {
  if (!selection) return Decoration.none
  const builder = new RangeSetBuilder<Decoration>()
  for (let line = selection.firstLine; line <= Math.min(selection.lastLine, doc.lines); line++)
    builder.add(doc.line(line).from, doc.line(line).from, chosenLine)
  return builder.finish()
}

const selectionField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, transaction) {
    for (const effect of transaction.effects)
      if (effect.is(putSelection)) return chosenLines(transaction.state.doc, effect.value)
    return set.map(transaction.changes)
  },
  provide: field => EditorView.decorations.from(field),
})

class SlurMarker extends GutterMarker {
  constructor(readonly name: string) {
    super()
    this.elementClass = name
  }
  override eq(other: SlurMarker): boolean {
    return other.name === this.name
  }
}

/** The part of a passage's slur for each line; where two passages overlap, the later one's. */
function slursOf(passages: readonly Passage[], doc: Text): RangeSet<SlurMarker> {
  const ofLine = new Map<number, SlurMarker>()
  for (const { firstLine, lastLine, enabled } of passages)
    for (let line = firstLine; line <= Math.min(lastLine, doc.lines); line++) {
      const part = firstLine === lastLine ? 'one' : line === firstLine ? 'first' : line === lastLine ? 'last' : 'middle'
      ofLine.set(line, new SlurMarker(`cm-slur-${part}${enabled ? '' : ' cm-slur-off'}`))
    }
  return RangeSet.of(
    [...ofLine].map(([line, marker]) => marker.range(doc.line(line).from)),
    true,
  )
}

/** The slurs of whole passages and of their parts; between a change and its round they move with their lines. */
const slurField = StateField.define<{ whole: RangeSet<SlurMarker>; parts: RangeSet<SlurMarker> }>({
  create: () => ({ whole: RangeSet.empty, parts: RangeSet.empty }),
  update({ whole, parts }, { effects, state, changes }) {
    for (const effect of effects)
      if (effect.is(putRound)) {
        const { passages } = effect.value
        return {
          whole: slursOf(passages, state.doc),
          parts: slursOf(
            passages.flatMap(each => each.parts),
            state.doc,
          ),
        }
      }
    return { whole: whole.map(changes), parts: parts.map(changes) }
  },
})

const slurGutter = (level: 'whole' | 'parts') =>
  gutter({ class: `cm-slurs cm-slurs-${level}`, markers: ({ state }) => state.field(slurField)[level] })

/** Whether the caret is visible. */
function caretInSight(view: EditorView): boolean {
  if (!view.hasFocus) return false
  const { top, bottom } = view.lineBlockAt(view.state.selection.main.head)
  const { scrollTop, clientHeight } = view.scrollDOM
  return bottom > scrollTop && top < scrollTop + clientHeight
}

/** Shows a new round for its text, and keeps the caret visible if sentences appear below lines above it. */
export function showRound(view: EditorView, round: DeskRound, findings: readonly Finding[]): void {
  const known = view.state.field(saysField).round === round
  const effects: StateEffect<unknown>[] = [putFindings.of(findings)]
  if (!known) {
    effects.push(putRound.of(round))
    if (caretInSight(view)) effects.push(EditorView.scrollIntoView(view.state.selection.main.head, { y: 'nearest' }))
  }
  view.dispatch({ effects })
}

export const roundExtension: Extension = [
  saysField,
  roomWatch,
  selectionField,
  slurField,
  slurGutter('whole'),
  slurGutter('parts'),
]
