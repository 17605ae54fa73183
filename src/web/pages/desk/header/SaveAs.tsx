// Asks for a name and saves the script under it.
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { momentFacts } from '../../../../core/model/moment.ts'
import type { Things } from '../../../state/api.ts'
import type { Open } from '../../../state/desk.ts'
import { proposedName } from '../../../state/proposed-name.ts'
import { useShelf } from '../../../state/queries.ts'
import { saveAs } from '../../../state/saving.ts'
import { AskPanel } from '../../../ui/AskPanel.tsx'

type Props = { open: Open; things: Things; onClose: () => void }

export function SaveAs({ open, things, onClose }: Props) {
  const navigate = useNavigate()
  const [stock, setStock] = useState(false)
  const printer = things.printers.find(each => each.id === open.chosen.printerId)?.data.name ?? ''
  const shelf = useShelf()
  if (!shelf.data && !shelf.error) return null
  const taken = shelf.data?.printers.flatMap(({ scripts }) => scripts.map(({ name }) => name)) ?? []
  const usual = open.saved?.name ?? (open.suggestedName || `${printer}, ${momentFacts[open.chosen.moment].when}`)
  const proposed = proposedName(open.saved || open.suggestedName ? '' : open.text, usual, taken)
  return (
    <AskPanel
      title="Save this script"
      about={`For ${printer}, to run ${momentFacts[open.chosen.moment].when}.`}
      fields={[
        { name: 'Name', value: proposed },
        { name: 'Why', hint: 'if you like: you will be glad in six months', value: '', max: 500 },
      ]}
      go="Save"
      onGo={async ([name = '', note = '']) => {
        if (name === '') throw new Error('A script needs a name.')
        const saved = await saveAs(name, note, stock)
        await navigate(`/desk/${saved.id}`, { replace: open.saved === null })
      }}
      onClose={onClose}
    >
      <label className="mb-3 flex items-start gap-2">
        <input type="checkbox" checked={stock} onChange={event => setStock(event.target.checked)} className="mt-1.5" />
        <span>
          It is as it came with the printer <span className="text-soft">(kept so: changes become variants)</span>
        </span>
      </label>
    </AskPanel>
  )
}
