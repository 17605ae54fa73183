// The variables of a config's macros as a form, so that their numbers can be changed without reading the rest.
import type { EditorView } from '@codemirror/view'
import { useCallback, useEffect, useId, useMemo, useState } from 'react'
import { rawLines } from '../../../../core/gcode/read.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { useComputed } from '../../../lib/useComputed.ts'
import { useDebounced } from '../../../lib/useDebounced.ts'
import { inWorker } from '../../../state/rehearser.ts'
import { Failed } from '../../../ui/Failed.tsx'

/** `variable_purge_x: 20   # where the purge line begins`. Only plain numbers can be changed in the form. */
const variableLine =
  /^(variable_(\w{1,60})[ \t]{0,20}[:=][ \t]{0,20})(-?\d{1,9}(?:\.\d{0,6})?)(?=[ \t]{0,80}(?:[#;]|$))/

type Variable = { name: string; line: number; value: string; note: string }

const variablesIn = (text: string): Variable[] =>
  rawLines(text).flatMap((raw, i) => {
    const [whole, , name, value] = variableLine.exec(raw) ?? []
    if (whole === undefined || name === undefined || value === undefined) return []
    const note = raw.slice(whole.length).trim()
    return [{ name, line: i + 1, value, note: note.slice(1).trim() }]
  })

/** Replaces the number in its line; the rest of the line stays. */
function write(editor: EditorView, { line, name }: Variable, value: string): void {
  if (!/^-?\d+(?:\.\d*)?$/.test(value) || line > editor.state.doc.lines) return
  const at = editor.state.doc.line(line)
  const [, before, its, old] = variableLine.exec(at.text) ?? []
  if (before === undefined || old === undefined || its !== name) return
  const from = at.from + before.length
  editor.dispatch({ changes: { from, to: from + old.length, insert: value }, userEvent: 'input.setting' })
}

/** A change is rehearsed once the text has not changed for this long, ms. */
const triedAfterMs = 300

type Props = { text: string; saved: string; setting: RehearsalInput; editor: () => EditorView | null }

export function NumbersForm({ text, saved, setting, editor }: Props) {
  const variables = useMemo(() => variablesIn(text), [text])
  const tried = useDebounced(text, triedAfterMs)
  // The effect of the unsaved change on each macro that reads these numbers.
  const { data, error, refetch } = useComputed(
    useCallback(() => inWorker(tasks => tasks.macroEffects(saved, tried, setting)), [saved, tried, setting]),
    tried !== saved && tried === text,
  )
  const changed = data ?? []
  if (variables.length === 0) return null
  return (
    <form
      aria-label="Numbers of this config"
      onSubmit={event => event.preventDefault()}
      className="flex max-h-[150px] shrink-0 flex-wrap gap-x-5 gap-y-1 overflow-auto border-b border-rule px-3 py-2"
    >
      {variables.map(variable => (
        <NumberField key={`${variable.name} ${variable.line}`} variable={variable} editor={editor} />
      ))}
      <Failed
        why={error && `What the change does could not be calculated. ${error.message}`}
        onRetry={() => void refetch()}
      />
      {changed.length > 0 && (
        <ul aria-label="What the change does" className="w-full border-t border-rule pt-1 text-control">
          {changed.map(({ name, says }) => (
            <li key={name}>
              <span className="font-mono text-small">{name}</span>: {says}
            </li>
          ))}
        </ul>
      )}
    </form>
  )
}

function NumberField({ variable, editor }: { variable: Variable; editor: () => EditorView | null }) {
  const { name, value, note } = variable
  const id = useId()
  const [text, setText] = useState(value)
  useEffect(() => setText(before => (Number(before) === Number(value) ? before : value)), [value])
  return (
    <div className="flex items-center gap-1.5 text-control" title={note}>
      <label htmlFor={id} className="font-semibold">
        {name.replaceAll('_', ' ')}
      </label>
      <input
        id={id}
        type="number"
        step="any"
        value={text}
        onChange={event => {
          setText(event.target.value)
          const view = editor()
          if (view) write(view, variable, event.target.value)
        }}
        className="w-20 rounded-button border border-rule bg-paper px-2 py-0.5"
      />
      {note && <span className="max-w-[22rem] text-soft">{note}</span>}
    </div>
  )
}
