// Shows the text of one draft, to read, copy or download, also when its script, printer or form is gone.
import { useCallback, useState } from 'react'
import { readableForm } from '../../drafts/forms.ts'
import { isScriptDraft } from '../../drafts/scripts.ts'
import { type DraftHead, readDraft } from '../../drafts/store.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { useComputed } from '../../lib/useComputed.ts'
import { copyText, fileName, saveFile } from '../../state/files.ts'
import { fromEditor } from '../../state/separator.ts'
import { Button } from '../../ui/Button.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { ScrollRegion } from '../../ui/ScrollRegion.tsx'

/** Longer texts, in characters, are shown in part; copying and downloading give the whole text. */
const shownChars = 100_000

type Props = { head: DraftHead; title: string; onClose: () => void }

export function DraftText({ head, title, onClose }: Props) {
  const reading = useComputed(
    useCallback(async () => {
      const draft = await readDraft(head)
      if (!draft) throw new Error('This text is no longer in this browser: it was saved or deleted meanwhile.')
      return isScriptDraft(head) ? fromEditor(draft.text, head.about.separator) : readableForm(draft.text)
    }, [head]),
  )
  const text = reading.data ?? null
  const [said, setSaid] = useState('')
  const copying = useCommand(async (whole: string) => setSaid(await copyText(whole)))
  return (
    <Panel open wide title={title} about="What was typed and is not saved yet." onClose={onClose}>
      <ScrollRegion
        as="pre"
        className="max-h-[50vh] rounded-button border border-rule bg-paper p-3 font-mono text-small whitespace-pre-wrap"
      >
        {text?.slice(0, shownChars) ?? (reading.error ? '' : 'Reading…')}
        {text && text.length > shownChars && '\n…'}
      </ScrollRegion>
      <Failed why={reading.error?.message} onRetry={() => void reading.refetch()} />
      <Failed why={copying.problem} onRetry={copying.retry} />
      <div className="mt-3 flex items-center justify-end gap-2">
        <p role="status" className="mr-auto text-control text-soft">
          {said}
        </p>
        <Button onClick={() => text !== null && void copying.run(text)}>Copy</Button>
        <Button onClick={() => text !== null && setSaid(saveFile(text, fileName(title)))}>Download</Button>
      </div>
    </Panel>
  )
}
