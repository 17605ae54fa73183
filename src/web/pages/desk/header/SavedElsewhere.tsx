// Shown when the script was saved in another tab meanwhile: the differences, and the choice between both texts.
import { useCallback } from 'react'
import { plural } from '../../../../core/format.ts'
import { changedLines } from '../../../lib/changed.ts'
import { useCommand } from '../../../lib/useCommand.ts'
import { useComputed } from '../../../lib/useComputed.ts'
import { howLongAgo } from '../../../lib/words.ts'
import { api } from '../../../state/api.ts'
import { fileText, type Open } from '../../../state/desk.ts'
import { goBackToSaved } from '../../../state/opening.ts'
import { Button } from '../../../ui/Button.tsx'
import { Failed } from '../../../ui/Failed.tsx'
import { LineChanges } from '../../../ui/LineChanges.tsx'
import { Panel } from '../../../ui/Panel.tsx'

type Props = {
  open: Open
  onKeepMine: () => Promise<unknown>
  onAnother: () => void
  onClose: () => void
}

export function SavedElsewhere({ open, onKeepMine, onAnother, onClose }: Props) {
  const id = open.saved?.id ?? 0
  const dialog = useComputed(useCallback(() => api.script(String(id)), [id]))
  const theirs = dialog.data ?? null
  const keeping = useCommand(() => onKeepMine().then(onClose))
  const rows = theirs ? changedLines(theirs.text, fileText(open)) : []
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title="It was saved elsewhere meanwhile"
      about={
        theirs
          ? `Revision ${theirs.revision} of “${theirs.variant}” was saved ${howLongAgo(theirs.changedAt, new Date())}${theirs.note ? `: ${theirs.note}` : ''}. Yours differs from it in ${plural(rows.length, 'line')}; neither is lost, whatever you choose.`
          : 'Loading it…'
      }
    >
      <LineChanges rows={rows} label="Your text compared with the saved one" className="max-h-[46vh]" />
      <Failed why={dialog.error?.message} onRetry={() => void dialog.refetch()} />
      <Failed why={keeping.problem} onRetry={keeping.retry} />
      <div className="mt-4 flex flex-wrap justify-end gap-2">
        <Button onClick={onAnother}>Save mine as another script…</Button>
        <Button onClick={() => void goBackToSaved().then(onClose)}>Take theirs, drop mine</Button>
        <Button main onClick={() => void keeping.run()}>
          Save mine after it
        </Button>
      </div>
    </Panel>
  )
}
