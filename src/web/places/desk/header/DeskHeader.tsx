// The Desk's own header: what is open, what it is rehearsed for, what can be done with it, saving.
import { lazy, Suspense, useEffect, useState } from 'react'
import { plural } from '../../../../core/format.ts'
import { howLongAgo } from '../../../parts/words.ts'
import type { Things } from '../../../state/api.ts'
import { askNothing, useAsked } from '../../../state/asked.ts'
import { hasUnsavedChange, type Open, useDesk } from '../../../state/desk.ts'
import type { Said } from '../../../state/files.ts'
import { DeskChoices, Divider } from './DeskChoices.tsx'
import { DeskMenus } from './DeskMenus.tsx'
import { InSituation } from './InSituation.tsx'
import { Keeping } from './Keeping.tsx'
import { WhatIf } from './WhatIf.tsx'
import { WhichPrinter } from './WhichPrinter.tsx'

const ChangedSince = lazy(async () => ({ default: (await import('../../../parts/CameFrom.tsx')).ChangedSince }))
const TakeAway = lazy(async () => ({ default: (await import('./TakeAway.tsx')).TakeAway }))

export function DeskHeader({ things }: { things: Things }) {
  const open = useDesk(state => state.open)
  return open && <Header open={open} things={things} />
}

function Header({ open, things }: { open: Open; things: Things }) {
  const { asked } = useAsked()
  const [said, setSaid] = useState<Said | null>(null)
  const unsaved = hasUnsavedChange(open)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was said speaks of the text as it was
  useEffect(() => setSaid(null), [open.text])
  const { chosen, saved } = open

  return (
    <>
      <div className="flex shrink-0 items-center gap-3.5 max-[899px]:sticky max-[899px]:top-0 max-[899px]:z-20 max-[899px]:flex-wrap max-[899px]:gap-y-1.5 max-[899px]:bg-paper max-[899px]:py-1">
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
        <div className="ml-auto flex shrink-0 items-center gap-2 max-[899px]:flex-wrap">
          <DeskMenus canGoBack={saved !== null && unsaved} onSaid={setSaid} />
          <Keeping open={open} things={things} onSaid={setSaid} />
        </div>
        <Suspense fallback={null}>
          {asked === 'take-away' && <TakeAway open={open} things={things} onClose={askNothing} />}
        </Suspense>
      </div>
      <WhatIf open={open} things={things} onSaid={setSaid} />
      <WhichPrinter open={open} things={things} />
      <InSituation chosen={chosen} things={things} />
      {saved?.carried && (
        <Suspense fallback={null}>
          <ChangedSince script={saved} />
        </Suspense>
      )}
    </>
  )
}

function state(open: Open, unsaved: boolean): string {
  if (!open.saved) return `Not saved yet, ${plural(open.text.split('\n').length, 'line')}`
  const { variant, variants, stock } = open.saved
  const which = stock ? `${variant}, kept so · ` : variants > 1 ? `${variant} · ` : ''
  return unsaved ? `${which}Changed, not saved` : `${which}Saved ${howLongAgo(open.saved.changedAt, new Date())}`
}
