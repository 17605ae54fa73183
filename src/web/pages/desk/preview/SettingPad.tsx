// A number that becomes a setting: its name, its reason, and the lines where the same number has the same meaning.
import { useState } from 'react'
import type { EditRequest } from '../../../../core/script/edits/edit.ts'
import { selectLines } from '../../../state/playhead.ts'
import { type Preview, propose } from '../../../state/preview.ts'

type Props = { request: Extract<EditRequest, { do: 'setting' }>; preview: Preview | null }

const look = 'rounded-button border border-rule bg-paper px-2 leading-6'

export function SettingPad({ request, preview }: Props) {
  const [shown, setShown] = useState(preview?.places ?? [])
  if (preview && preview.places.length > 0 && preview.places !== shown) setShown(preview.places)
  const set = (change: Partial<typeof request>) => void propose({ ...request, ...change })
  const { leave } = request
  const suggested = /“([^“”]*)”/.exec(preview?.title ?? '')?.[1] ?? ''
  return (
    <div className="text-control">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <label className="flex items-center gap-1.5">
          <b>Name</b>
          <input
            value={request.name}
            placeholder={suggested}
            onChange={event => set({ name: event.target.value })}
            className={`${look} w-36 font-mono text-small`}
          />
        </label>
        <label className="flex items-center gap-1.5">
          <b>Note</b>
          <input
            value={request.note}
            placeholder="what it is for"
            onChange={event => set({ note: event.target.value })}
            className={`${look} w-56`}
          />
        </label>
      </div>
      <fieldset className="mt-1">
        <legend className="float-left mr-2 font-semibold">Here it means the same</legend>
        <ul className="clear-left max-h-24 overflow-auto">
          {shown.map(({ line, text, word }) => (
            <li key={`${line} ${word}`}>
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  checked={!leave.includes(line)}
                  onChange={event => {
                    selectLines(line)
                    set({ leave: event.target.checked ? leave.filter(each => each !== line) : [...leave, line] })
                  }}
                />
                <span className="w-12 text-soft">line {line}</span>
                <code className="min-w-0 truncate font-mono text-small">{text}</code>
              </label>
            </li>
          ))}
        </ul>
      </fieldset>
    </div>
  )
}
