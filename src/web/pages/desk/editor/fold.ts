// Folds passages: the arrow beside a passage's heading, or Ctrl Shift [, hides the lines below it.
import { codeFolding, foldGutter, foldKeymap, foldService } from '@codemirror/language'
import { type Extension, StateField } from '@codemirror/state'
import { keymap } from '@codemirror/view'
import type { Passage } from '../../../../core/script/passages.ts'
import { putRound } from './round.ts'

const linesOf = ({ headingLine, firstLine, lastLine, made }: Passage): [number, number] => [
  headingLine ?? firstLine,
  made?.endLine ?? lastLine,
]

/** The last line of each passage by its first line, from the latest round; valid until the text changes. */
const lastLines = StateField.define<ReadonlyMap<number, number>>({
  create: () => new Map(),
  update(last, { effects }) {
    for (const effect of effects)
      if (effect.is(putRound)) {
        const all = effect.value.passages.flatMap(passage => [passage, ...passage.parts])
        // Of two passages that begin on one line, the first contains the second.
        return new Map(all.map(linesOf).reverse())
      }
    return last
  },
})

/** Called for every visible line at each key. */
const passageFolds = foldService.of((state, lineStart) => {
  const line = state.doc.lineAt(lineStart)
  const last = state.field(lastLines).get(line.number) ?? 0
  return last > line.number && last <= state.doc.lines ? { from: line.to, to: state.doc.line(last).to } : null
})

const placeholder = (_view: unknown, onclick: (event: Event) => void, lines: number): HTMLElement => {
  const button = document.createElement('button')
  button.textContent = `${lines} ${lines === 1 ? 'line' : 'lines'} folded`
  button.className = 'cm-folded'
  button.onclick = onclick
  return button
}

export const folding: Extension = [
  lastLines,
  passageFolds,
  codeFolding({
    preparePlaceholder: (state, { from, to }) => state.doc.lineAt(to).number - state.doc.lineAt(from).number,
    placeholderDOM: placeholder,
  }),
  foldGutter({
    openText: '▾',
    closedText: '▸',
    foldingChanged: update => update.transactions.some(({ effects }) => effects.some(effect => effect.is(putRound))),
  }),
  keymap.of(foldKeymap),
]
