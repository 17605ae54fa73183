// Shows the text of one draft, to read, copy or download, also when its script, printer or form is gone.
import { useEffect, useState } from 'react'
import { readableForm } from '../../drafts/forms.ts'
import { isScriptDraft } from '../../drafts/scripts.ts'
import { type DraftHead, readDraft } from '../../drafts/store.ts'
import { Button } from '../../parts/Button.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { copyText, fileName, type Said, saveFile } from '../../state/files.ts'
import { fromEditor } from '../../state/separator.ts'

/** A longer text, in characters, is shown from its beginning; copying and downloading take all of it. */
const shownChars = 100_000

type Props = { head: DraftHead; title: string; onClose: () => void }

export function DraftText({ head, title, onClose }: Props) {
  const [text, setText] = useState<string | null>(null)
  const [said, setSaid] = useState<Said | null>(null)
  useEffect(() => {
    let current = true
    void readDraft(head).then(draft => {
      if (!current || !draft) return
      setText(isScriptDraft(head) ? fromEditor(draft.text, head.about.separator) : readableForm(draft.text))
    })
    return () => {
      current = false
    }
  }, [head])
  return (
    <Panel open wide title={title} about="What was typed and is not saved yet." onClose={onClose}>
      <pre
        // biome-ignore lint/a11y/noNoninteractiveTabindex: scrolled by keyboard
        tabIndex={0}
        className="max-h-[50vh] overflow-auto rounded-button border border-rule bg-paper p-3 font-mono text-[13px] whitespace-pre-wrap"
      >
        {text?.slice(0, shownChars) ?? 'Reading…'}
        {text && text.length > shownChars && '\n…'}
      </pre>
      <div className="mt-3 flex items-center justify-end gap-2">
        <p role="status" className="mr-auto text-[14px] text-soft">
          {said?.text}
        </p>
        <Button onClick={() => text !== null && void copyText(text).then(setSaid)}>Copy</Button>
        <Button onClick={() => text !== null && setSaid(saveFile(text, fileName(title)))}>Download</Button>
      </div>
    </Panel>
  )
}
