// Folds passages: the lines under a passage's heading can be put away, by the arrow beside it or by Ctrl Shift [.
import { codeFolding, foldGutter, foldKeymap, foldService } from '@codemirror/language'
import { type Extension, StateField } from '@codemirror/state'
import { keymap } from '@codemirror/view'
import type { Passage } from '../../../../core/script/passages.ts'
import { putRound } from './round.ts'

const linesOf = ({ headingLine, firstLine, lastLine, made }: Passage): [number, number] => [
  headingLine ?? firstLine,
  made?.endLine ?? lastLine,
]

/** The last line of each passage by its first, as the latest round has them; the numbers hold until the text changes. */
const lastLines = StateField.define<ReadonlyMap<number, number>>({
  create: () => new Map(),
  update(last, { effects }) {
    for (const effect of effects)
      if (effect.is(putRound)) {
        const all = effect.value.passages.flatMap(passage => [passage, ...passage.parts])
        // Of two that begin on one line the first holds the other.
        return new Map(all.map(linesOf).reverse())
      }
    return last
  },
})

/** Asked for every line in sight at each key. */
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
