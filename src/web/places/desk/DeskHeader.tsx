// The Desk's own header: what is open, what it is rehearsed for, what can be done with it, saving.
import { useCallback, useEffect, useState } from 'react'
import { plural } from '../../../core/explain/words.ts'
import { Button } from '../../parts/Button.tsx'
import { howLongAgo } from '../../parts/words.ts'
import type { Things } from '../../state/api.ts'
import { hasUnsavedChange, type Open, saveOpen } from '../../state/desk.ts'
import type { Said } from '../../state/files.ts'
import { DeskChoices, Divider } from './DeskChoices.tsx'
import { DeskMenus } from './DeskMenus.tsx'
import { SaveAs } from './SaveAs.tsx'
import { TakeAway } from './TakeAway.tsx'

export function DeskHeader({ open, things }: { open: Open; things: Things }) {
  const [naming, setNaming] = useState(false)
  const [taking, setTaking] = useState(false)
  const takeAway = useCallback(() => setTaking(true), [])
  const [said, setSaid] = useState<Said | null>(null)
  const unsaved = hasUnsavedChange(open)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was said speaks of the text as it was
  useEffect(() => setSaid(null), [open.text])
  const { chosen, saved } = open

  const save = async () => {
    if (!saved) return setNaming(true)
    const refusal = await saveOpen('')
    setSaid(refusal ? { text: refusal, bad: true } : null)
  }

  return (
    <div className="flex shrink-0 items-center gap-3.5">
      <div className="min-w-32">
        <h1 className="truncate font-serif text-[21px] leading-6 font-semibold" title={saved?.name}>
          {saved?.name ?? 'New script'}
        </h1>
        <p role="status" className={`line-clamp-2 text-[13px] leading-4 ${said?.bad ? 'text-bad' : 'text-soft'}`}>
          {said?.text ?? state(open, unsaved)}
        </p>
      </div>
      <Divider />
      <DeskChoices chosen={chosen} things={things} />
      <div className="ml-auto flex shrink-0 items-center gap-2">
        <DeskMenus canGoBack={saved !== null && unsaved} onSaid={setSaid} onTakeAway={takeAway} />
        {saved && <Button onClick={() => setNaming(true)}>Save as…</Button>}
        <Button main onClick={() => void save()} disabled={saved !== null && !unsaved}>
          Save
        </Button>
      </div>
      {taking && <TakeAway open={open} things={things} onClose={() => setTaking(false)} />}
      {naming && <SaveAs open={open} things={things} onClose={() => setNaming(false)} />}
    </div>
  )
}

function state(open: Open, unsaved: boolean): string {
  if (!open.saved) return `Not saved yet, ${plural(open.text.split('\n').length, 'line')}`
  return unsaved ? 'Changed, not saved' : `Saved ${howLongAgo(open.saved.changedAt, new Date())}`
}
