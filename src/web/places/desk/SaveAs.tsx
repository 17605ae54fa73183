// Asks for a name and saves the script under it.
import { useId, useState } from 'react'
import { useNavigate } from 'react-router'
import { Button } from '../../parts/Button.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { momentWords } from '../../parts/words.ts'
import type { Things } from '../../state/api.ts'
import { type Open, saveAs } from '../../state/desk.ts'

type Props = { open: Open; things: Things; onClose: () => void }

export function SaveAs({ open, things, onClose }: Props) {
  const navigate = useNavigate()
  const id = useId()
  const [name, setName] = useState(open.saved ? '' : open.suggestedName)
  const [note, setNote] = useState('')
  const [refusal, setRefusal] = useState<string | null>(null)
  const printer = things.printers.find(each => each.id === open.chosen.printerId)?.data.name ?? ''
  const save = async () => {
    if (name.trim() === '') return setRefusal('A script needs a name.')
    const saved = await saveAs(name, note)
    if (typeof saved === 'string') return setRefusal(saved)
    await navigate(`/desk/${saved.id}`, { replace: open.saved === null })
  }
  const field = 'mt-1 w-full rounded-button border border-rule bg-paper px-3 py-2'
  return (
    <Panel
      open
      onClose={onClose}
      title="Save this script"
      about={`For ${printer}, to run ${momentWords[open.chosen.moment]}.`}
    >
      <form
        onSubmit={event => {
          event.preventDefault()
          void save()
        }}
      >
        <label htmlFor={`${id}n`} className="font-semibold">
          Name
        </label>
        <input
          id={`${id}n`}
          value={name}
          onChange={event => setName(event.target.value)}
          maxLength={120}
          className={field}
          aria-invalid={refusal !== null}
          aria-describedby={refusal ? `${id}r` : undefined}
        />
        {refusal && (
          <p id={`${id}r`} role="alert" className="mt-1 text-[14px] text-bad">
            {refusal}
          </p>
        )}
        <label htmlFor={`${id}w`} className="mt-4 block font-semibold">
          Why <span className="font-normal text-soft">(if you like: you will be glad in six months)</span>
        </label>
        <input
          id={`${id}w`}
          value={note}
          onChange={event => setNote(event.target.value)}
          maxLength={500}
          className={field}
        />
        <div className="mt-5 flex justify-end gap-2">
          <Button onClick={onClose}>Not now</Button>
          <Button main type="submit">
            Save
          </Button>
        </div>
      </form>
    </Panel>
  )
}
