// Folds passages: the lines under a passage's heading can be put away, by the arrow beside it or by Ctrl Shift [.
import { codeFolding, foldGutter, foldKeymap, foldService } from '@codemirror/language'
import type { Extension } from '@codemirror/state'
import { keymap } from '@codemirror/view'
import type { Passage } from '../../../../core/script/passages.ts'
import { passagesField, putRound } from './round.ts'

const linesOf = ({ headingLine, firstLine, lastLine, made }: Passage): [number, number] => [
  headingLine ?? firstLine,
  made?.endLine ?? lastLine,
]

const passageFolds = foldService.of((state, lineStart) => {
  const line = state.doc.lineAt(lineStart)
  const all = state.field(passagesField).flatMap(passage => [passage, ...passage.parts])
  const found = all.find(passage => linesOf(passage)[0] === line.number)
  if (!found) return null
  const last = linesOf(found)[1]
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
