// Saving: at once with a note made from the change, with a note of one's own, as a variant, or as another script.
import { BookOpen, ChevronDown, Columns2, FilePlus, GitBranch, MessageSquare } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { AskPanel } from '../../parts/AskPanel.tsx'
import { Button } from '../../parts/Button.tsx'
import { MenuItem, menuLook } from '../../parts/menu.tsx'
import type { Things } from '../../state/api.ts'
import {
  branchOpen,
  changeInWords,
  hasUnsavedChange,
  type Open,
  type SaveRefusal,
  saveOnTop,
  saveOpen,
} from '../../state/desk.ts'
import type { Said } from '../../state/files.ts'
import { SaveAs } from './SaveAs.tsx'
import { SavedElsewhere } from './SavedElsewhere.tsx'

type Props = { open: Open; things: Things; onSaid: (said: Said | null) => void }
type Asking = { what: 'note' | 'variant'; words: string; name: string } | { what: 'another' } | { what: 'elsewhere' }

export function Keeping({ open, things, onSaid }: Props) {
  const navigate = useNavigate()
  const [asking, setAsking] = useState<Asking | null>(null)
  const unsaved = hasUnsavedChange(open)
  const { saved } = open
  const ask = async (what: 'note' | 'variant') => setAsking({ what, ...(await changeInWords()) })
  const answered = (refusal: SaveRefusal | null): string | null => {
    if (refusal?.wants === 'branch') void ask('variant')
    else if (refusal?.wants === 'choice') setAsking({ what: 'elsewhere' })
    else onSaid(refusal && { text: refusal.text, bad: true })
    return refusal && refusal.wants === null ? refusal.text : null
  }
  const save = async () => {
    if (!saved) return setAsking({ what: 'another' })
    if (saved.stock) return ask('variant')
    answered(await saveOpen((await changeInWords()).words))
  }
  const close = () => setAsking(null)
  return (
    <>
      <div className="flex">
        <Button
          main
          onClick={() => void save()}
          disabled={saved !== null && !unsaved}
          className={saved ? 'rounded-r-none' : ''}
        >
          Save
        </Button>
        {saved && (
          <DropdownMenu.Root>
            <DropdownMenu.Trigger asChild>
              <Button main aria-label="Other ways to keep it" className="rounded-l-none border-l-on-heat/40 px-1.5!">
                <ChevronDown size={16} aria-hidden />
              </Button>
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content align="end" sideOffset={6} className={menuLook}>
                {unsaved && !saved.stock && (
                  <MenuItem onSelect={() => void ask('note')}>
                    <MessageSquare size={15} aria-hidden /> Save with a note…
                  </MenuItem>
                )}
                <MenuItem onSelect={() => void ask('variant')}>
                  <GitBranch size={15} aria-hidden /> Save as a variant…
                </MenuItem>
                <MenuItem onSelect={() => setAsking({ what: 'another' })}>
                  <FilePlus size={15} aria-hidden /> Save as another script…
                </MenuItem>
                <MenuItem onSelect={() => void navigate(`/history/${saved.id}`)}>
                  <BookOpen size={15} aria-hidden /> Its history
                </MenuItem>
                <MenuItem onSelect={() => void navigate(`/side-by-side?left=script-${saved.id}&right=desk`)}>
                  <Columns2 size={15} aria-hidden /> Beside what is saved
                </MenuItem>
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        )}
      </div>
      {asking?.what === 'another' && <SaveAs open={open} things={things} onClose={close} />}
      {asking?.what === 'note' && (
        <AskPanel
          title="Save with a note"
          about="The next revision. The note says why, for you in six months."
          fields={[{ name: 'Note', hint: 'proposed from the change', value: asking.words, most: 500 }]}
          go="Save it so"
          onGo={async ([note = '']) => answered(await saveOpen(note))}
          onClose={close}
        />
      )}
      {asking?.what === 'variant' && saved && (
        <AskPanel
          title="Save as a variant"
          about={
            saved.stock
              ? `“${saved.variant}” is kept as it came. Your change becomes a variant of its own, and is in use from now on.`
              : `A variant of “${saved.name}” beside “${saved.variant}”, in use from now on. One click on the shelf switches.`
          }
          fields={[
            { name: 'Name of the variant', hint: 'proposed from the change', value: asking.name, needed: true },
            { name: 'Why', value: asking.words, most: 500 },
          ]}
          go="Keep the variant"
          onGo={([name = '', note = '']) => branchOpen(name, note)}
          onClose={close}
        />
      )}
      {asking?.what === 'elsewhere' && (
        <SavedElsewhere
          open={open}
          onKeepMine={async () => answered(await saveOnTop((await changeInWords()).words))}
          onAnother={() => setAsking({ what: 'another' })}
          onClose={close}
        />
      )}
    </>
  )
}
