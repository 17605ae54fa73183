// Saving: at once with a note made from the change, with a note of one's own, as a variant, or as another script.
import { ChevronDown } from 'lucide-react'
import { Suspense, useEffect } from 'react'
import { Button } from '../../../parts/Button.tsx'
import { later } from '../../../parts/later.tsx'
import { Menu } from '../../../parts/Menu.tsx'
import type { Things } from '../../../state/api.ts'
import { type Asked, ask, askNothing, useAsked } from '../../../state/asked.ts'
import { hasUnsavedChange, useDesk } from '../../../state/desk.ts'
import { type Head, useUnsaved } from '../../../state/desk-watch.ts'
import type { Said } from '../../../state/files.ts'
import { type SaveRefusal, saveChange } from '../../../state/saving.ts'
import { DeskItems, loadItems } from './DeskMenus.tsx'

export const loadSaving = () => import('./SavingQuestions.tsx')
const SavingQuestions = later(loadSaving, 'SavingQuestions')
const savingQuestions: readonly Asked[] = ['note', 'variant', 'another', 'elsewhere', 'throw-away']

type Props = { head: Head; things: Things; onSaid: (said: Said | null) => void }

export function Keeping({ head, things, onSaid }: Props) {
  const { asked } = useAsked()
  const { saved } = head
  // A question on the Desk goes with the Desk.
  useEffect(() => askNothing, [])
  /** Asks what a refusal wants; gives the sentence of one that wants nothing. */
  const answered = (refusal: SaveRefusal | null): string | null => {
    if (refusal?.wants === 'branch') ask('variant')
    else if (refusal?.wants === 'choice') ask('elsewhere')
    else onSaid(refusal && { text: refusal.text, bad: true })
    return refusal && refusal.wants === null ? refusal.text : null
  }
  const save = async () => {
    if (!saved) return ask('another')
    if (saved.stock) return ask('variant')
    answered(await saveChange())
  }
  // Saving may be asked for by key; what it asks in turn takes the place of that.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each time that it is asked
  useEffect(() => {
    if (asked !== 'save') return
    askNothing()
    const { open } = useDesk.getState()
    if (open && hasUnsavedChange(open)) void save()
  }, [asked])
  return (
    <>
      <div className="flex">
        <Save isNew={saved === null} onSave={() => void save()} />
        {saved && (
          <Menu
            name="Save"
            load={loadItems}
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
          >
            {() => <DeskItems of="save" onSaid={onSaid} />}
          </Menu>
        )}
      </div>
      {asked && savingQuestions.includes(asked) && (
        <Suspense fallback={null}>
          <SavingQuestions instead={null} asked={asked} saved={saved} things={things} answered={answered} />
        </Suspense>
      )}
    </>
  )
}

const Save = ({ isNew, onSave }: { isNew: boolean; onSave: () => void }) => (
  <Button main onClick={onSave} disabled={!useUnsaved()} className={isNew ? '' : 'rounded-r-none'}>
    Save
  </Button>
)
