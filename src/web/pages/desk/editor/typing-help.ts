// Completes values after “@”, and finds and replaces text.
import { autocompletion, type Completion, type CompletionContext } from '@codemirror/autocomplete'
import type { EditorState, Extension } from '@codemirror/state'
import { textSpecs, valueSpecs } from '../../../../core/formula/values.ts'
import { searchPanel } from './search-panel.ts'
import { type Known, settingsIn, worthNow } from './values.ts'

/** The word that ends at a position, and whether it is in a formula or in one of our comment lines. */
function wordAt(state: EditorState, pos: number): { typed: string; inFormula: boolean; inMark: boolean } {
  const before = state.sliceDoc(state.doc.lineAt(pos).from, pos)
  const typed = /(?<!\w)[A-Za-z_]\w*$/.exec(before)?.[0] ?? ''
  const rest = before.slice(0, before.length - typed.length)
  return {
    typed,
    inFormula: rest.endsWith('@') || rest.lastIndexOf('@(') > rest.lastIndexOf(')'),
    inMark: typed !== '' && /^\s*;[=?]/.test(before),
  }
}

/**
 * Offers the values of this moment, the printer's spots and the script's settings, after “@” and in our own comment
 * lines.
 */
const complete = (known: () => Known) => (context: CompletionContext) => {
  const { typed, inFormula, inMark } = wordAt(context.state, context.pos)
  if (!inFormula && !inMark && !context.explicit) return null
  const now = known()
  const { moment, printer, job } = now.setting
  const values = valueSpecs
    .filter(({ moments }) => !moments || moments.includes(moment))
    .map(
      ({ name, says }): Completion => ({ label: name, detail: worthNow(now, job, name), info: says, type: 'variable' }),
    )
  const texts = textSpecs.map(
    ({ name, says }): Completion => ({ label: name, detail: 'a text, for guards', info: says, type: 'variable' }),
  )
  const spots = printer.spots.flatMap(({ name, ...at }) =>
    (['x', 'y', 'z'] as const).map(
      (axis): Completion => ({
        label: `${name}_${axis}`,
        detail: `${at[axis]} mm`,
        info: `${axis.toUpperCase()} of the ${name}`,
        type: 'variable',
      }),
    ),
  )
  const settings = settingsIn(context.state.doc).map(
    ({ name, body, note }): Completion => ({
      label: name,
      detail: body,
      info: note || 'a setting of this script',
      type: 'property',
      boost: 1,
    }),
  )
  return {
    from: context.pos - typed.length,
    options: [...settings, ...values, ...(inMark ? texts : []), ...spots],
    validFor: /^\w*$/,
  }
}

/** `known` returns the current input and jobs at the time of typing. */
export const typingHelp = (known: () => Known): Extension => [
  autocompletion({ override: [complete(known)], icons: false }),
  searchPanel,
]
