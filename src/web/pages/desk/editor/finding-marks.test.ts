// What of a line is underlined while one types at it, before its round has come.
import { EditorState } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { expect, it } from 'vitest'
import { findingMarks, putFindings } from './finding-marks.ts'

const doc = 'G28\nG1 X900\nM84\n'
// Line 2 begins at the fourth sign and ends behind the eleventh.
const end = 11

const marked = EditorState.create({ doc, extensions: findingMarks }).update({
  effects: putFindings.of([
    { rule: 'off-bed', severity: 'error', line: 2, lines: [2], message: 'Goes to X 900.', fixes: [] },
  ]),
}).state

const underlined = (state: EditorState): string[] => {
  const found: string[] = []
  for (const set of state.facet(EditorView.decorations))
    if (typeof set !== 'function')
      set.between(0, state.doc.length, (from, to) => void found.push(state.sliceDoc(from, to)))
  return found
}
const typed = (insert: string, at = end) => underlined(marked.update({ changes: { from: at, insert } }).state)

it('underlines the line that is wrong', () => {
  expect(underlined(marked)).toEqual(['G1 X900'])
})

it('underlines what is typed at its end and within it', () => {
  expect(typed('7')).toEqual(['G1 X9007'])
  expect(typed('1', end - 1)).toEqual(['G1 X9010'])
})

it('does not underline a line that is begun behind it or before it', () => {
  expect(typed('\nG4 S1')).toEqual(['G1 X900'])
  expect(typed('G4 S1\n', 4)).toEqual(['G1 X900'])
  // Parted in two, the first half keeps the mark.
  expect(typed('\n', 6)).toEqual(['G1'])
  expect(typed('\n', 4)).toEqual(['G1 X900'])
})

const finding = (line: number, severity: 'error' | 'advice') => ({
  ...{ rule: 'off-bed', severity, line, lines: [line] },
  ...{ message: 'It is so.', fixes: [] },
})

it('underlines a line that was begun behind one that is underlined, and then turned out wrong', () => {
  let state = EditorState.create({ doc: 'G28\nM140 S60\nM84\n', extensions: findingMarks })
  const told = (...findings: ReturnType<typeof finding>[]) => {
    state = state.update({ effects: putFindings.of(findings) }).state
    return underlined(state)
  }
  expect(told(finding(2, 'advice'))).toEqual(['M140 S60'])
  state = state.update({ changes: { from: state.doc.line(2).to, insert: '\nG1' } }).state
  expect(underlined(state)).toEqual(['M140 S60'])
  expect(told(finding(2, 'advice'), finding(3, 'error'))).toEqual(['M140 S60', 'G1'])
  state = state.update({ changes: { from: state.doc.line(3).to, insert: ' X400' } }).state
  expect(underlined(state)).toEqual(['M140 S60', 'G1 X400'])
  expect(told(finding(2, 'advice'), finding(3, 'error'), finding(3, 'error'))).toEqual(['M140 S60', 'G1 X400'])
  expect(told(finding(3, 'error'))).toEqual(['G1 X400'])
  expect(told()).toEqual([])
})
