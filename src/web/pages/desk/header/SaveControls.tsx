// The save buttons: save at once with a note that describes the change, with the person's note, as a variant, or as a
// different script.
import { ChevronDown } from 'lucide-react'
import { useEffect } from 'react'
import { useNavigate } from 'react-router'
import type { Things } from '../../../state/api.ts'
import { hasUnsavedChange, useDesk } from '../../../state/desk.ts'
import { type Head, useUnsaved } from '../../../state/desk-watch.ts'
import { closeDialogs, type DeskDialog, openDialog, useDeskDialog } from '../../../state/dialogs.ts'
import { saveChange } from '../../../state/saving.ts'
import { Button } from '../../../ui/Button.tsx'
import { Menu } from '../../../ui/Menu.tsx'
import { saveActions } from './menuActions.ts'
import type { OnRun } from './onRun.ts'
import { orAsk } from './orAsk.ts'
import { SavingQuestions } from './SavingQuestions.tsx'

const savingQuestions: readonly DeskDialog[] = ['note', 'variant', 'another', 'elsewhere', 'throw-away']

type Props = { head: Head; things: Things; onRun: OnRun }

export function SaveControls({ head, things, onRun }: Props) {
  const { dialog } = useDeskDialog()
  const navigate = useNavigate()
  const { saved } = head
  // Closes open dialogs when the Desk is left.
  useEffect(() => closeDialogs, [])
  const save = () => {
    if (!saved) return openDialog('another')
    if (saved.stock) return openDialog('variant')
    onRun(() => orAsk(saveChange))
  }
  // Saving can be requested by a shortcut. A dialog that it opens replaces the current one.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each time that it is asked
  useEffect(() => {
    if (dialog !== 'save') return
    closeDialogs()
    const { open } = useDesk.getState()
    if (open && hasUnsavedChange(open)) save()
  }, [dialog])
  return (
    <>
      <div className="flex">
        <Save isNew={saved === null} onSave={save} />
        {saved && (
          <Menu
            name="Save"
            button={props => (
              <Button
                main
                aria-label="Other ways to save it"
                className="rounded-l-none border-l-on-heat/40 px-1.5!"
                {...props}
              >
                <ChevronDown size={16} aria-hidden />
              </Button>
            )}
            actions={() => saveActions(head, onRun, navigate)}
          />
        )}
      </div>
      {dialog && savingQuestions.includes(dialog) && <SavingQuestions dialog={dialog} saved={saved} things={things} />}
    </>
  )
}

const Save = ({ isNew, onSave }: { isNew: boolean; onSave: () => void }) => (
  <Button main onClick={onSave} disabled={!useUnsaved()} className={isNew ? '' : 'rounded-r-none'}>
    Save
  </Button>
)
