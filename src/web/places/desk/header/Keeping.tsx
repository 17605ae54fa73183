// Saving: at once with a note made from the change, with a note of one's own, as a variant, or as another script.
import {
  ArrowRightLeft,
  BookOpen,
  ChevronDown,
  Columns2,
  FilePlus,
  GitBranch,
  Lock,
  MessageSquare,
  Trash2,
} from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { AskPanel } from '../../../parts/AskPanel.tsx'
import { Button } from '../../../parts/Button.tsx'
import { Confirm } from '../../../parts/Confirm.tsx'
import { MenuItem, menuLook } from '../../../parts/menu.tsx'
import { api, type Things } from '../../../state/api.ts'
import { ask, askNothing, useAsked } from '../../../state/asked.ts'
import { hasUnsavedChange, useDesk } from '../../../state/desk.ts'
import { type Head, useUnsaved } from '../../../state/desk-watch.ts'
import type { Said } from '../../../state/files.ts'
import {
  branchOpen,
  changeInWords,
  keepAsItCame,
  type SaveRefusal,
  saveOnTop,
  saveOpen,
} from '../../../state/saving.ts'
import { SaveAs } from './SaveAs.tsx'
import { SavedElsewhere } from './SavedElsewhere.tsx'
import { WithText } from './WithText.tsx'

type Props = { head: Head; things: Things; onSaid: (said: Said | null) => void }

export function Keeping({ head, things, onSaid }: Props) {
  const navigate = useNavigate()
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
    answered(await saveOpen((await changeInWords()).words))
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
          <DropdownMenu.Root>
            <DropdownMenu.Trigger asChild>
              <Button main aria-label="Other ways to save it" className="rounded-l-none border-l-on-heat/40 px-1.5!">
                <ChevronDown size={16} aria-hidden />
              </Button>
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content align="end" sideOffset={6} className={menuLook}>
                {!saved.stock && <WithNoteItem />}
                <MenuItem onSelect={() => ask('variant')}>
                  <GitBranch size={15} aria-hidden /> Save as a variant…
                </MenuItem>
                <MenuItem onSelect={() => ask('another')}>
                  <FilePlus size={15} aria-hidden /> Save as another script…
                </MenuItem>
                <MenuItem onSelect={() => void navigate(`/history/${saved.id}`)}>
                  <BookOpen size={15} aria-hidden /> Its history
                </MenuItem>
                {carryAddress(head, saved) !== null && (
                  <MenuItem onSelect={() => void navigate(carryAddress(head, saved) ?? '/')}>
                    <ArrowRightLeft size={15} aria-hidden />{' '}
                    {saved.file === null ? 'Carry over to…' : 'Carry over what it runs…'}
                  </MenuItem>
                )}
                {saved.file !== null && (
                  <MenuItem
                    onSelect={() =>
                      void keepAsItCame(!saved.stock).then(why => why !== null && onSaid({ text: why, bad: true }))
                    }
                  >
                    <Lock size={15} aria-hidden /> {saved.stock ? 'Let it be changed again' : 'Make it the stock'}
                  </MenuItem>
                )}
                {saved.file !== null && (
                  <MenuItem onSelect={() => ask('throw-away')}>
                    <Trash2 size={15} aria-hidden /> Throw this file away…
                  </MenuItem>
                )}
                <MenuItem onSelect={() => void navigate(`/side-by-side?left=script-${saved.id}&right=desk`)}>
                  <Columns2 size={15} aria-hidden /> Side by side with what is saved
                </MenuItem>
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        )}
      </div>
      {asked === 'throw-away' && saved && (
        <Confirm
          title={`Throw “${saved.name}” away`}
          about="The printer is without it from then on. It waits in the bin for 30 days, with its history, and can be put back from the Workshop."
          go="Throw it away"
          onGo={async () => {
            await api.bin(saved.id)
            await navigate('/')
          }}
          onClose={askNothing}
        />
      )}
      {asked === 'another' && (
        <WithText>{open => <SaveAs open={open} things={things} onClose={askNothing} />}</WithText>
      )}
      {asked === 'note' && <WithNote answered={answered} />}
      {asked === 'variant' && saved && <AsVariant name={saved.name} variant={saved.variant} stock={saved.stock} />}
      {asked === 'elsewhere' && (
        <WithText>
          {open => (
            <SavedElsewhere
              open={open}
              onKeepMine={async () => answered(await saveOnTop((await changeInWords()).words))}
              onAnother={() => ask('another')}
              onClose={askNothing}
            />
          )}
        </WithText>
      )}
    </>
  )
}

const Save = ({ isNew, onSave }: { isNew: boolean; onSave: () => void }) => (
  <Button main onClick={onSave} disabled={!useUnsaved()} className={isNew ? '' : 'rounded-r-none'}>
    Save
  </Button>
)

const WithNoteItem = () =>
  useUnsaved() && (
    <MenuItem onSelect={() => ask('note')}>
      <MessageSquare size={15} aria-hidden /> Save with a note…
    </MenuItem>
  )

/** Where it is carried over: a script, or what the call runs that a config or macro file is opened by; null without one. */
const carryAddress = ({ chosen }: Head, { id, file }: NonNullable<Head['saved']>): string | null => {
  const call = chosen.opened?.call
  if (file === null) return `/carry/${id}`
  return call ? `/carry/${id}?call=${encodeURIComponent(call)}` : null
}

/** What the change comes to, in words; null while it is being rehearsed. */
function useChange(): { words: string; name: string } | null {
  const [change, setChange] = useState<{ words: string; name: string } | null>(null)
  useEffect(() => {
    void changeInWords().then(setChange)
  }, [])
  return change
}

function WithNote({ answered }: { answered: (refusal: SaveRefusal | null) => string | null }) {
  const change = useChange()
  if (!change) return null
  return (
    <AskPanel
      title="Save with a note"
      about="The next revision. The note says why, for you in six months."
      fields={[{ name: 'Note', hint: 'proposed from the change', value: change.words, most: 500 }]}
      go="Save"
      onGo={async ([note = '']) => answered(await saveOpen(note))}
      onClose={askNothing}
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
          ? `“${variant}” is kept as it came. Your change becomes a variant of its own, and is in use from now on.`
          : `A variant of “${name}” beside “${variant}”, in use from now on. One click on the shelf switches.`
      }
      fields={[
        { name: 'Name of the variant', hint: 'proposed from the change', value: change.name, needed: true },
        { name: 'Why', value: change.words, most: 500 },
      ]}
      go="Save the variant"
      onGo={([wanted = '', note = '']) => branchOpen(wanted, note)}
      onClose={askNothing}
    />
  )
}
