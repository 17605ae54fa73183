// The dialogs of saving: a note, the name of a variant or of a new script, which text wins after a save elsewhere, and
// whether to delete a file.
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { api, type Things } from '../../../state/api.ts'
import type { Head } from '../../../state/desk-watch.ts'
import { closeDialog, closeDialogs, type DeskDialog, openDialog } from '../../../state/dialogs.ts'
import { branchOpen, changeInWords, saveOnTop, saveOpen } from '../../../state/saving.ts'
import { AskPanel } from '../../../ui/AskPanel.tsx'
import { Confirm } from '../../../ui/Confirm.tsx'
import { orAsk } from './orAsk.ts'
import { SaveAs } from './SaveAs.tsx'
import { SavedElsewhere } from './SavedElsewhere.tsx'
import { WithText } from './WithText.tsx'

type Props = { dialog: DeskDialog; saved: Head['saved']; things: Things }

export function SavingQuestions({ dialog, saved, things }: Props) {
  const navigate = useNavigate()
  return (
    <>
      {dialog === 'throw-away' && saved && (
        <Confirm
          title={`Throw “${saved.name}” away`}
          about="The printer will no longer have it. It stays in the bin for 30 days, with its history, and can be put back from the Workshop."
          go="Throw it away"
          onGo={async () => {
            await api.bin(saved.id)
            await navigate('/')
          }}
          onClose={closeDialogs}
        />
      )}
      {dialog === 'another' && (
        <WithText>{open => <SaveAs open={open} things={things} onClose={closeDialogs} />}</WithText>
      )}
      {dialog === 'note' && <WithNote />}
      {dialog === 'variant' && saved && <AsVariant name={saved.name} variant={saved.variant} stock={saved.stock} />}
      {dialog === 'elsewhere' && (
        <WithText>
          {open => (
            <SavedElsewhere
              open={open}
              onKeepMine={() => orAsk(async () => saveOnTop((await changeInWords()).words))}
              onAnother={() => openDialog('another')}
              onClose={() => closeDialog('elsewhere')}
            />
          )}
        </WithText>
      )}
    </>
  )
}

/** The change in words; null while it is rehearsed. */
function useChange(): { words: string; name: string } | null {
  const [change, setChange] = useState<{ words: string; name: string } | null>(null)
  useEffect(() => {
    void changeInWords().then(setChange)
  }, [])
  return change
}

function WithNote() {
  const change = useChange()
  if (!change) return null
  return (
    <AskPanel
      title="Save with a note"
      about="The next revision. The note says why, for you in six months."
      fields={[{ name: 'Note', hint: 'proposed from the change', value: change.words, max: 500 }]}
      go="Save"
      onGo={([note = '']) => orAsk(() => saveOpen(note))}
      onClose={() => closeDialog('note')}
    />
  )
}

function AsVariant({ name, variant, stock }: { name: string; variant: string; stock: boolean }) {
  const change = useChange()
  if (!change) return null
  return (
    <AskPanel
      title="Save as a variant"
      about={
        stock
          ? `“${variant}” is stock: it came with the printer. Your change becomes a variant of its own, and is in use from now on.`
          : `A variant of “${name}” beside “${variant}”, in use from now on. One click on the shelf switches.`
      }
      fields={[
        { name: 'Name of the variant', hint: 'proposed from the change', value: change.name, needed: true },
        { name: 'Why', value: change.words, max: 500 },
      ]}
      go="Save the variant"
      onGo={([wanted = '', note = '']) => branchOpen(wanted, note)}
      onClose={closeDialogs}
    />
  )
}
