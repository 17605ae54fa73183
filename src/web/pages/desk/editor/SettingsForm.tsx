// The script's settings as a form: numbers that can be changed without reading the rest.
import type { EditorView } from '@codemirror/view'
import { useEffect, useId, useState } from 'react'
import { plain } from '../../../../core/format.ts'
import { settingLine } from '../../../../core/formula/marks.ts'
import type { ScriptSetting } from '../../../../core/resolve/resolution.ts'

type Props = { settings: readonly ScriptSetting[]; editor: () => EditorView | null }

const startsWithNumber = /^-?(?:\d+(?:\.\d*)?|\.\d+)/

/** Replaces the number in the line of a setting; the rest of the line stays. */
function write(editor: EditorView, { line, name }: ScriptSetting, value: string): void {
  if (!/^-?(?:\d+(?:\.\d*)?|\.\d+)$/.test(value) || line > editor.state.doc.lines) return
  const at = editor.state.doc.line(line)
  const setting = settingLine(at.text)
  const old = setting?.name === name ? startsWithNumber.exec(setting.body)?.[0] : undefined
  if (!setting || old === undefined) return
  const from = at.from + setting.bodyFrom
  editor.dispatch({ changes: { from, to: from + old.length, insert: value }, userEvent: 'input.setting' })
}

export function SettingsForm({ settings, editor }: Props) {
  return (
    <form
      aria-label="Settings of this script"
      onSubmit={event => event.preventDefault()}
      className="flex max-h-[104px] shrink-0 flex-wrap gap-x-5 gap-y-1 overflow-auto border-b border-rule px-3 py-2"
    >
      {settings.map(setting => (
        <SettingField key={`${setting.name} ${setting.line}`} setting={setting} editor={editor} />
      ))}
    </form>
  )
}

/** Whether a setting's value is a plain number, which the form can change. */
const isNumber = (body: string): boolean =>
  /^\s*$/.test((body.replace(startsWithNumber, '').split(/\sfrom\s/)[0] ?? '').replace(/^\s*[^\s\d(]+/, '')) &&
  startsWithNumber.test(body)

function SettingField({ setting, editor }: { setting: ScriptSetting; editor: Props['editor'] }) {
  const { name, body, value, unit, range, note } = setting
  const id = useId()
  const [text, setText] = useState(String(value))
  useEffect(() => setText(before => (Number(before) === value ? before : String(value))), [value])
  const outside = range !== null && (value < range[0] || value > range[1])
  return (
    <div className="flex items-center gap-1.5 text-control" title={note}>
      <label htmlFor={id} className="font-semibold">
        {name.replaceAll('_', ' ')}
      </label>
      {isNumber(body) ? (
        <input
          id={id}
          type="number"
          step="any"
          value={text}
          min={range?.[0]}
          max={range?.[1]}
          aria-invalid={outside}
          onChange={event => {
            setText(event.target.value)
            const view = editor()
            if (view) write(view, setting, event.target.value)
          }}
          className={`w-20 rounded-button border bg-paper px-2 py-0.5 ${outside ? 'border-bad' : 'border-rule'}`}
        />
      ) : (
        <output id={id} className="rounded-button bg-sunk px-2 py-0.5">
          {plain(value, 3)}
        </output>
      )}
      <span className="max-w-[22rem] text-soft">
        {unit}
        {range && ` (${range[0]} to ${range[1]})`}
        {note && ` · ${note}`}
      </span>
    </div>
  )
}
