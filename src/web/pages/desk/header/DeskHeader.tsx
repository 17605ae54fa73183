// The header of the Desk: the script's name, the choices of its rehearsal, menus, and saving.
import { memo, Suspense, useCallback, useEffect, useState } from 'react'
import { plural } from '../../../../core/format.ts'
import { withinPrint } from '../../../../core/model/moment.ts'
import type { SavedScript } from '../../../../core/model/stored.ts'
import { useCommand } from '../../../lib/useCommand.ts'
import { howLongAgo } from '../../../lib/words.ts'
import type { Things } from '../../../state/api.ts'
import { useDesk } from '../../../state/desk.ts'
import { type Head, useHead, useUnsaved } from '../../../state/desk-watch.ts'
import { closeDialogs, useDeskDialog } from '../../../state/dialogs.ts'
import { ChangedSince } from '../../../ui/CameFrom.tsx'
import { Failed } from '../../../ui/Failed.tsx'
import { DeskChoices, Divider } from './DeskChoices.tsx'
import { DeskMenus } from './DeskMenus.tsx'
import { ExportDialog } from './ExportDialog.tsx'
import { InSituation } from './InSituation.tsx'
import { OtherUnsaved } from './OtherUnsaved.tsx'
import { SaveControls } from './SaveControls.tsx'
import { WhatIf } from './WhatIf.tsx'
import { WhichPrinter } from './WhichPrinter.tsx'
import { WithText } from './WithText.tsx'

export function DeskHeader({ things }: { things: Things }) {
  const head = useHead()
  return head && <Header head={head} things={things} />
}

const Header = memo(function Header({ head, things }: { head: Head; things: Things }) {
  const { dialog } = useDeskDialog()
  const [said, setSaid] = useState('')
  const { run, problem, retry, clear } = useCommand(async (act: () => Promise<string>) => {
    setSaid('')
    setSaid(await act())
  })
  const onRun = useCallback((act: () => Promise<string>) => void run(act), [run])
  // A message is about the earlier text.
  useEffect(
    () =>
      useDesk.subscribe((now, before) => {
        if (now.open?.text === before.open?.text) return
        setSaid('')
        clear()
      }),
    [clear],
  )
  const { chosen, saved } = head

  return (
    <>
      <div className="flex shrink-0 items-center gap-3.5 max-tablet:sticky max-tablet:top-0 max-tablet:z-20 max-tablet:flex-wrap max-tablet:gap-y-1.5 max-tablet:bg-paper max-tablet:py-1">
        <div className="min-w-32 shrink-[100000]">
          <h1 className="truncate font-serif text-heading leading-6 font-semibold" title={saved?.name}>
            {saved?.name ?? 'New script'}
          </h1>
          <p role="status" className="line-clamp-2 text-small leading-4 text-soft">
            {said || (saved ? <StateOf saved={saved} /> : <NotSaved />)}
          </p>
        </div>
        <Divider />
        <DeskChoices chosen={chosen} things={things} />
        <div className="ml-auto flex shrink-0 items-center gap-2 max-tablet:flex-wrap">
          <DeskMenus onRun={onRun} />
          <SaveControls head={head} things={things} onRun={onRun} />
        </div>
        <Suspense fallback={null}>
          {dialog === 'take-away' && (
            <WithText>{open => <ExportDialog open={open} things={things} onClose={closeDialogs} />}</WithText>
          )}
        </Suspense>
      </div>
      <Failed why={problem} onRetry={retry} />
      <Suspense fallback={null}>
        <OtherUnsaved scriptKey={head.key} saved={saved} />
        {!saved && <WhichPrinter checkedFor={chosen.printerId} things={things} />}
        {saved && saved.printerId !== chosen.printerId && <WhatIf head={head} things={things} onRun={onRun} />}
        {withinPrint.includes(chosen.moment) && <InSituation chosen={chosen} things={things} />}
        {saved?.carried && <ChangedSince script={saved} />}
      </Suspense>
    </>
  )
})

function NotSaved() {
  const lines = useDesk(({ open }) => open?.text.split('\n').length ?? 0)
  return `Not saved yet, ${plural(lines, 'line')}`
}

function StateOf({ saved: { variant, variants, stock, changedAt } }: { saved: SavedScript }) {
  const unsaved = useUnsaved()
  const which = stock ? ` · ${variant}, kept so` : variants > 1 ? ` · ${variant}` : ''
  return `${unsaved ? 'Changed, not saved' : `Saved ${howLongAgo(changedAt, new Date())}`}${which}`
}
